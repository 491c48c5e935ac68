<script setup lang="ts">
import ModalDialog from '@/ui/ModalDialog.vue'

/** A sheet over the phone's board, with the way back under the thumb. */
defineProps<{ title: string }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <ModalDialog open :title="title" @close="emit('close')">
    <slot />
    <button type="button" class="mt-4 h-11.5 w-full rounded-key bg-act font-[650] text-act-t" @click="emit('close')">
      Done
    </button>
  </ModalDialog>
</template>

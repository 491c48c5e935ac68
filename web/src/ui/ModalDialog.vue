<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A dialog over the page. Escape and a press outside close it. */
defineProps<{ open: boolean; title: string }>()
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog
    :open="open"
    class="fixed inset-0 z-40 flex items-start justify-center overflow-y-auto bg-page/80 p-4 pt-[8vh]"
    @close="emit('close')"
  >
    <DialogPanel class="w-full max-w-110.5 rounded-card border border-line-2 bg-card p-5">
      <DialogTitle class="font-voice text-[1.375rem] leading-7 font-medium">{{ title }}</DialogTitle>
      <slot />
    </DialogPanel>
  </Dialog>
</template>

<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** A dialog over the page. Escape and a press outside close it. */
const { size = 'usual' } = defineProps<{ open: boolean; title: string; size?: 'usual' | 'wide' | 'full' }>()
const WIDTHS = { usual: 'max-w-110.5', wide: 'max-w-200', full: 'max-w-320' } as const
const emit = defineEmits<{ close: [] }>()
</script>

<template>
  <Dialog
    :open="open"
    class="fixed inset-0 z-40 flex items-start justify-center overflow-y-auto bg-page/80 p-4 pt-[8vh]"
    @close="emit('close')"
  >
    <DialogPanel class="w-full rounded-card border border-line-2 bg-card p-5" :class="WIDTHS[size]">
      <DialogTitle class="font-voice text-[1.375rem] leading-7 font-medium">{{ title }}</DialogTitle>
      <slot />
    </DialogPanel>
  </Dialog>
</template>

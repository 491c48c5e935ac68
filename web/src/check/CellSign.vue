<script setup lang="ts">
import type { CellState } from '@/api/client'

/** How a cell stands, by a shape of its own: what a device says itself is round. */
const { state, device = false } = defineProps<{ state: CellState; device?: boolean }>()
const WORDS: Record<CellState, string> = {
  right: 'right',
  not_said: 'not said',
  wrong: 'to mend',
  aside: 'put aside',
  none: 'has none',
}
</script>

<template>
  <svg
    viewBox="0 0 16 16"
    class="size-4 shrink-0"
    fill="none"
    stroke="currentColor"
    role="img"
    :aria-label="device ? `the device says: ${WORDS[state]}` : WORDS[state]"
  >
    <template v-if="state === 'right' && device">
      <circle cx="8" cy="8" r="6.500" fill="currentColor" stroke="none" />
      <path d="M4.800 8.300l2.300 2.300 4.200-4.800" stroke="var(--card)" stroke-width="1.800" />
    </template>
    <template v-else-if="state === 'right'">
      <rect x="2" y="2" width="12" height="12" rx="2" stroke-width="1.4" />
      <path d="M4.800 8.300l2.300 2.300 4.200-4.800" stroke-width="1.800" />
    </template>
    <rect v-else-if="state === 'not_said'" x="2" y="2" width="12" height="12" rx="2" stroke-width="1.2" />
    <path
      v-else-if="state === 'wrong'"
      d="M8 1.500v13M8 1.500L5 4.500M8 1.500l3 3M8 14.500l-3-3M8 14.500l3-3"
      stroke-width="1.700"
    />
    <path v-else-if="state === 'aside'" d="M3 8h10M9.500 4.500L13 8l-3.500 3.500" stroke-width="1.600" />
    <circle v-else cx="8" cy="8" r="0.900" fill="currentColor" stroke="none" />
  </svg>
</template>

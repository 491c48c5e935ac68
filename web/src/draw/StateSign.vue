<script setup lang="ts">
import { computed } from 'vue'
import type { LaneState } from '@/api/client'

/** How a lane stands, as a sign: dashes, ring, dot, up and down, tick, the tick in dashes of what is
 * likely right, or the arrow round of what must be read again. */
const { state } = defineProps<{ state: LaneState }>()

const sign = computed(() => {
  switch (state) {
    case 'untouched':
      return 'dashes'
    case 'set':
      return 'ring'
    case 'measured':
      return 'dot'
    case 'over':
    case 'under':
      return 'off'
    case 'read_again':
      return 'again'
    case 'likely_on_target':
      return 'likely'
    default:
      return 'tick'
  }
})
</script>

<template>
  <svg class="inline-block size-3 shrink-0" viewBox="0 0 12 12" fill="none" stroke="currentColor" aria-hidden="true">
    <path v-if="sign === 'dashes'" d="M2 6h2.600M7.400 6H10" stroke-width="1.6" />
    <circle v-else-if="sign === 'ring'" cx="6" cy="6" r="3.600" stroke-width="1.6" />
    <circle v-else-if="sign === 'dot'" cx="6" cy="6" r="3.600" fill="currentColor" stroke="none" />
    <path
      v-else-if="sign === 'off'"
      d="M6 1v10M3.400 3.600L6 1l2.600 2.600M3.400 8.400L6 11l2.600-2.600"
      stroke-width="1.5"
    />
    <path
      v-else-if="sign === 'again'"
      d="M9.800 4.200A4.200 4.200 0 1 0 10.200 7M10.400 1.400v3h-3"
      stroke-width="1.500"
    />
    <path
      v-else-if="sign === 'likely'"
      d="M2 6.400L4.800 9.200L10 3"
      stroke-width="1.9"
      stroke-dasharray="1.800 1.500"
    />
    <path v-else d="M2 6.400L4.800 9.200L10 3" stroke-width="1.9" />
  </svg>
</template>

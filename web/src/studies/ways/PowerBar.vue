<script setup lang="ts">
import { computed } from 'vue'
import type { RoomWay } from '@/api/client'
import { ROLE_COLOURS } from '@/draw/marks'
import { rem } from '@/draw/measure'

/** A unit's range from its lowest to full, used up to where a way sets it. */
const { light } = defineProps<{ light: RoomWay['lights'][number] }>()
const W = 150
const x = computed(() => W * Math.min(Math.max(1 - light.power / Math.min(light.lowest, -0.1), 0), 1))
const ticks = computed(() => {
  const stops = Math.floor(-light.lowest)
  return Array.from({ length: stops + 1 }, (_, i) => W - (W * i) / -light.lowest)
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} 16`" :width="rem(W)" :height="rem(16)" class="block max-w-full" aria-hidden="true">
    <rect :width="W" height="6" y="2" rx="1" fill="var(--raise)" />
    <rect :width="x" height="6" y="2" rx="1" :fill="light.possible ? 'var(--text-2)' : 'var(--text-3)'" />
    <path :d="`M${x} 0V11`" :stroke="ROLE_COLOURS[light.role]" stroke-width="2" />
    <path :d="ticks.map((t) => `M${t} 12v3`).join('')" stroke="var(--edge)" />
  </svg>
</template>

<script setup lang="ts">
import ZonePatterns from '@/draw/ZonePatterns.vue'

/** The scale that tones are drawn on: what clips, what reads as black, and a line for each stop. What is slotted lies under the lines. */
defineProps<{
  /** Of its patterns: one drawing's are not another's. */
  id: string
  y: (stops: number) => number
  width: number
  height: number
  /** Where the lines begin. */
  axis: number
  clipAt: number
  blackAt: number
}>()
const rungs = [3, 2, 1, 0, -1, -2, -3, -4, -5, -6]
</script>

<template>
  <ZonePatterns :id />
  <rect x="0" y="0" :width :height="y(clipAt)" :fill="`url(#${id}-clip)`" />
  <rect x="0" :y="y(blackAt)" :width :height="height - y(blackAt)" :fill="`url(#${id}-black)`" />
  <slot />
  <g v-for="r in rungs" :key="r">
    <path
      :d="`M${axis} ${y(r)}H${width}`"
      :class="r === 0 ? 'stroke-text' : 'stroke-line'"
      :stroke-width="r === 0 ? 1.6 : 1"
    />
    <text :x="axis - 9" :y="y(r) + 4" text-anchor="end" class="label" :class="r === 0 ? 'fill-text' : 'fill-text-2'">
      {{ r > 0 ? `+${r}` : r < 0 ? `−${-r}` : '0' }}
    </text>
  </g>
</template>

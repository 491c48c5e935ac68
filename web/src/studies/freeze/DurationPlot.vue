<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Choices, Study } from '@/api/client'
import { MARKS, ROLE_COLOURS } from '@/draw/marks'
import BottomAxis from '@/draw/BottomAxis.vue'
import { path } from '@/draw/path'
import { rem, useDrawingSize } from '@/draw/measure'
import { plotOf, within } from './plot'

/** t0.1 of each unit over its powers, and the longest time that still freezes. */
const { freeze, marked } = defineProps<{
  freeze: Study['freeze']
  /** Round times to mark. */ marked: Choices['durations']
}>()
const box = useTemplateRef('box')
const { width: measured } = useDrawingSize(box)
const W = computed(() => Math.max(measured.value - 150, 180))
const H = 220
const drawn = computed(() => freeze.lights.filter((l) => l.points.length > 0))
const plot = computed(() =>
  plotOf(
    drawn.value.map((l) => l.points),
    freeze.longest ?? undefined,
    W.value,
    H,
  ),
)
const stops = computed(() =>
  Array.from({ length: Math.floor(-plot.value.lowest) + 1 }, (_, i) => ({
    at: plot.value.x(-i),
    words: i === 0 ? 'full' : `−${i}`,
  })),
)
const limit = computed(() => (freeze.longest == null ? undefined : plot.value.y(freeze.longest)))
const at = (light: Study['freeze']['lights'][number]) => {
  const power = light.power
  if (power == null) return undefined
  const nearest = light.points.reduce((best, p) =>
    Math.abs(p.power - power) < Math.abs(best.power - power) ? p : best,
  )
  return { x: plot.value.x(power), y: plot.value.y(nearest.t01) }
}
const marks = computed(() =>
  drawn.value.flatMap((l) => {
    const place = at(l)
    return place ? [{ ...place, role: l.role, freezes: l.freezes, id: l.id }] : []
  }),
)
const words = computed(
  () => `Flash durations by power. ${freeze.lights.map((l) => `${l.name}: ${l.now_time ?? 'not known'}`).join('; ')}`,
)
</script>

<template>
  <div ref="box" class="plot">
    <svg
      :viewBox="`-64 -8 ${W + 150} ${H + 48}`"
      :width="rem(W + 150)"
      :height="rem(H + 48)"
      class="block max-w-full"
      role="img"
      :aria-label="words"
    >
      <rect :width="W" :height="H" fill="var(--well)" stroke="var(--line-2)" />
      <rect v-if="limit !== undefined" :y="limit" :width="W" :height="H - limit" fill="var(--raise)" />
      <g v-for="mark in within(plot, marked)" :key="mark.words">
        <path :d="`M0 ${plot.y(mark.value)}H${W}`" stroke="var(--line)" />
        <text x="-8" :y="plot.y(mark.value) + 4" text-anchor="end">{{ mark.words }}</text>
      </g>
      <BottomAxis :marks="stops" :y="H" :width="W" title="stops below full power" />
      <template v-if="limit !== undefined">
        <path :d="`M0 ${limit}H${W}`" stroke="var(--text)" stroke-width="1.600" />
        <text :x="W + 8" :y="limit + 4" class="strong">{{ freeze.longest_words }}</text>
        <text :x="W + 8" :y="limit + 20" class="quiet">or less</text>
      </template>
      <path
        v-for="light in drawn"
        :key="light.id"
        :d="path(light.points.map((p) => ({ x: plot.x(p.power), y: plot.y(p.t01) })))"
        fill="none"
        :stroke="ROLE_COLOURS[light.role]"
        stroke-width="1.800"
      />
      <path
        v-for="mark in marks"
        :key="mark.id"
        :transform="`translate(${mark.x} ${mark.y})`"
        :d="MARKS[mark.role](mark.freezes ? 7.5 : 6.8)"
        :fill="mark.freezes ? ROLE_COLOURS[mark.role] : 'var(--well)'"
        :stroke="ROLE_COLOURS[mark.role]"
        :stroke-width="mark.freezes ? 0 : 1.8"
      />
    </svg>
  </div>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '@/api/client'
import { abbreviated, inUnit } from '@/forms/lengths'
import { path } from '@/draw/path'
import { numbersOn, pair } from './window'

/** The ground as the sitter's back sees it: its tones, lines of equal tone, and what the picture shows of it. */
const { plan } = defineProps<{ plan: Plan }>()
const e = computed(() => plan.elevation)
const WIDTH = 480
const scale = computed(() => (e.value ? WIDTH / (e.value.right - e.value.left) : 1))
const height = computed(() => (e.value ? (e.value.top - e.value.bottom) * scale.value : 100))
const x = (m: number) => (m - (e.value?.left ?? 0)) * scale.value
const y = (m: number) => ((e.value?.top ?? 0) - m) * scale.value
function spot(p: number[]): { x: number; y: number } {
  const [across, up] = pair(p)
  return { x: x(across), y: y(up) }
}
/** The tones as a small picture, drawn as one: cells of a grid with soft borders. */
const tones = computed(() => {
  const now = e.value
  if (!now) return undefined
  const rows = now.tones.length / now.columns
  const canvas = document.createElement('canvas')
  canvas.width = now.columns
  canvas.height = rows
  const context = canvas.getContext('2d')
  if (!context) return undefined
  const image = context.createImageData(now.columns, rows)
  now.tones.forEach((tone, i) => image.data.set([tone, tone, tone, 255], i * 4))
  context.putImageData(image, 0, 0)
  return canvas.toDataURL()
})
const lines = computed(() =>
  (e.value?.contours ?? []).map((c) => ({
    shown: c.shown,
    d: c.lines.map((run) => path(run.map(spot))).join(''),
  })),
)
const numbers = computed(() =>
  numbersOn(
    (e.value?.contours ?? []).map((c) => ({ shown: c.shown, points: c.lines.flat().map(spot) })),
    { width: WIDTH, height: height.value },
    [face.value],
  ),
)
const picture = computed(() => {
  const p = e.value?.picture
  return p && { x: x(p.left), y: y(p.top), width: x(p.right) - x(p.left), height: y(p.bottom) - y(p.top) }
})
const face = computed(() => ({ x: x(0), y: y(plan.studio.sitter.face) }))
</script>

<template>
  <figure v-if="e">
    <div class="bg-surround p-4.5">
      <svg
        :viewBox="`0 0 ${WIDTH} ${height}`"
        class="plot block w-full"
        role="img"
        :aria-label="`Elevation of the ground. ${plan.ground?.words ?? ''}`"
      >
        <image v-if="tones" :href="tones" :width="WIDTH" :height="height" preserveAspectRatio="none" />
        <g fill="none" stroke="#fff" style="mix-blend-mode: difference">
          <path v-for="l in lines" :key="l.shown" :d="l.d" stroke-width="1" stroke-opacity="0.6" />
        </g>
        <template v-if="picture">
          <rect v-bind="picture" fill="none" stroke="#000" stroke-width="3" />
          <rect v-bind="picture" fill="none" stroke="#fff" stroke-width="1" stroke-dasharray="6 4" />
        </template>
        <g fill="none" stroke="#777" stroke-width="1.500">
          <ellipse :cx="face.x" :cy="face.y" :rx="0.09 * scale" :ry="0.13 * scale" />
          <path
            :d="`M${face.x - 0.22 * scale} ${height}V${face.y + 0.3 * scale}q0 ${-0.1 * scale} ${0.16 * scale} ${-0.12 * scale}h${0.12 * scale}q${0.16 * scale} ${0.02 * scale} ${0.16 * scale} ${0.12 * scale}V${height}`"
          />
        </g>
        <g class="numbers">
          <text v-for="n in numbers" :key="n.shown" :x="n.x" :y="n.y + 4" text-anchor="middle">{{ n.shown }}</text>
        </g>
      </svg>
    </div>
    <figcaption class="label mt-1 text-text-2">
      {{ inUnit(e.right - e.left, plan.length) }} x {{ inUnit(e.top, plan.length) }} {{ abbreviated(plan.length) }},
      seen from the sitter’s side; dashes: what the picture shows. Lines: tone in stops from a mid-grey.
    </figcaption>
  </figure>
</template>

<style scoped>
.numbers text {
  font-size: 13px;
  font-weight: 600;
  fill: #fff;
  paint-order: stroke;
  stroke: #000;
  stroke-width: 3px;
}
</style>

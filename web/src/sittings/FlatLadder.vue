<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Role, Summary } from '@/api/client'
import { MARKS, ROLE_COLOURS } from '@/draw/marks'
import { linear } from '@/draw/scale'
import ZonePatterns from '@/draw/ZonePatterns.vue'
import { rem } from '@/draw/measure'

/** The ladder laid flat, in three tracks: a setup is known by its pattern. */
const {
  summary,
  width,
  height,
  scale = false,
} = defineProps<{
  summary: Summary
  width: number
  height: number
  scale?: boolean
}>()

const TRACKS: Record<Role, number> = { key: 0, rim: 0, fill: 1, hair: 1, ground: 2, room: 2 }

const ends = computed(() => {
  const [bottom = -6.5, black = -5, clip = 2.5, top = 3] = summary.ends
  return { bottom, black, clip, top }
})
const x = (stops: number) => {
  const { bottom, top } = ends.value
  return linear([bottom, top], [0, width])(Math.min(Math.max(stops, bottom + 0.2), top - 0.2))
}
const y = (role: Role) => (height / 3) * (TRACKS[role] + 0.5)
const stops = computed(() => {
  const all = []
  for (let s = Math.ceil(ends.value.black); s < ends.value.clip; s++) all.push(s)
  return all
})
/** A wish and the reading that misses it, tied together. */
const ties = computed(() =>
  summary.marks
    .filter((m) => m.hollow)
    .flatMap((wish) => {
      const read = summary.marks.find((m) => !m.hollow && m.role === wish.role)
      return read ? [{ role: wish.role, x1: x(wish.stops), x2: x(read.stops), y: y(wish.role) }] : []
    }),
)
const id = useId()
</script>

<template>
  <svg
    :viewBox="`0 0 ${width} ${height + (scale ? 16 : 0)}`"
    :width="rem(width)"
    :height="rem(height + (scale ? 16 : 0))"
    class="max-w-full"
    role="img"
    :aria-label="summary.words"
  >
    <ZonePatterns :id="id" />
    <rect :width="x(ends.black)" :height="height" :fill="`url(#${id}-black)`" />
    <rect :x="x(ends.clip)" :width="width - x(ends.clip)" :height="height" :fill="`url(#${id}-clip)`" />
    <path :d="stops.map((s) => `M${x(s)} 0V${height}`).join('')" stroke="var(--line)" shape-rendering="crispEdges" />
    <path :d="`M${x(0)} 0V${height}`" stroke="var(--text)" stroke-width="1.600" />
    <path
      v-for="tie in ties"
      :key="tie.role"
      :d="`M${tie.x1} ${tie.y}H${tie.x2}`"
      :stroke="ROLE_COLOURS[tie.role]"
      stroke-width="1.500"
    />
    <path
      v-for="(mark, i) in summary.marks"
      :key="i"
      :transform="`translate(${x(mark.stops)} ${y(mark.role)})`"
      :d="MARKS[mark.role](mark.hollow ? 5.6 : 6.4)"
      :fill="mark.hollow ? 'var(--well)' : ROLE_COLOURS[mark.role]"
      :stroke="mark.hollow ? ROLE_COLOURS[mark.role] : 'none'"
      stroke-width="1.600"
    />
    <g v-if="scale" class="ends">
      <text :x="x(ends.black)" :y="height + 13">−{{ Math.abs(ends.black) }}</text>
      <text :x="x(0)" :y="height + 13">0</text>
      <text :x="x(ends.clip)" :y="height + 13">+{{ ends.clip }}</text>
    </g>
  </svg>
</template>

<style scoped>
.ends text {
  fill: var(--text-2);
  font-size: 12px;
  text-anchor: middle;
}
</style>

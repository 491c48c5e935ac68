<script setup lang="ts">
import { computed, useId } from 'vue'
import type { RoomWay, Ways } from '@/api/client'
import ZonePatterns from '@/draw/ZonePatterns.vue'
import { MARKS } from '@/draw/marks'
import { labelAt, xOf } from './track'
import { rem } from '@/draw/measure'

/** Where the room lies now and where a way lands it, on the scale that all rows share. */
const { ways, way, now, width } = defineProps<{ ways: Ways; way: RoomWay; now?: number; width: number }>()
const H = 44
const id = useId()
const track = computed(() => ({ top: ways.scale[0] ?? 0, bottom: ways.scale[1] ?? -7, width }))
const x = (stops: number) => xOf(track.value, stops)
const landing = computed(() => way.room?.stops)
const label = computed(() =>
  landing.value === undefined ? undefined : labelAt(track.value, now ?? landing.value, landing.value, 34),
)
const words = computed(() =>
  landing.value === undefined
    ? `${way.name}: read the room again`
    : `${way.name}: the room goes to ${way.room?.shown}${way.does ? '' : ', which is short'}`,
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${width} ${H}`"
    :width="rem(width)"
    :height="rem(H)"
    class="block max-w-full"
    role="img"
    :aria-label="words"
  >
    <ZonePatterns :id="id" />
    <rect
      v-if="!ways.kept"
      :x="x(ways.wish)"
      width="2000"
      :height="H"
      :fill="`url(#${id}-black)`"
      :opacity="way.possible ? 1 : 0.7"
    />
    <path
      v-for="rung in ways.rungs"
      :key="rung.stops"
      :d="`M${x(rung.stops)} 0V${H}`"
      stroke="var(--line)"
      shape-rendering="crispEdges"
    />
    <path :d="`M${x(ways.wish)} 2V${H - 2}`" stroke="var(--room)" stroke-width="1.600" />
    <template v-if="now !== undefined">
      <path
        v-if="landing !== undefined && landing !== now"
        :d="`M${x(now) + 7} ${H / 2}H${x(landing) + (landing < now ? -8 : 8)}`"
        stroke="var(--room)"
        stroke-width="1.600"
      />
      <path
        v-if="landing === undefined"
        :d="`M${x(now) + 7} ${H / 2}H${x(ways.wish) + 24}`"
        stroke="var(--room)"
        stroke-width="1.600"
        stroke-dasharray="2 4"
      />
      <path :transform="`translate(${x(now)} ${H / 2})`" :d="MARKS.room(4.4)" fill="var(--text-3)" />
    </template>
    <text v-if="landing === undefined" :x="x(ways.wish) - 6" :y="H / 2 - 7" text-anchor="end" class="quiet">
      read again
    </text>
    <template v-else>
      <path
        :transform="`translate(${x(landing)} ${H / 2})`"
        :d="MARKS.room(way.does ? 7 : 6.4)"
        :fill="way.does ? 'var(--room)' : 'var(--well)'"
        stroke="var(--room)"
        :stroke-width="way.does ? 0 : 1.8"
      />
      <text v-if="label" :x="label.x" :y="H / 2 + 5" :text-anchor="label.anchor" class="number">
        {{ way.room?.shown }}
      </text>
    </template>
  </svg>
</template>

<style scoped>
.number {
  font-size: 15px;
  font-weight: 650;
  fill: var(--text);
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 3px;
}
.quiet {
  font-size: 12px;
  fill: var(--text-2);
}
</style>

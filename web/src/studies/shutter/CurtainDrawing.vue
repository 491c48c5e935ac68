<script setup lang="ts">
import { computed, useId, useTemplateRef } from 'vue'
import type { Study } from '@/api/client'
import ZonePatterns from '@/draw/ZonePatterns.vue'
import { ROLE_COLOURS } from '@/draw/marks'
import BottomAxis from '@/draw/BottomAxis.vue'
import { ticks } from '@/draw/scale'
import { rem, useDrawingSize } from '@/draw/measure'
import { blackRows, openArea, pulseArea, scalesOf } from './curtains'

/** The curtains over time, with the pulses in them. */
const { shutter } = defineProps<{ shutter: Study['shutter'] }>()
const box = useTemplateRef('box')
const { width: measured } = useDrawingSize(box)
/** Drawn as wide as there is room, so that its words keep their size. */
const W = computed(() => Math.max(measured.value - 96, 220))
const frame = computed(() => ({ width: W.value, top: 84, height: 200 }))
const base = 76
const id = useId()
const scales = computed(() => scalesOf(frame.value, shutter))
const x = (ms: number) => scales.value.x(ms)
const y = (row: number) => scales.value.y(row)
const marks = computed(() => ticks(shutter.end_ms).map((ms) => ({ at: x(ms), words: ms })))
const black = computed(() => blackRows(scales.value, shutter))
const pulses = computed(() =>
  shutter.lights
    .filter((l) => l.pulse.length > 0)
    .map((l) => ({ id: l.id, role: l.role, d: pulseArea(scales.value, l.pulse, base, 52) })),
)
const flashes = computed(() => shutter.lights.some((l) => l.pulse.length > 0))
const words = computed(() => `${shutter.title}. ${shutter.black_words}.`)
</script>

<template>
  <div ref="box" class="plot">
    <svg
      :viewBox="`-74 0 ${W + 96} 322`"
      :width="rem(W + 96)"
      :height="rem(322)"
      class="block max-w-full"
      role="img"
      :aria-label="words"
    >
      <ZonePatterns :id="id" />
      <text x="-10" :y="base - 22" text-anchor="end">flash</text>
      <path
        v-for="pulse in pulses"
        :key="pulse.id"
        :d="pulse.d"
        :fill="ROLE_COLOURS[pulse.role]"
        fill-opacity="0.3"
        :stroke="ROLE_COLOURS[pulse.role]"
        stroke-width="1.6"
      />
      <path :d="`M0 ${base}H${W}`" stroke="var(--line-2)" />
      <text v-if="!flashes" x="8" :y="base - 22" class="quiet">no unit with a table of durations yet</text>

      <rect :width="W" :y="frame.top" :height="frame.height" fill="var(--well)" stroke="var(--line-2)" />
      <path :d="openArea(scales, shutter)" fill="var(--raise)" />
      <path :d="`M${x(0)} ${y(0)}L${x(shutter.travel_ms)} ${y(1)}`" stroke="var(--text)" stroke-width="1.8" />
      <path
        :d="`M${x(shutter.open_ms)} ${y(0)}L${x(shutter.travel_ms + shutter.open_ms)} ${y(1)}`"
        stroke="var(--text)"
        stroke-width="1.8"
        stroke-dasharray="7 4"
      />
      <rect v-if="black.height > 0.5" :width="W" :y="black.y" :height="black.height" :fill="`url(#${id}-black)`" />
      <path v-if="black.height > 0.5" :d="`M0 ${black.y}H${W}`" stroke="var(--text-2)" stroke-dasharray="2 3" />
      <path :d="`M${x(shutter.flash_ms)} 20V${y(0)}`" stroke="var(--text)" stroke-width="1.2" />
      <text :x="Math.min(x(shutter.flash_ms) + 6, W - 60)" y="18">fires here</text>

      <text x="-10" :y="frame.top + 12" text-anchor="end">far edge</text>
      <text x="-10" :y="frame.top + frame.height - 4" text-anchor="end">start edge</text>
      <text v-if="!shutter.leaf" :x="x(shutter.travel_ms) * 0.5 - 8" :y="y(0.5) - 8" text-anchor="end" class="halo">
        first opens
      </text>
      <text v-if="!shutter.leaf" :x="x(shutter.open_ms + shutter.travel_ms * 0.5) + 10" :y="y(0.5) + 4" class="halo">
        second covers
      </text>
      <BottomAxis :marks="marks" :y="y(0)" :width="W" title="milliseconds" />
    </svg>
  </div>
</template>

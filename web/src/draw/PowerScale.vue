<script setup lang="ts">
import { computed } from 'vue'
import type { components } from '@/api/generated'
import { MARKS, ROLE_COLOURS } from './marks'
import { rem } from './measure'
import { textWidth } from './placer'
import { POWER_WIDTH, powerScale } from './power'

/** A unit's own power scale: where it is set, and where it goes. Bare where it is named beside it. */
const { power, bare = false } = defineProps<{ power: components['schemas']['PowerDrawing']; bare?: boolean }>()

const W = POWER_WIDTH
const TOP = computed(() => (bare ? 12 : 0))
const AXIS = 44

const x = computed(() => powerScale(power.lowest))
const ends = computed(() => [x.value(0), x.value(power.lowest)])

/** Every mark that has room; labels only where they do not touch. */
const ticks = computed(() => {
  let free = -Infinity
  return power.ticks.map((tick) => {
    const at = x.value(tick.stops)
    const half = tick.label ? textWidth(tick.label, 12) / 2 : 0
    const shown = tick.label && at - half > free ? tick.label : undefined
    if (shown) free = at + half + 2
    return { at, long: Boolean(tick.label), label: shown }
  })
})
const said = computed(() => `${power.unit}, now ${power.now_written}`)
</script>

<template>
  <svg :viewBox="`0 ${TOP} ${W} ${66 - TOP}`" :width="rem(W)" :height="rem(66 - TOP)" role="img" :aria-label="said">
    <template v-if="!bare">
      <text x="8" y="12" class="words">{{ power.unit }}</text>
      <text :x="W - 8" y="12" text-anchor="end" class="words">now {{ power.now_written }}</text>
    </template>
    <path :d="`M${ends[0]} ${AXIS}H${ends[1]}`" stroke="var(--edge)" />
    <path
      :d="ticks.map((t) => `M${t.at.toFixed(2)} ${AXIS}v${t.long ? -7 : -4}`).join('')"
      stroke="var(--edge)"
      stroke-width="1"
    />
    <text v-for="t in ticks.filter((t) => t.label)" :key="t.at" :x="t.at" :y="AXIS + 16" text-anchor="middle">
      {{ t.label }}
    </text>
    <g :stroke="ROLE_COLOURS[power.role]" stroke-width="1.600">
      <template v-if="power.next != null">
        <path :d="`M${x(power.now)} 24H${x(power.next)}`" />
        <path :d="`M${x(power.next)} 24V${AXIS}`" />
      </template>
      <path :d="`M${x(power.now)} 24V${AXIS}`" />
    </g>
    <path
      v-if="power.next != null"
      :d="MARKS[power.role](6.5)"
      :transform="`translate(${x(power.next)} 24)`"
      fill="var(--well)"
      :stroke="ROLE_COLOURS[power.role]"
      stroke-width="1.600"
    />
    <path :d="MARKS[power.role](7)" :transform="`translate(${x(power.now)} 24)`" :fill="ROLE_COLOURS[power.role]" />
  </svg>
</template>

<style scoped>
text {
  font-size: 12px;
  font-stretch: 84%;
  fill: var(--text-2);
}

.words {
  fill: var(--text-3);
  font-size: 12px;
}
</style>

<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Board } from '@/api/client'
import { FTspans } from './FTspans'
import LadderTable from './LadderTable.vue'
import { MARKS, ROLE_COLOURS } from './marks'
import RoleMark from './RoleMark.vue'
import { useDrawingSize } from './measure'
import { spineOf } from './spine'

/** All lights on one spine. */
const {
  board,
  chosen = '',
  ghost,
  wished = false,
} = defineProps<{
  board: Board
  chosen?: string
  /** Nothing but what is wished. */
  wished?: boolean
  ghost?: { lane: string; stops: number; shown: string }
}>()

const frame = useTemplateRef('frame')
const { width, height } = useDrawingSize(frame, { width: 374, height: 200 })
const spine = computed(() => spineOf(board, Math.max(80, height.value), ghost, wished))
const X = 98
const rungs = computed(() =>
  board.ladder.rungs.filter((r) => r.stops <= spine.value.top && r.stops >= spine.value.bottom),
)
const strip = computed(() => {
  const { top, y, bottom } = spine.value
  const h = y(0) - y(0.1)
  return board.ladder.tones
    .map((tone, i) => ({ tone, stops: board.ladder.top - i / 10 }))
    .filter((t) => t.stops <= top + 0.05 && t.stops >= bottom - 0.05)
    .map((t) => ({ y: y(t.stops) - h / 2, h: h + 0.6, grey: `rgb(${t.tone} ${t.tone} ${t.tone})` }))
})
/** Marks side by side where two lights stand at one level. */
const markX = (i: number) => X + 34 + (i % 2) * 26
</script>

<template>
  <section class="card flex min-h-0 flex-col overflow-hidden" aria-label="Stop ladder">
    <div ref="frame" class="min-h-0 flex-1">
      <svg
        :viewBox="`0 0 ${width} ${height}`"
        class="block size-full"
        role="img"
        aria-label="The lights on one scale of stops. The table that follows says the same."
      >
        <g v-for="rung in rungs" :key="rung.shown">
          <path
            :d="`M0 ${spine.y(rung.stops)}H${width}`"
            :stroke="rung.stops === 0 ? 'var(--text)' : 'var(--line)'"
            :stroke-width="rung.stops === 0 ? 1.6 : 1"
          />
          <text v-if="rung.aperture" x="52" :y="spine.y(rung.stops) + 4.5" text-anchor="end" class="f-mark">
            <FTspans :f="rung.aperture" :size="13" />
          </text>
          <text x="86" :y="spine.y(rung.stops) + 4.5" text-anchor="end" :class="rung.stops === 0 ? 'zero' : ''">
            {{ rung.shown }}
          </text>
        </g>
        <rect
          v-for="(band, i) in strip"
          :key="i"
          :x="X - 8"
          :y="band.y"
          width="16"
          :height="band.h"
          :fill="band.grey"
        />
        <rect :x="X - 8" y="0" width="16" :height="height" fill="none" stroke="var(--line-2)" />
        <g v-for="(mark, i) in spine.marks" :key="mark.lane">
          <path
            :d="`M${X + 8} ${mark.y}H${markX(i)}`"
            :stroke="ROLE_COLOURS[mark.role]"
            stroke-width="1.400"
            :stroke-dasharray="mark.form === 'ghost' ? '2 3' : undefined"
          />
          <path
            v-if="mark.targetY !== undefined"
            :d="`M${markX(i)} ${mark.y}V${mark.targetY}`"
            :stroke="ROLE_COLOURS[mark.role]"
            stroke-width="1.400"
          />
          <path
            v-if="mark.targetY !== undefined"
            :d="MARKS[mark.role](8)"
            :transform="`translate(${markX(i)} ${mark.targetY})`"
            fill="var(--well)"
            :stroke="ROLE_COLOURS[mark.role]"
            stroke-width="1.800"
          />
          <path
            v-if="mark.form === 'seated'"
            :d="MARKS.key(12)"
            :transform="`translate(${markX(i)} ${mark.y})`"
            fill="var(--card)"
            :stroke="ROLE_COLOURS[mark.role]"
            stroke-width="1.800"
          />
          <path
            :d="MARKS[mark.role](mark.form === 'seated' ? 7.5 : 9)"
            :transform="`translate(${markX(i)} ${mark.y})`"
            :fill="mark.form === 'filled' || mark.form === 'seated' ? ROLE_COLOURS[mark.role] : 'var(--well)'"
            :stroke="ROLE_COLOURS[mark.role]"
            :stroke-width="mark.form === 'hollow' ? 1.8 : 1.1"
            :stroke-dasharray="mark.form === 'ghost' ? '2.500 2' : undefined"
          />
          <path
            v-if="Math.abs(mark.textY - mark.y) > 4"
            :d="`M${markX(i) + 12} ${mark.y}L${X + 88} ${mark.textY}`"
            stroke="var(--line-2)"
          />
          <text :x="X + 92" :y="mark.textY + 5" class="name" :class="mark.lane === chosen ? 'chosen' : ''">
            <tspan :style="{ fill: ROLE_COLOURS[mark.role] }">{{ mark.name }} {{ mark.level }}</tspan>
            <tspan dx="6" class="said">{{ mark.words }}</tspan>
          </text>
        </g>
      </svg>
    </div>
    <p
      v-if="spine.outside.length > 0"
      class="flex h-7.5 items-center gap-4 overflow-hidden border-t border-line px-3 text-[0.78125rem] whitespace-nowrap text-text-2"
    >
      <span v-for="o in spine.outside" :key="o.lane" class="flex items-center gap-2"
        ><RoleMark :role="o.role" :size="13" /> {{ o.words }}</span
      >
    </p>
    <div class="relative"><LadderTable :board="board" /></div>
  </section>
</template>

<style scoped>
svg text {
  font-size: 13px;
  fill: var(--text-2);
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 4px;
  stroke-linejoin: round;
}

svg .zero {
  font-weight: 700;
  fill: var(--text);
}

svg .f-mark {
  fill: var(--text-3);
}

svg .name {
  font-size: 14px;
  font-weight: 650;
}

svg .name.chosen {
  font-weight: 800;
}

svg .said {
  font-size: 12.5px;
  font-weight: 400;
  font-stretch: 84%;
}

:deep(.f) {
  font-family: var(--font-voice);
  font-style: italic;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { Board } from '@/api/client'
import { FTspans } from '@/draw/FTspans'
import type { LaneBox, Scale } from './scale'

/** What every light is read against: the stops, white and black, and in the camera's lane the scale itself with its greys. */
const { board, scale, boxes } = defineProps<{ board: Board; scale: Scale; boxes: LaneBox[]; width: number }>()
const camera = computed(() => boxes.find((b) => b.lane.kind === 'camera'))
const strip = computed(() => {
  const perTenth = scale.y(board.ladder.top - 0.1) - scale.y(board.ladder.top)
  return board.ladder.tones.slice(0, -1).map((tone, i) => ({
    y: scale.y(board.ladder.top) + i * perTenth,
    h: perTenth + 0.5,
    grey: `rgb(${tone} ${tone} ${tone})`,
  }))
})
</script>

<template>
  <g>
    <rect :width="width" :height="scale.y(board.ladder.clip)" fill="url(#ladder-clip)" />
    <rect
      :y="scale.y(board.ladder.black)"
      :width="width"
      :height="scale.height - scale.y(board.ladder.black)"
      fill="url(#ladder-black)"
    />
    <path
      :d="`M0 ${scale.y(board.ladder.clip)}H${width}M0 ${scale.y(board.ladder.black)}H${width}`"
      stroke="var(--line-2)"
    />
    <path
      :d="board.ladder.rungs.map((r) => `M0 ${scale.y(r.stops)}H${width}`).join('')"
      stroke="var(--line)"
      shape-rendering="crispEdges"
    />
    <path
      :d="
        boxes
          .slice(1)
          .map((b) => `M${b.x} 0V${scale.height}`)
          .join('')
      "
      stroke="var(--line)"
      shape-rendering="crispEdges"
    />
    <path :d="`M0 ${scale.y(0)}H${width}`" stroke="var(--text)" stroke-width="1.600" />

    <!-- The camera's lane is the scale itself. -->
    <g v-if="camera">
      <rect
        v-for="(band, i) in strip"
        :key="i"
        :x="camera.x + camera.w / 2 - 7"
        :y="band.y"
        width="14"
        :height="band.h"
        :fill="band.grey"
      />
      <rect
        :x="camera.x + camera.w / 2 - 7"
        :y="scale.y(board.ladder.top) - 0.5"
        width="14"
        :height="scale.y(board.ladder.bottom) - scale.y(board.ladder.top) + 1"
        fill="none"
        stroke="var(--line-2)"
      />
      <g class="scale">
        <g v-for="rung in board.ladder.rungs" :key="rung.shown">
          <path
            :d="`M${camera.x + camera.w / 2 - 11} ${scale.y(rung.stops)}h4m14 0h4`"
            stroke="var(--edge)"
            shape-rendering="crispEdges"
          />
          <text
            :x="camera.x + camera.w / 2 - 14"
            :y="scale.y(rung.stops) + 4"
            text-anchor="end"
            :class="rung.stops === 0 ? 'zero' : ''"
          >
            {{ rung.shown }}
          </text>
          <text
            v-if="rung.aperture"
            :x="camera.x + camera.w / 2 + 14"
            :y="scale.y(rung.stops) + 4"
            :class="rung.stops === 0 ? 'zero' : ''"
          >
            <FTspans :f="rung.aperture" :size="12" />
          </text>
        </g>
      </g>
    </g>
  </g>
</template>

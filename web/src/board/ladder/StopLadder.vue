<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import type { Board, Lane } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { wishAt, wishFor } from '@/look/wishes'
import StateSign from '@/draw/StateSign.vue'
import RoleMark from '@/draw/RoleMark.vue'
import { MARKS, ROLE_COLOURS } from '@/draw/marks'
import { GHOST_R, R, sizeOf, type Ghost } from './drawn'
import { draw } from './geometry'
import LadderScale from './LadderScale.vue'
import { FOOT, HEAD, laneBoxes, scaleOf, TRIGGER } from './scale'
import { FTspans } from '@/draw/FTspans'
import { outline, type Spread } from '@/draw/outline'
import { useHold } from '@/draw/hold'
import LadderTable from '@/draw/LadderTable.vue'
import ZonePatterns from '@/draw/ZonePatterns.vue'
import { rem, useDrawingSize } from '@/draw/measure'

/** The stop ladder: the order of the work is its head, every light stands on one scale of stops, what is dialled is its foot. */
const {
  board,
  chosen,
  ghosts = [],
  foretold,
  still = false,
  far = false,
} = defineProps<{ board: Board; chosen: string; ghosts?: Ghost[]; foretold?: Spread; still?: boolean; far?: boolean }>()
const emit = defineEmits<{ choose: [lane: string]; draft: [entry: TypedEntry]; write: [entry: TypedEntry]; drop: [] }>()

const frame = useTemplateRef('frame')
const { width, height } = useDrawingSize(frame, { width: 816, height: 554 })

/** Marks glide when a level changes, not when the ladder is laid out anew. */
const glides = ref(false)
const glideSoon = useDebounceFn(() => (glides.value = true), 300)
watch(
  [width, height, () => board.lanes.length],
  () => {
    glides.value = false
    void glideSoon()
  },
  { immediate: true },
)

/** From afar it is not read. */
const foot = computed(() => (far ? 0 : FOOT + (board.lanes.some((l) => l.foot.trigger) ? TRIGGER : 0)))
const body = computed(() => Math.max(far ? 160 : 240, height.value - HEAD - foot.value))
const scale = computed(() => scaleOf(board, body.value))
const boxes = computed(() => laneBoxes(board, width.value))
const drawing = computed(() => draw(board, boxes.value, scale.value, ghosts))
/** All lanes together: wider than the card where there are many. */
const inner = computed(() => boxes.value.reduce((sum, box) => sum + box.w, 0))
/** Where lanes are narrow, each line of their heads has one thing on it. */
const close = computed(() => inner.value / boxes.value.length < 84)
const columns = computed(() => boxes.value.map((b) => rem(b.w)).join(' '))
/** The tones of the frame as it will be, in its own lane: dashed, as all that is foretold. */
const spread = computed(() => {
  const box = boxes.value.find((b) => b.lane.kind === 'frame')
  const { top, bottom, y } = scale.value
  return box && foretold ? outline(foretold, [top, bottom], y, box.x + 8, box.w - 20) : undefined
})
const isOff = (lane: Lane) => lane.state === 'over' || lane.state === 'under'
/** What lies between reading and wish stands on a line of its own where lanes stand close. */
const gapOf = (lane: Lane) => (lane.gap && lane.words.startsWith(`${lane.gap.shown} `) ? lane.gap.shown : '')
const wordOf = (lane: Lane) => lane.words.slice(gapOf(lane).length).trim()
const isRight = (lane: Lane) => ['on_target', 'likely_on_target', 'removed', 'kept'].includes(lane.state)

/** A wish is dragged in tenths: the board follows while it moves, one entry is written when it is let go. */
const dragged = ref<{ lane: string; from: number; level: number }>()
const { take, drag, letGo, cancelled } = useHold(frame, {
  drop() {
    const last = dragged.value
    dragged.value = undefined
    if (!last) return
    // Brought back to where it was: nothing is written, and what was shown on the way goes.
    if (last.level === last.from) emit('drop')
    else write('write', last)
  },
  giveUp() {
    dragged.value = undefined
    emit('drop')
  },
})

function grab(event: PointerEvent, id: string): void {
  const lane = board.lanes.find((l) => l.id === id)
  const from = lane?.target?.stops ?? lane?.floor?.stops
  if (still || event.button !== 0 || from === undefined) return
  emit('choose', id)
  dragged.value = { lane: id, from, level: from }
  take(event, (here) => {
    const level = Math.round(scale.value.y.back(here.y - HEAD) * 10) / 10
    if (level === dragged.value?.level) return
    dragged.value = { lane: id, from, level }
    write('draft', dragged.value)
  })
}

function write(how: 'draft' | 'write', { lane: id, level }: { lane: string; level: number }): void {
  const lane = board.lanes.find((l) => l.id === id)
  if (!lane) return
  const entry = wishAt(lane, wishFor(lane, level))
  if (how === 'draft') emit('draft', entry)
  else emit('write', entry)
}
</script>

<template>
  <section
    ref="frame"
    class="ladder card relative overflow-x-auto overflow-y-hidden [scrollbar-width:thin]"
    aria-label="Stop ladder"
  >
    <!-- The chosen lane, through head, scale and foot. -->
    <template v-for="box in boxes" :key="box.lane.id">
      <div
        v-if="box.lane.id === chosen"
        class="pointer-events-none absolute inset-y-0 border-t-[3px] border-text bg-text/[0.055]"
        :style="{ left: rem(box.x), width: rem(box.w) }"
      />
    </template>

    <div class="grid" :style="{ gridTemplateColumns: columns, height: rem(HEAD) }" role="toolbar" aria-label="Lanes">
      <button
        v-for="{ lane } in boxes"
        :key="lane.id"
        type="button"
        class="flex min-w-0 flex-col border-l border-line text-left first:border-l-0 focus-visible:outline-offset-[-3px]"
        :class="close ? 'px-1 pt-1' : 'px-2 pt-2.25'"
        :aria-pressed="lane.id === chosen"
        :title="`${lane.name}, ${lane.words}`"
        @click="emit('choose', lane.id)"
      >
        <span
          class="flex items-center font-[650]"
          :class="close ? 'gap-1 text-label [font-stretch:84%]!' : 'gap-1.5 text-head'"
        >
          <RoleMark v-if="lane.role" :role="lane.role" />
          <span class="truncate" :class="lane.state === 'untouched' ? 'text-text-3' : ''">{{ lane.name }}</span>
          <span v-if="!close" class="ml-auto text-tick font-normal text-text-3">{{ lane.number }}</span>
        </span>
        <span
          class="label"
          :class="[
            close ? 'grid gap-x-0.75 leading-4 [font-stretch:75%]!' : 'mt-0.75 flex items-center gap-1.25',
            isOff(lane) || lane.state === 'read_again'
              ? 'font-[700] text-text'
              : lane.state === 'untouched'
                ? 'text-text-3'
                : 'text-text-2',
          ]"
        >
          <span v-if="close" class="flex items-center gap-0.75">
            <StateSign :state="lane.state" /> {{ gapOf(lane) }}
            <span class="ml-auto text-tick font-normal text-text-3">{{ lane.number }}</span>
          </span>
          <StateSign v-else :state="lane.state" />
          <span class="truncate" :class="isRight(lane) ? 'text-text' : ''">{{
            close ? wordOf(lane) : lane.words
          }}</span>
        </span>
      </button>
    </div>

    <svg
      class="absolute left-0 block [touch-action:pan-x_pan-y] select-none"
      :style="{ top: rem(HEAD), width: rem(inner), height: rem(body) }"
      :viewBox="`0 0 ${inner} ${body}`"
      role="img"
      aria-label="Every light on one scale of stops against the exposure. The table that follows says the same."
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="cancelled"
    >
      <ZonePatterns id="ladder" />

      <LadderScale :board :scale :boxes :width="inner" />

      <path
        v-if="spread"
        :d="spread"
        fill="none"
        stroke="var(--text-2)"
        stroke-width="1.2"
        stroke-dasharray="3 2"
        stroke-linejoin="round"
      />

      <!-- Levels, wishes, and what lies between. -->
      <path
        v-for="(rule, i) in drawing.rules"
        :key="`rule-${i}`"
        :d="`M${rule.x1} ${rule.y}H${rule.x2}`"
        :stroke="rule.role ? ROLE_COLOURS[rule.role] : 'var(--text)'"
        :stroke-width="rule.form === 'bar' ? 3 : rule.form === 'floor' ? 1.8 : 1"
        :stroke-dasharray="rule.form === 'likely' ? '2 3' : rule.form === 'after' ? '3 3' : undefined"
        :opacity="rule.form === 'level' ? 0.6 : 1"
      />
      <path
        v-for="(rule, i) in drawing.rules.filter((r) => r.form === 'floor')"
        :key="`floor-${i}`"
        :d="`M${rule.x1 + 4} ${rule.y}h10l-5 5z`"
        :fill="ROLE_COLOURS[rule.role ?? 'room']"
      />
      <path
        v-for="(ruler, i) in drawing.rulers"
        :key="`ruler-${i}`"
        :d="
          `M${ruler.x} ${ruler.y1}V${ruler.y2}` +
          ruler.ticks.map((t) => `M${ruler.x} ${t.y}h${t.long ? 6 : 3}`).join('')
        "
        :stroke="ROLE_COLOURS[ruler.role]"
        stroke-width="1.200"
        fill="none"
      />
      <path
        v-for="(whisker, i) in drawing.whiskers"
        :key="`whisker-${i}`"
        :d="`M${whisker.x - 3} ${whisker.y1}h6m-3 0V${whisker.y2}m-3 0h6`"
        :stroke="ROLE_COLOURS[whisker.role]"
        stroke-dasharray="2 3"
        fill="none"
      />
      <g v-if="drawing.bracket" fill="none" stroke="var(--text-2)">
        <path
          :d="`M${drawing.bracket.x - 9} ${drawing.bracket.y1}H${drawing.bracket.x}V${drawing.bracket.y2}h9`"
          stroke="var(--text)"
          stroke-width="1.400"
        />
        <path
          v-if="drawing.bracket.box && drawing.bracket.box.y > Math.max(drawing.bracket.y1, drawing.bracket.y2)"
          :d="`M${drawing.bracket.x} ${Math.max(drawing.bracket.y1, drawing.bracket.y2)}V${drawing.bracket.box.y}`"
          stroke-dasharray="1.500 3"
        />
        <rect
          v-if="drawing.bracket.box"
          :x="drawing.bracket.box.x + 0.5"
          :y="drawing.bracket.box.y + 0.5"
          :width="drawing.bracket.box.w - 1"
          :height="drawing.bracket.box.h - 1"
          rx="5"
          fill="var(--card)"
          stroke="var(--line-2)"
        />
      </g>
      <g
        v-if="drawing.bracket?.box"
        class="bracket"
        text-anchor="middle"
        :transform="`translate(${drawing.bracket.box.x + drawing.bracket.box.w / 2} ${drawing.bracket.box.y})`"
      >
        <text y="21" class="ratio">{{ drawing.bracket.lines[0] }}</text>
        <text y="36">{{ drawing.bracket.lines[1] }}</text>
        <text y="51">{{ drawing.bracket.lines[2] }}</text>
        <text y="66" class="other">{{ drawing.bracket.lines[3] }}</text>
      </g>
      <path
        v-for="(arrow, i) in drawing.arrows"
        :key="`arrow-${i}`"
        :d="`M${arrow.x} ${arrow.y1}V${arrow.y2}m-3 ${arrow.y2 > arrow.y1 ? -4 : 4}l3 ${arrow.y2 > arrow.y1 ? 4 : -4}l3 ${arrow.y2 > arrow.y1 ? -4 : 4}`"
        fill="none"
        stroke="var(--text-2)"
      />

      <rect
        v-for="(handle, i) in still ? [] : drawing.handles"
        :key="`handle-${i}`"
        class="touch-none cursor-ns-resize"
        :x="handle.x"
        :y="handle.y"
        :width="handle.w"
        :height="handle.h"
        :data-handle="handle.lane"
        fill="transparent"
        @pointerdown="grab($event, handle.lane)"
      />
      <g
        v-for="(shape, i) in drawing.shapes"
        :key="`${shape.lane}.${shape.form}.${i}`"
        :class="[glides && !dragged ? 'glides' : '', shape.handle && !still ? 'cursor-ns-resize touch-none' : '']"
        :style="{ transform: `translate(${shape.x}px, ${shape.y}px)` }"
        :data-mark="`${shape.lane}.${shape.form}`"
        @pointerdown="shape.handle && grab($event, shape.lane)"
      >
        <rect v-if="shape.handle" x="-16" y="-16" width="32" height="32" fill="transparent" />
        <path
          v-if="shape.form === 'seated'"
          :d="MARKS.key(R + 3)"
          fill="var(--card)"
          :stroke="ROLE_COLOURS[shape.role]"
          stroke-width="1.800"
        />
        <path
          v-if="shape.form === 'ghost'"
          :d="MARKS[shape.role](GHOST_R)"
          fill="none"
          :stroke="ROLE_COLOURS[shape.role]"
          stroke-width="1.100"
          stroke-dasharray="2.500 2"
        />
        <path
          v-else
          :d="MARKS[shape.role](shape.form === 'hollow' ? R - 1 : shape.form === 'seated' ? R - 2 : R)"
          :fill="shape.form === 'hollow' ? 'var(--well)' : ROLE_COLOURS[shape.role]"
          :stroke="shape.form === 'hollow' ? ROLE_COLOURS[shape.role] : 'none'"
          stroke-width="1.800"
          stroke-linejoin="round"
        />
        <path
          v-if="shape.beyond"
          :d="shape.beyond === 'above' ? 'M-4 -10l4 -4l4 4' : 'M-4 10l4 4l4 -4'"
          fill="none"
          :stroke="ROLE_COLOURS[shape.role]"
          stroke-width="1.400"
        />
      </g>

      <g class="texts">
        <text
          v-for="t in drawing.texts"
          :key="t.what.id"
          :data-text="t.what.id"
          :class="t.what.kind"
          :x="t.x"
          :y="t.y + t.h - 3.5"
          :style="t.what.kind === 'gap' && t.what.role ? { fill: ROLE_COLOURS[t.what.role] } : undefined"
          :font-size="sizeOf(t.what.kind)"
        >
          <FTspans v-if="t.what.f" :f="t.what.f" :size="sizeOf(t.what.kind)" />
          <template v-else>{{ t.what.text }}</template>
        </text>
      </g>

      <g v-if="drawing.legend" class="texts" :transform="`translate(${drawing.legend.x} ${drawing.legend.y})`">
        <g v-for="(row, i) in ['last reading', 'target', 'after the move']" :key="row">
          <circle
            cx="8"
            :cy="10 + i * 19"
            r="5.500"
            :fill="i === 0 ? 'var(--text-2)' : 'none'"
            stroke="var(--text-2)"
            stroke-width="1.200"
            :stroke-dasharray="i === 2 ? '2 2' : undefined"
          />
          <text x="22" :y="14 + i * 19" class="quiet" font-size="12">{{ row }}</text>
        </g>
      </g>
    </svg>

    <div
      v-if="!far"
      class="absolute bottom-0 left-0 grid"
      :style="{ gridTemplateColumns: columns, height: rem(foot) }"
      aria-hidden="true"
    >
      <div
        v-for="{ lane } in boxes"
        :key="lane.id"
        class="label min-w-0 overflow-hidden border-l border-line pt-1.5 leading-3.75 first:border-l-0"
        :class="close ? 'px-1 [font-stretch:75%]!' : 'px-2'"
      >
        <template v-if="lane.foot.strong">
          <p class="truncate text-body font-[650]">{{ lane.foot.strong }}</p>
          <p class="truncate" :class="lane.foot.pending ? 'font-[650] text-text' : 'text-text-2'">
            {{ lane.foot.pending ?? lane.foot.plain }}
          </p>
          <p class="truncate text-text-2">{{ lane.foot.third }}</p>
          <p v-if="lane.foot.trigger" class="truncate text-text-2">{{ lane.foot.trigger }}</p>
        </template>
        <p v-else class="text-text-2">{{ lane.foot.plain }}</p>
      </div>
    </div>

    <LadderTable :board="board" />
  </section>
</template>

<style src="./ladder.css"></style>

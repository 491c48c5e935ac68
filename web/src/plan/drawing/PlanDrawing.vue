<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import type { Contours, Entry, Plan, PlanLight, Setup } from '@/api/client'
import { textWidth, type Box } from '@/draw/placer'
import { FOOT, told } from '@/forms/lengths'
import { ROLE_COLOURS } from '@/draw/marks'
import { useHold } from '@/draw/hold'
import type { Spot } from '@/draw/spot'
import { useAround } from './around'
import { useHandles } from './handles'
import { along, labelled, type Named } from './labels'
import LightMark from '@/draw/LightMark.vue'
import PanelsLayer from './PanelsLayer.vue'
import { outward } from './place'
import { groundEnds, wallCorners } from './room'
import RoomLayer from './RoomLayer.vue'
import { path } from '@/draw/path'
import { useDrawingSize } from '@/draw/measure'
import { type Extent, numbersOn, pair, toMetres, toPx } from './window'

/** The studio from above, to scale: camera at the foot, ground at the top. Lights, camera, sitter and panels are dragged or nudged. */
const { plan, extent, contours, chosen, setup, moving, still, caption } = defineProps<{
  plan: Plan
  /** What is shown until it is zoomed; it does not follow what is dragged. */
  extent: Extent
  contours: Contours[]
  chosen: string
  setup: Setup
  /** What is being moved and not written yet. */
  moving?: Entry
  still?: boolean
  /** What the lines mean. */
  caption?: string
}>()
const emit = defineEmits<{
  choose: [light: string]
  move: [entry: Entry]
  nudge: [entry: Entry]
  drop: []
  giveUp: []
}>()

const frame = useTemplateRef('frame')
const { width, height } = useDrawingSize(frame)
const size = computed(() => ({ width: width.value || 400, height: height.value || 320 }))
/** The plan is told from the sitter: while that one is moved, the drawing goes along and the room stays. */
const gone = computed(() => (moving && 'sitter_moved' in moving ? moving.sitter_moved : { x: 0, z: 0 }))
// ---- hands and keys ----

const say = { drop: () => emit('drop'), giveUp: () => emit('giveUp') }
const { held, local, take, drag, letGo, cancelled } = useHold(frame, say)
const { byHand, view, floor, pan, lift, wheel, zoom, lookAround } = useAround(
  () => ({ extent, size: size.value, gone: gone.value }),
  local,
)
watch(
  () => setup.studio,
  (now, before) => {
    // Another room is looked at as a whole.
    if (Boolean(now) !== Boolean(before)) byHand.value = undefined
  },
)
const hands = useHandles({
  now: () => ({ plan, setup, gone: gone.value, moving, still }),
  floorAt: (event) => floorAt(local(event)),
  choose: (light) => emit('choose', light),
  nudge: (entry) => emit('nudge', entry),
  drop: () => emit('drop'),
  follow: (event, entry) =>
    take(event, (here, free) => {
      const { x, z } = floorAt(here)
      emit('move', entry(x, z, free))
    }),
})
const floorAt = (here: Spot) => toMetres(view.value, size.value, here.x, here.y)
function point(event: PointerEvent): void {
  if (held.value) drag(event)
  else pan(event)
}
function release(event: PointerEvent): void {
  lift(event)
  letGo(event)
}
/** The touch was taken away, by the system or by a palm: nothing was meant by it. */
function cancel(event: PointerEvent): void {
  lift(event)
  cancelled(event)
}

const px = (x: number, z: number) => toPx(view.value, size.value, x, z)
const feet = computed(() => plan.length === 'feet')

// ---- what stands there ----

const at = (l: PlanLight) => px(l.at.x, l.at.z)
const aim = (l: PlanLight) => px(l.aim.x, l.aim.z)
const outline = (points: readonly { x: number; z: number }[]) => points.map((p) => px(p.x, p.z))
/** The handle that turns a light: on its ray, clear of its mark. */
function handle(l: PlanLight): Spot {
  const [from, to] = [at(l), aim(l)]
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const out = Math.min(38, Math.max(26, long * 0.6))
  return { x: from.x + ((to.x - from.x) / long) * out, y: from.y + ((to.y - from.y) / long) * out }
}
const sitter = computed(() => px(0, 0))
const facing = computed(() => plan.studio.sitter.facing)
const camera = computed(() => px(plan.camera.at.x, plan.camera.at.z))
const bar = computed(() => (feet.value ? 3 * FOOT : 1) * view.value.scale)
const range = computed(() => {
  const r = plan.range
  if (!r) return undefined
  const [left, right, back, front] = [r.left ?? 1.5, r.right ?? 1.5, r.back ?? 1.5, r.forward ?? 1.5]
  return { across: [px(-left, 0), px(right, 0)], along: [px(0, -back), px(0, front)] } as const
})

// ---- lines of equal light ----

const roleOf = (light: string | null | undefined) => setup.lights.find((l) => l.id === light)?.role ?? 'key'
const closed = (run: number[][]) => run[0]?.[0] === run.at(-1)?.[0] && run[0]?.[1] === run.at(-1)?.[1]
const lines = computed(() =>
  contours.map((set) => {
    const own = set.light === chosen || set.light == null
    return {
      key: set.light ?? 'all',
      colour: set.light == null ? 'var(--text-2)' : ROLE_COLOURS[roleOf(set.light)],
      own,
      paths: set.lines.map((c) => ({
        stops: c.stops,
        shown: c.shown,
        d: c.lines.map((run) => path(run.map((p) => px(...pair(p))))).join(''),
        nought: c.stops === 0 && own,
        // Only what is closed has an inside.
        inside:
          set.light == null
            ? ''
            : c.lines
                .filter(closed)
                .map((run) => path(run.map((p) => px(...pair(p)))))
                .join(''),
      })),
    }
  }),
)

// ---- labels ----

const labels = computed(() => {
  const { width: w, height: h } = size.value
  const mark = (p: Spot, half: number): Box => ({ x: p.x - half, y: p.y - half, w: 2 * half, h: 2 * half })
  const held = plan.lights.find((l) => l.light === chosen)
  const marks: Box[] = [
    ...plan.lights.map((l) => mark(at(l), 12)),
    ...(held ? [mark(handle(held), 7)] : []),
    { x: sitter.value.x - 18, y: sitter.value.y - 12, w: 36, h: 26 },
    mark(camera.value, 11),
    // The bar and the tools.
    { x: 0, y: h - 22, w: bar.value + 40, h: 22 },
    { x: w - 70, y: h - 36, w: 70, h: 36 },
    { x: 0, y: 0, w: caption ? textWidth(caption, 12) + 10 : 0, h: 18 },
  ]
  const things = plan.lights.map((l): Named => {
    const words = { head: l.name, tail: l.words, colour: ROLE_COLOURS[l.role] }
    return { words, at: at(l), outline: outline(l.edge), side: outward(l), rank: l.light === chosen ? 0 : 1 }
  })
  const words = { head: 'Camera', tail: plan.camera.words, colour: 'var(--text)' }
  things.push({ words, at: camera.value, outline: [], side: 'left', rank: 2 })
  const drawn = [
    ...plan.lights.flatMap((l) => [...along(outline(l.edge), true), ...along([at(l), aim(l)])]),
    ...along(outline(wallCorners(plan.studio)), true),
    ...along(outline(groundEnds(plan.studio))),
  ]
  return labelled(things, size.value, marks, drawn)
})

/** The lines' numbers keep clear of what stands there and of its words. */
const numbers = computed(() => {
  const set = lines.value.find((l) => l.own)
  const words = labels.value.flatMap((l) =>
    [0, 0.25, 0.5, 0.75, 1].map((by) => ({ x: l.x + l.w * by, y: l.y + l.h / 2 })),
  )
  const marks = [sitter.value, camera.value, ...plan.lights.flatMap((l) => [at(l), handle(l)])]
  const own = contours.find((c) => c.light === chosen || c.light == null)
  const spots = (own?.lines ?? []).map((c) => ({
    shown: c.shown,
    points: c.lines.flat().map((p) => px(...pair(p))),
  }))
  return numbersOn(spots, size.value, [...marks, ...words]).map((n) => ({ ...n, colour: set?.colour }))
})

const metres = (v: number) => told(v, plan.length)
const aimWords = (l: PlanLight) => `${l.name} looks at ${metres(l.aim.x)} across, ${metres(l.aim.z)} toward the camera`
</script>

<template>
  <div ref="frame" class="relative min-h-0 touch-none overflow-hidden rounded-key bg-well select-none">
    <svg
      :viewBox="`0 0 ${size.width} ${size.height}`"
      class="plot absolute inset-0 size-full"
      role="group"
      tabindex="0"
      aria-label="Plan of the studio from above, camera at the foot. Arrow keys move the view, plus and minus zoom, Home shows all."
      @pointerdown="floor"
      @pointermove="point"
      @pointerup="release"
      @pointercancel="cancel"
      @keydown="lookAround"
      @wheel.prevent="wheel"
      @dblclick="byHand = undefined"
    >
      <RoomLayer :plan="plan" :view="view" :size="size" />

      <g v-for="set in lines" :key="set.key" fill="none" :stroke="set.colour" class="pointer-events-none">
        <template v-for="line in set.paths" :key="line.shown">
          <path v-if="line.nought" :d="line.inside" :fill="set.colour" fill-opacity="0.05" stroke="none" />
          <path
            :d="line.d"
            :stroke-width="line.nought ? 2 : 1.1"
            :stroke-opacity="set.own ? 1 : line.stops === 0 ? 0.5 : 0.28"
            stroke-linejoin="round"
          />
        </template>
      </g>

      <g v-if="range" class="pointer-events-none" stroke="var(--text)" stroke-width="1.500">
        <line
          v-for="(ends, i) in [range.across, range.along]"
          :key="i"
          :x1="ends[0].x"
          :y1="ends[0].y"
          :x2="ends[1].x"
          :y2="ends[1].y"
          stroke-dasharray="1 4"
        />
      </g>

      <PanelsLayer :plan :px :still @take="hands.takePanel" @turn="hands.takeTurn" @nudge="hands.nudgePanel" />

      <g
        role="button"
        tabindex="0"
        class="cursor-grab"
        aria-label="The sitter. Arrow keys move the sitter; the lights stay where they are."
        @pointerdown="hands.takeSitter"
        @keydown="hands.nudgeSitter"
      >
        <circle :cx="sitter.x" :cy="sitter.y" r="20" fill="transparent" />
        <g :transform="`translate(${sitter.x} ${sitter.y}) rotate(${-facing})`">
          <ellipse rx="18" ry="8" fill="none" stroke="var(--text)" stroke-width="1.500" />
          <path d="M-7 0a7 7 0 0 1 14 0c0 4-3 7-7 11c-4-4-7-7-7-11z" fill="var(--text)" />
        </g>
      </g>

      <g
        role="button"
        tabindex="0"
        class="cursor-grab"
        :aria-label="`Camera, ${plan.camera.words}. Arrow keys move it.`"
        @pointerdown="hands.takeCamera"
        @keydown="hands.nudgeCamera"
      >
        <circle :cx="camera.x" :cy="camera.y" r="18" fill="transparent" />
        <path
          :transform="`translate(${camera.x} ${camera.y})`"
          d="M-9 -3h5l2 -4h4l2 4h5v10h-18z"
          fill="var(--text)"
          stroke="var(--well)"
        />
      </g>

      <!-- In an order of their own, so that who goes from one to the next by keys stays where he is; the chosen one is drawn once more on top. -->
      <g v-for="l in plan.lights" :id="`on-plan-${l.light}`" :key="l.light">
        <line
          :x1="at(l).x"
          :y1="at(l).y"
          :x2="aim(l).x"
          :y2="aim(l).y"
          :stroke="ROLE_COLOURS[l.role]"
          stroke-width="1.200"
          stroke-dasharray="2 3"
          class="pointer-events-none"
        />
        <path
          :d="path(outline(l.edge), l.edge.length > 2)"
          fill="var(--well)"
          fill-opacity="0.500"
          :stroke="ROLE_COLOURS[l.role]"
          stroke-width="2"
          class="pointer-events-none"
        />
        <path
          v-if="l.bounce"
          :d="path(outline(l.bounce.edge), true)"
          fill="none"
          :stroke="ROLE_COLOURS[l.role]"
          stroke-width="1.500"
          stroke-dasharray="5 3"
          class="pointer-events-none"
        />
        <g
          role="button"
          tabindex="0"
          class="light cursor-grab"
          :aria-label="`${l.label}. Arrow keys move it, page keys raise it.`"
          :aria-pressed="l.light === chosen"
          @pointerdown="hands.takeLight($event, l)"
          @focus="emit('choose', l.light)"
          @keydown="hands.nudgeLight($event, l, false)"
        >
          <LightMark v-bind="at(l)" :role="l.role" :size="9" :reach="22" :chosen="l.light === chosen" />
        </g>
        <g
          v-if="l.light === chosen && !still"
          role="button"
          tabindex="0"
          class="cursor-crosshair"
          :aria-label="`${aimWords(l)}. Arrow keys turn it.`"
          @pointerdown="hands.takeAim($event, l)"
          @keydown="hands.nudgeLight($event, l, true)"
        >
          <circle :cx="handle(l).x" :cy="handle(l).y" r="14" fill="transparent" />
          <circle
            :cx="handle(l).x"
            :cy="handle(l).y"
            r="5"
            fill="var(--well)"
            :stroke="ROLE_COLOURS[l.role]"
            stroke-width="2"
          />
        </g>
      </g>

      <use :href="`#on-plan-${chosen}`" class="pointer-events-none" />

      <g class="pointer-events-none">
        <text
          v-for="n in numbers"
          :key="n.shown"
          :x="n.x"
          :y="n.y + 4"
          text-anchor="middle"
          class="halo number"
          :style="{ fill: n.colour }"
        >
          {{ n.shown }}
        </text>
        <g v-for="(l, i) in labels" :key="i">
          <text :x="l.x" :y="l.y + 12" class="halo name" :style="{ fill: l.what.colour }">{{ l.what.head }}</text>
          <text :x="l.x" :y="l.y + 26" class="halo strong">{{ l.what.tail }}</text>
        </g>
        <text v-if="caption" x="8" y="15" class="halo">{{ caption }}</text>
        <path :d="`M12 ${size.height - 12}v4h${bar}v-4`" fill="none" stroke="var(--edge)" />
        <text :x="18 + bar" :y="size.height - 7" class="halo">{{ feet ? '3 ft' : '1 m' }}</text>
      </g>
    </svg>
    <div class="absolute right-1 bottom-1 flex gap-1" @pointerdown.stop>
      <button type="button" class="tool" aria-label="Zoom out" @click="zoom(1 / 1.3)">−</button>
      <button type="button" class="tool" aria-label="Zoom in" @click="zoom(1.3)">+</button>
      <button v-if="byHand" type="button" class="tool w-auto px-2" @click="byHand = undefined">Fit</button>
    </div>
  </div>
</template>

<style scoped>
.light:focus-visible,
g[role='button']:focus-visible {
  outline-offset: -2px;
}

.name {
  font-weight: 650;
}

.strong {
  font-weight: 400;
}

.number {
  font-weight: 600;
}

.tool {
  display: inline-flex;
  height: 1.75rem;
  width: 1.75rem;
  align-items: center;
  justify-content: center;
  border: 1px solid var(--line-2);
  border-radius: var(--radius-key);
  background: var(--card);
}

.tool.w-auto {
  width: auto;
}

@media (pointer: coarse) {
  .tool {
    height: 2.75rem;
    min-width: 2.75rem;
  }
}
</style>

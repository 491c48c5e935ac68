<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import type { Contours, Entry, Plan, PlanLight, Setup } from '@/api/client'
import { textWidth, type Box } from '@/draw/placer'
import { abbreviated, FOOT, inUnit } from '@/forms/lengths'
import { ROLE_COLOURS } from '@/draw/marks'
import { mine, useHold } from './hold'
import { along, labelled, type Named } from './labels'
import LightMark from '@/draw/LightMark.vue'
import {
  aimed,
  arrow,
  bearing,
  cameraAt,
  outward,
  panelAt,
  placed,
  placeOf,
  shifted,
  turned,
  type Panel,
} from './place'
import { groundEnds, wallCorners } from './room'
import RoomLayer from './RoomLayer.vue'
import { type Extent, fitted, numbersOn, pair, panned, path, snapped, toMetres, toPx, zoomed } from './window'
import type { Spot, Window } from './window'

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
}>()

const frame = useTemplateRef('frame')
const { width, height } = useElementSize(frame)
const size = computed(() => ({ width: width.value || 400, height: height.value || 320 }))
const byHand = ref<Window>()
const base = computed(() => byHand.value ?? fitted(extent, size.value, 14))
/** The plan is told from the sitter: while that one is moved, the drawing goes along and the room stays. */
const gone = computed(() => (moving && 'sitter_moved' in moving ? moving.sitter_moved : { x: 0, z: 0 }))
const view = computed(() => ({ ...base.value, x: base.value.x - gone.value.x, z: base.value.z - gone.value.z }))
const px = (x: number, z: number) => toPx(view.value, size.value, x, z)
const feet = computed(() => plan.length === 'feet')

// ---- what stands there ----

const lights = computed(() => [...plan.lights].sort((a, b) => Number(a.light === chosen) - Number(b.light === chosen)))
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
const facing = computed(() => plan.studio.sitter.facing as number)
const camera = computed(() => px(plan.camera.at.x, plan.camera.at.z))
const PANELS = { white: 'White panel', silver: 'Silver panel', dark: 'Dark panel', flag: 'Flag' }
const dark = (kind: Panel['kind']) => kind === 'dark' || kind === 'flag'
const panels = computed(() =>
  (plan.studio.panels ?? []).map((p) => {
    const turn = ((p.facing as number) * Math.PI) / 180
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const half = (p.width as number) / 2
    const c = px(p.at.x, p.at.z)
    return {
      panel: p,
      words: PANELS[p.kind],
      label: `${PANELS[p.kind]}, ${metres(p.at.x)} across, ${metres(p.at.z)} toward the camera, looks ${p.facing} degrees round`,
      a: px(p.at.x - cos * half, p.at.z + sin * half),
      b: px(p.at.x + cos * half, p.at.z - sin * half),
      handle: { x: c.x + 26 * sin, y: c.y + 26 * cos },
      // Its word stands on the other side.
      word: {
        x: c.x - 12 * sin,
        y: c.y - 14 * cos + 4,
        anchor: Math.abs(sin) < 0.35 ? 'middle' : sin > 0 ? 'end' : 'start',
      },
    }
  }),
)
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
        stops: c.stops as number,
        shown: c.shown,
        d: c.lines.map((run) => path(run.map((p) => px(...pair(p))))).join(''),
        nought: (c.stops as number) === 0 && own,
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

// ---- hands ----

const { held, local, take, drag, letGo } = useHold(frame, { drop: () => emit('drop') })
const floorAt = (here: Spot) => toMetres(view.value, size.value, here.x, here.y)

/** A spot of the floor, in steps. */
const spot = (x: number, z: number, free: boolean) => ({ x: snapped(x, free), z: snapped(z, free) })

/** From now on what is held goes where the pointer is on the floor. */
function follow(event: PointerEvent, entry: (x: number, z: number, free: boolean) => Entry): void {
  if (still) return
  take(event, (here, free) => {
    const { x, z } = floorAt(here)
    emit('move', entry(x, z, free))
  })
}
function takeLight(event: PointerEvent, l: PlanLight): void {
  emit('choose', l.light)
  const before = placeOf(setup, l.light)
  if (!before) return
  const here = floorAt(local(event))
  const [dx, dz] = [l.at.x - here.x, l.at.z - here.z]
  follow(event, (mx, mz, free) => {
    const { x, z } = spot(mx + dx, mz + dz, free)
    return placed(l.light, shifted(before, x, before.at.y, z))
  })
}
function takeAim(event: PointerEvent, l: PlanLight): void {
  const before = placeOf(setup, l.light)
  if (!before) return
  follow(event, (mx, mz, free) => {
    const { x, z } = spot(mx, mz, free)
    return placed(l.light, aimed(before, x, l.aim.y, z))
  })
}
const takeCamera = (event: PointerEvent) => follow(event, (x, z, free) => cameraAt(plan, spot(x, z, free)))
const takeSitter = (event: PointerEvent) =>
  follow(event, (x, z, free) => ({ sitter_moved: spot(x + gone.value.x, z + gone.value.z, free) }))
const takePanel = (event: PointerEvent, index: number) =>
  follow(event, (x, z, free) => panelAt(plan, index, (p) => ({ at: { ...p.at, ...spot(x, z, free) } })))
const takeTurn = (event: PointerEvent, index: number) =>
  follow(event, (x, z, free) =>
    panelAt(plan, index, (p) => ({ facing: bearing(x - p.at.x, z - p.at.z, free ? 1 : 5) })),
  )

// The floor itself is dragged to look elsewhere; two fingers zoom.
const fingers = new Map<number, Spot>()
function floor(event: PointerEvent): void {
  fingers.set(event.pointerId, local(event))
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function point(event: PointerEvent): void {
  if (held.value) drag(event)
  else pan(event.pointerId, local(event))
}
function lift(event: PointerEvent): void {
  fingers.delete(event.pointerId)
  letGo()
}
function pan(id: number, here: Spot): void {
  const before = fingers.get(id)
  if (!before) return
  const other = [...fingers.entries()].find(([k]) => k !== id)?.[1]
  if (other) {
    const by =
      Math.hypot(here.x - other.x, here.y - other.y) / Math.max(Math.hypot(before.x - other.x, before.y - other.y), 1)
    byHand.value = zoomed(view.value, size.value, by, (here.x + other.x) / 2, (here.y + other.y) / 2)
  } else {
    byHand.value = panned(view.value, here.x - before.x, here.y - before.y)
  }
  fingers.set(id, here)
}
function wheel(event: WheelEvent): void {
  const here = local(event)
  byHand.value = zoomed(view.value, size.value, event.deltaY < 0 ? 1.12 : 1 / 1.12, here.x, here.y)
}
const zoom = (by: number) => (byHand.value = zoomed(view.value, size.value, by))
watch(
  () => setup.studio,
  (now, before) => {
    // Another room is looked at as a whole.
    if (Boolean(now) !== Boolean(before)) byHand.value = undefined
  },
)

// ---- keys ----

/** Pages up and down: one step up, one down. */
const page = (key: string) => Number(key === 'PageUp') - Number(key === 'PageDown')

function nudgeLight(event: KeyboardEvent, l: PlanLight, aiming: boolean): void {
  const place = placeOf(setup, l.light)
  const [by, rise] = [arrow(event.key, event.shiftKey), page(event.key) * 0.05]
  if (!place || still || (!by && !rise)) return
  mine(event)
  // From where it is shown: several steps add up before they are written.
  const from = aiming ? l.aim : l.at
  const to = [from.x + (by?.[0] ?? 0), from.y + rise, from.z + (by?.[1] ?? 0)] as const
  emit('nudge', placed(l.light, aiming ? aimed({ ...place, at: l.at }, ...to) : shifted(place, ...to)))
}
function nudgeCamera(event: KeyboardEvent): void {
  const by = arrow(event.key, event.shiftKey)
  if (!by || still) return
  mine(event)
  const { x, z } = plan.camera.at
  emit('nudge', cameraAt(plan, { x: x + by[0], z: z + by[1] }))
}
function nudgeSitter(event: KeyboardEvent): void {
  const by = arrow(event.key, event.shiftKey)
  if (!by || still) return
  mine(event)
  emit('nudge', { sitter_moved: { x: gone.value.x + by[0], z: gone.value.z + by[1] } })
}
function nudgePanel(event: KeyboardEvent, index: number): void {
  const [by, turn] = [arrow(event.key, event.shiftKey), page(event.key) * 5]
  if (still || (!by && !turn)) return
  mine(event)
  const change = panelAt(plan, index, (p) =>
    by ? { at: { ...p.at, x: p.at.x + by[0], z: p.at.z + by[1] } } : { facing: turned(p.facing as number, turn) },
  )
  emit('nudge', change)
}
/** The view, where the drawing itself has the focus. */
function lookAround(event: KeyboardEvent): void {
  if (event.target !== event.currentTarget) return
  const by = arrow(event.key, event.shiftKey)
  if (by) byHand.value = panned(view.value, -800 * by[0], -800 * by[1])
  else if (event.key === '+' || event.key === '=') zoom(1.3)
  else if (event.key === '-') zoom(1 / 1.3)
  else if (event.key === 'Home') byHand.value = undefined
  else return
  mine(event)
}

function metres(v: number): string {
  return `${inUnit(v, plan.length)} ${abbreviated(plan.length)}`
}
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
      @pointerup="lift"
      @pointercancel="lift"
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

      <g v-for="(p, i) in panels" :key="`p${i}`">
        <g
          role="button"
          tabindex="0"
          class="cursor-grab"
          :aria-label="`${p.label}. Arrow keys move it, page keys turn it.`"
          @pointerdown="takePanel($event, i)"
          @keydown="nudgePanel($event, i)"
        >
          <line :x1="p.a.x" :y1="p.a.y" :x2="p.b.x" :y2="p.b.y" stroke="transparent" stroke-width="18" />
          <line
            :x1="p.a.x"
            :y1="p.a.y"
            :x2="p.b.x"
            :y2="p.b.y"
            :stroke="dark(p.panel.kind) ? 'var(--edge)' : 'var(--text)'"
            :stroke-width="dark(p.panel.kind) ? 6 : 4"
            :stroke-dasharray="p.panel.kind === 'silver' ? '6 2' : undefined"
          />
          <text :x="p.word.x" :y="p.word.y" class="quiet halo" :text-anchor="p.word.anchor">
            {{ p.words.toLowerCase() }}
          </text>
        </g>
        <g v-if="!still" class="cursor-crosshair" aria-hidden="true" @pointerdown="takeTurn($event, i)">
          <circle :cx="p.handle.x" :cy="p.handle.y" r="12" fill="transparent" />
          <circle
            :cx="p.handle.x"
            :cy="p.handle.y"
            r="4"
            fill="var(--well)"
            stroke="var(--edge)"
            stroke-width="1.500"
          />
        </g>
      </g>

      <g
        role="button"
        tabindex="0"
        class="cursor-grab"
        aria-label="The sitter. Arrow keys move the sitter; the lights stay where they are."
        @pointerdown="takeSitter"
        @keydown="nudgeSitter"
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
        @pointerdown="takeCamera"
        @keydown="nudgeCamera"
      >
        <circle :cx="camera.x" :cy="camera.y" r="18" fill="transparent" />
        <path
          :transform="`translate(${camera.x} ${camera.y})`"
          d="M-9 -3h5l2 -4h4l2 4h5v10h-18z"
          fill="var(--text)"
          stroke="var(--well)"
        />
      </g>

      <g v-for="l in lights" :key="l.light">
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
          @pointerdown="takeLight($event, l)"
          @focus="emit('choose', l.light)"
          @keydown="nudgeLight($event, l, false)"
        >
          <LightMark v-bind="at(l)" :role="l.role" :size="9" :reach="22" :chosen="l.light === chosen" />
        </g>
        <g
          v-if="l.light === chosen && !still"
          role="button"
          tabindex="0"
          class="cursor-crosshair"
          :aria-label="`${aimWords(l)}. Arrow keys turn it.`"
          @pointerdown="takeAim($event, l)"
          @keydown="nudgeLight($event, l, true)"
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
  height: 28px;
  width: 28px;
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
    height: 44px;
    min-width: 44px;
  }
}
</style>

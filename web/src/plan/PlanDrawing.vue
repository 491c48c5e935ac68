<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import type { Contours, Entry, Plan, PlanLight, Setup } from '@/api/client'
import { inUnit, abbreviated } from '@/light/distance'
import { place as placeLabels, textWidth, type Box, type Label } from '@/ladder/placer'
import { MARKS, ROLE_COLOURS } from '@/ui/marks'
import { aimed, arrow, outward, placed, placeOf, shifted, studioWith } from './place'
import {
  FOOT,
  type Extent,
  fitted,
  gridLines,
  numbersOn,
  pair,
  panned,
  path,
  snapped,
  toMetres,
  toPx,
  zoomed,
  type Window,
} from './window'

/** The studio from above, to scale: camera at the foot, ground at the top. Lights, camera, sitter and panels are dragged or nudged. */
const { plan, extent, contours, chosen, setup, still, caption } = defineProps<{
  plan: Plan
  /** What is shown until it is zoomed; it does not follow what is dragged. */
  extent: Extent
  contours: Contours[]
  chosen: string
  setup: Setup
  still?: boolean
  /** What the lines mean. */
  caption?: string
}>()
const emit = defineEmits<{
  choose: [light: string]
  move: [entry: Entry]
  nudge: [entry: Entry]
  drop: []
  cancel: []
}>()

const frame = useTemplateRef('frame')
const { width, height } = useElementSize(frame)
const size = computed(() => ({ width: width.value || 400, height: height.value || 320 }))
const byHand = ref<Window>()
const base = computed(() => byHand.value ?? fitted(extent, size.value, 14))
/** The plan is told from the sitter: while that one is dragged, the drawing goes along and the room stays. */
const gone = ref({ x: 0, z: 0 })
const window_ = computed(() => ({ ...base.value, x: base.value.x - gone.value.x, z: base.value.z - gone.value.z }))
const px = (x: number, z: number) => toPx(window_.value, size.value, x, z)
const feet = computed(() => plan.length === 'feet')

// ---- what stands there ----

const lights = computed(() => [...plan.lights].sort((a, b) => Number(a.light === chosen) - Number(b.light === chosen)))
const at = (l: PlanLight) => px(l.at.x, l.at.z)
const aim = (l: PlanLight) => px(l.aim.x, l.aim.z)
const edge = (l: PlanLight) =>
  path(
    l.edge.map((p) => px(p.x, p.z)),
    l.edge.length > 2,
  )
/** The handle that turns a light: on its ray, clear of its mark. */
function handle(l: PlanLight): { x: number; y: number } {
  const [from, to] = [at(l), aim(l)]
  const long = Math.hypot(to.x - from.x, to.y - from.y) || 1
  const out = Math.min(38, Math.max(26, long * 0.6))
  return { x: from.x + ((to.x - from.x) / long) * out, y: from.y + ((to.y - from.y) / long) * out }
}
const sitter = computed(() => px(0, 0))
const facing = computed(() => plan.studio.sitter.facing as number)
const camera = computed(() => px(plan.camera.at.x, plan.camera.at.z))
const cone = computed(() => {
  const field = plan.camera.field
  return field.length ? path([camera.value, ...field.map((p) => px(p.x, p.z))], true) : undefined
})
const ground = computed(() => {
  const g = plan.studio.ground
  if (!g) return undefined
  const half = (g.width as number) / 2
  const [a, b] = [px(-half, -(g.behind as number)), px(half, -(g.behind as number))]
  return { a, b, paper: g.kind === 'paper' }
})
const walls = computed(() => {
  const w = plan.studio.walls
  if (!w) return undefined
  const a = px(-(w.left as number), -(w.behind as number))
  const b = px(w.right as number, w.before as number)
  return { x: a.x, y: a.y, width: b.x - a.x, height: b.y - a.y }
})
const windows = computed(() => {
  const w = plan.studio.walls
  if (!w) return []
  const ends = (x1: number, z1: number, x2: number, z2: number) => ({ a: px(x1, z1), b: px(x2, z2) })
  return (plan.studio.windows ?? []).map((win) => {
    const [mid, half] = [win.along, (win.width as number) / 2]
    switch (win.wall) {
      case 'left':
        return ends(-(w.left as number), mid - half, -(w.left as number), mid + half)
      case 'right':
        return ends(w.right as number, mid - half, w.right as number, mid + half)
      case 'behind':
        return ends(mid - half, -(w.behind as number), mid + half, -(w.behind as number))
      default:
        return ends(mid - half, w.before as number, mid + half, w.before as number)
    }
  })
})
const PANELS = { white: 'White panel', silver: 'Silver panel', dark: 'Dark panel', flag: 'Flag' }
const dark = (kind: keyof typeof PANELS) => kind === 'dark' || kind === 'flag'
const panels = computed(() =>
  (plan.studio.panels ?? []).map((p, i) => {
    const turn = ((p.facing as number) * Math.PI) / 180
    const [dx, dz] = [(Math.cos(turn) * (p.width as number)) / 2, (-Math.sin(turn) * (p.width as number)) / 2]
    const words = PANELS[p.kind]
    return {
      i,
      kind: p.kind,
      words,
      a: px(p.at.x - dx, p.at.z - dz),
      b: px(p.at.x + dx, p.at.z + dz),
      c: px(p.at.x, p.at.z),
    }
  }),
)
const grid = computed(() => {
  const [a, b] = [
    toMetres(window_.value, size.value, 0, 0),
    toMetres(window_.value, size.value, size.value.width, size.value.height),
  ]
  return {
    x: gridLines(a.x, b.x, feet.value).map((x) => px(x, 0).x),
    y: gridLines(a.z, b.z, feet.value).map((z) => px(0, z).y),
  }
})
const bar = computed(() => (feet.value ? 3 * FOOT : 1) * window_.value.scale)
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

interface Words {
  head: string
  tail: string
  colour: string
}
const labels = computed(() => {
  const marks: Box[] = [
    ...plan.lights.map((l) => ({ x: at(l).x - 12, y: at(l).y - 12, w: 24, h: 24 })),
    { x: sitter.value.x - 18, y: sitter.value.y - 12, w: 36, h: 26 },
    { x: camera.value.x - 11, y: camera.value.y - 11, w: 22, h: 22 },
    // The bar and the tools.
    { x: 0, y: size.value.height - 22, w: bar.value + 40, h: 22 },
    { x: size.value.width - 70, y: size.value.height - 36, w: 70, h: 36 },
    { x: 0, y: 0, w: caption ? textWidth(caption, 12) + 10 : 0, h: 18 },
  ]
  const list: Label<Words>[] = plan.lights.map((l) => {
    const p = at(l)
    const w = Math.max(textWidth(l.name, 12, true), textWidth(l.words, 12))
    const [right, left, under, over] = [
      { x: p.x + 16, y: p.y - 14 },
      { x: p.x - 16 - w, y: p.y - 14 },
      { x: p.x - w / 2, y: p.y + 15 },
      { x: p.x - w / 2, y: p.y - 45 },
    ]
    const corners = [
      { x: p.x - w + 8, y: p.y + 15 },
      { x: p.x - 8, y: p.y + 15 },
      { x: p.x - w + 8, y: p.y - 45 },
      { x: p.x - 8, y: p.y - 45 },
    ]
    const places =
      outward(l) === 'right' ? [right, under, over, left, ...corners] : [left, under, over, right, ...corners]
    const fits = places.filter(
      (q) => q.x > 2 && q.x + w < size.value.width - 2 && q.y > 2 && q.y + 30 < size.value.height - 2,
    )
    const words = { head: l.name, tail: l.words, colour: ROLE_COLOURS[l.role] }
    return { what: words, w, h: 30, places: fits.length ? fits : [under], rank: l.light === chosen ? 0 : 1 }
  })
  const c = camera.value
  const w = Math.max(48, textWidth(plan.camera.words, 12))
  list.push({
    what: { head: 'Camera', tail: plan.camera.words, colour: 'var(--text)' },
    w,
    h: 30,
    places: [
      { x: c.x - w - 16, y: c.y - 12 },
      { x: c.x + 16, y: c.y - 12 },
    ].filter((q) => q.x > 2 && q.x + w < size.value.width - 2),
    rank: 2,
  })
  return placeLabels(list, marks)
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

type Grip =
  | { kind: 'light'; light: string; dx: number; dz: number }
  | { kind: 'aim'; light: string }
  | { kind: 'camera' }
  | { kind: 'sitter' }
  | { kind: 'panel'; index: number }
const grip = ref<Grip>()
/** Something moved since the hand took hold: a press alone only chooses. */
let moved = false
const fingers = new Map<number, { x: number; y: number }>()

function local(event: PointerEvent | WheelEvent): { x: number; y: number } {
  const box = frame.value?.getBoundingClientRect()
  return { x: event.clientX - (box?.left ?? 0), y: event.clientY - (box?.top ?? 0) }
}

function take(event: PointerEvent, of: Grip): void {
  if (still || event.button > 0) return
  event.stopPropagation()
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  moved = false
  grip.value = of
}

function takeLight(event: PointerEvent, l: PlanLight): void {
  emit('choose', l.light)
  const here = local(event)
  const m = toMetres(window_.value, size.value, here.x, here.y)
  take(event, { kind: 'light', light: l.light, dx: l.at.x - m.x, dz: l.at.z - m.z })
}

function drag(event: PointerEvent): void {
  const here = local(event)
  if (!grip.value) {
    pan(event.pointerId, here)
    return
  }
  const m = toMetres(window_.value, size.value, here.x, here.y)
  const snap = (v: number) => snapped(v, event.shiftKey)
  const g = grip.value
  moved = true
  if (g.kind === 'light' || g.kind === 'aim') {
    const before = placeOf(setup, g.light)
    if (!before) return
    if (g.kind === 'light')
      emit('move', placed(g.light, shifted(before, snap(m.x + g.dx), before.at.y, snap(m.z + g.dz))))
    else {
      const l = plan.lights.find((p) => p.light === g.light)
      emit('move', placed(g.light, aimed(before, snap(m.x), l?.aim.y ?? 1.2, snap(m.z))))
    }
  } else if (g.kind === 'camera') {
    const c = plan.studio.camera
    emit('move', studioWith(plan, { camera: { ...c, at: { ...c.at, x: snap(m.x), z: snap(m.z) } } }))
  } else if (g.kind === 'sitter') {
    const there = toMetres(base.value, size.value, here.x, here.y)
    gone.value = { x: snap(there.x), z: snap(there.z) }
    emit('move', { sitter_moved: gone.value })
  } else if (g.kind === 'panel') {
    const all = [...(setup.studio?.panels ?? [])]
    const panel = all[g.index]
    if (panel) all[g.index] = { ...panel, at: { ...panel.at, x: snap(m.x), z: snap(m.z) } }
    emit('move', studioWith(plan, { panels: all }))
  }
}

function letGo(event: PointerEvent): void {
  fingers.delete(event.pointerId)
  if (!grip.value) return
  grip.value = undefined
  if (moved) emit('drop')
}

// The floor itself is dragged to look elsewhere; two fingers zoom.
function floor(event: PointerEvent): void {
  fingers.set(event.pointerId, local(event))
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function pan(id: number, here: { x: number; y: number }): void {
  const before = fingers.get(id)
  if (!before) return
  const other = [...fingers.entries()].find(([k]) => k !== id)?.[1]
  if (other) {
    const by =
      Math.hypot(here.x - other.x, here.y - other.y) / Math.max(Math.hypot(before.x - other.x, before.y - other.y), 1)
    byHand.value = zoomed(window_.value, size.value, by, (here.x + other.x) / 2, (here.y + other.y) / 2)
  } else {
    byHand.value = panned(window_.value, here.x - before.x, here.y - before.y)
  }
  fingers.set(id, here)
}
function wheel(event: WheelEvent): void {
  const here = local(event)
  byHand.value = zoomed(window_.value, size.value, event.deltaY < 0 ? 1.12 : 1 / 1.12, here.x, here.y)
}
const zoom = (by: number) => (byHand.value = zoomed(window_.value, size.value, by))
// Written: from now on it is told from the new place.
watch(
  () => setup,
  () => (gone.value = { x: 0, z: 0 }),
)
watch(
  () => setup.studio,
  (now, before) => {
    // Another room is looked at as a whole.
    if (Boolean(now) !== Boolean(before)) byHand.value = undefined
  },
)

useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape' && grip.value) {
    grip.value = undefined
    gone.value = { x: 0, z: 0 }
    emit('cancel')
  }
})

function nudgeLight(event: KeyboardEvent, l: PlanLight, aiming: boolean): void {
  const place = placeOf(setup, l.light)
  if (!place || still) return
  const by = arrow(event.key, event.shiftKey)
  const rise = event.key === 'PageUp' ? 0.05 : event.key === 'PageDown' ? -0.05 : 0
  if (!by && !rise) return
  event.preventDefault()
  event.stopPropagation()
  // From where it is shown: several steps add up before they are written.
  const from = aiming ? l.aim : l.at
  const to = [from.x + (by?.[0] ?? 0), from.y + rise, from.z + (by?.[1] ?? 0)] as const
  emit('nudge', placed(l.light, aiming ? aimed({ ...place, at: l.at }, ...to) : shifted(place, ...to)))
}

function nudgeCamera(event: KeyboardEvent): void {
  const by = arrow(event.key, event.shiftKey)
  if (!by || still) return
  event.preventDefault()
  event.stopPropagation()
  const c = plan.studio.camera
  emit('nudge', studioWith(plan, { camera: { ...c, at: { ...c.at, x: c.at.x + by[0], z: c.at.z + by[1] } } }))
}

const metres = (v: number) => `${inUnit(v, plan.length)} ${abbreviated(plan.length)}`
const aimWords = (l: PlanLight) => `${l.name} looks at ${metres(l.aim.x)} across, ${metres(l.aim.z)} toward the camera`
</script>

<template>
  <div ref="frame" class="relative min-h-0 touch-none overflow-hidden rounded-key bg-well select-none">
    <svg
      :viewBox="`0 0 ${size.width} ${size.height}`"
      class="plot absolute inset-0 size-full"
      role="group"
      aria-label="Plan of the studio from above, camera at the foot"
      @pointerdown="floor"
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="letGo"
      @wheel.prevent="wheel"
      @dblclick="byHand = undefined"
    >
      <g stroke="var(--line)" stroke-width="1">
        <line v-for="x in grid.x" :key="`x${x}`" :x1="x" :x2="x" y1="0" :y2="size.height" />
        <line v-for="y in grid.y" :key="`y${y}`" x1="0" :x2="size.width" :y1="y" :y2="y" />
      </g>
      <rect v-if="walls" v-bind="walls" fill="none" stroke="var(--line-2)" stroke-width="1.500" />
      <g v-for="(w, i) in windows" :key="`w${i}`">
        <line :x1="w.a.x" :y1="w.a.y" :x2="w.b.x" :y2="w.b.y" stroke="var(--well)" stroke-width="7" />
        <line :x1="w.a.x" :y1="w.a.y" :x2="w.b.x" :y2="w.b.y" stroke="var(--room)" stroke-width="3.500" />
      </g>
      <path v-if="cone" :d="cone" fill="var(--text)" fill-opacity="0.07" stroke="var(--edge)" stroke-width="1" />
      <g v-if="ground" class="pointer-events-none">
        <line
          :x1="ground.a.x"
          :y1="ground.a.y"
          :x2="ground.b.x"
          :y2="ground.b.y"
          stroke="var(--text-2)"
          :stroke-width="ground.paper ? 2 : 4"
          :stroke-dasharray="ground.paper ? '10 3' : undefined"
        />
      </g>

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

      <g
        v-for="p in panels"
        :key="`p${p.i}`"
        role="button"
        tabindex="0"
        class="cursor-grab"
        :aria-label="p.words"
        @pointerdown="take($event, { kind: 'panel', index: p.i })"
      >
        <line :x1="p.a.x" :y1="p.a.y" :x2="p.b.x" :y2="p.b.y" stroke="transparent" stroke-width="18" />
        <line
          :x1="p.a.x"
          :y1="p.a.y"
          :x2="p.b.x"
          :y2="p.b.y"
          :stroke="dark(p.kind) ? 'var(--edge)' : 'var(--text)'"
          :stroke-width="dark(p.kind) ? 6 : 4"
          :stroke-dasharray="p.kind === 'silver' ? '6 2' : undefined"
        />
        <text :x="p.c.x" :y="p.c.y + 18" class="quiet halo" text-anchor="middle">{{ p.words.toLowerCase() }}</text>
      </g>

      <g
        role="button"
        tabindex="0"
        class="cursor-grab"
        aria-label="The sitter. Drag to move; the lights stay where they are."
        @pointerdown="take($event, { kind: 'sitter' })"
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
        @pointerdown="take($event, { kind: 'camera' })"
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
          :d="edge(l)"
          fill="var(--well)"
          fill-opacity="0.500"
          :stroke="ROLE_COLOURS[l.role]"
          stroke-width="2"
          class="pointer-events-none"
        />
        <path
          v-if="l.bounce"
          :d="
            path(
              l.bounce.edge.map((p) => px(p.x, p.z)),
              true,
            )
          "
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
          <circle :cx="at(l).x" :cy="at(l).y" r="22" fill="transparent" />
          <circle :cx="at(l).x" :cy="at(l).y" r="12" fill="var(--well)" />
          <circle
            v-if="l.light === chosen"
            :cx="at(l).x"
            :cy="at(l).y"
            r="15"
            fill="none"
            stroke="var(--text)"
            stroke-width="1.500"
          />
          <path :d="MARKS[l.role](9)" :fill="ROLE_COLOURS[l.role]" :transform="`translate(${at(l).x} ${at(l).y})`" />
        </g>
        <g
          v-if="l.light === chosen && !still"
          role="button"
          tabindex="0"
          class="cursor-crosshair"
          :aria-label="`${aimWords(l)}. Arrow keys turn it.`"
          @pointerdown="take($event, { kind: 'aim', light: l.light })"
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

<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Entry, Plan, PlanLight, Setup } from '@/api/client'
import { place as placeLabels, textWidth, type Box } from '@/draw/placer'
import { FOOT } from '@/forms/lengths'
import { ROLE_COLOURS } from '@/draw/marks'
import { mine, useHold } from '@/draw/hold'
import LightMark from '@/draw/LightMark.vue'
import { cameraAt, meant, placed, placeMeant, shifted } from './place'
import { path } from '@/draw/path'
import { useDrawingSize } from '@/draw/measure'
import { type Extent, gridLines, snapped } from './window'

/** The studio from the side: ground at the left, camera at the right. Lights and camera go up and down. */
const { plan, extent, chosen, setup, moving, still } = defineProps<{
  plan: Plan
  extent: Extent
  chosen: string
  setup: Setup
  /** What is being moved and not written yet. */
  moving?: Entry
  still?: boolean
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
const w = computed(() => width.value || 400)
const h = computed(() => height.value || 110)

const feet = computed(() => plan.length === 'feet')
const ceiling = computed(() => plan.studio.walls?.ceiling)
const top = computed(() => Math.max(2.4, ceiling.value ?? 0, ...plan.lights.map((l) => l.at.y + 0.3)) + 0.08)
/** One scale both ways, so that angles are true. */
const scale = computed(() =>
  Math.min((w.value - 34) / Math.max(extent.before - extent.behind, 1), (h.value - 8) / top.value),
)
const left = computed(() => 26 + (w.value - 30 - (extent.before - extent.behind) * scale.value) / 2)
const px = (z: number, y: number) => ({
  x: left.value + (z - extent.behind) * scale.value,
  y: h.value - 4 - y * scale.value,
})
const at = (l: PlanLight) => px(l.at.z, l.at.y)
const ticks = computed(() => gridLines(0, top.value, feet.value))
const face = computed(() => px(0, plan.studio.sitter.face))
/** Chest and back of the sitter, 0.36 m deep, from 0.3 m under the eyes. */
const body = computed(() => ({ w: 0.18 * scale.value, down: 0.36 * scale.value }))
const camera = computed(() => px(plan.camera.at.z, plan.camera.at.y))
const wall = computed(() => (plan.studio.ground ? px(-plan.studio.ground.behind, 0) : undefined))

const onWall = (x: number, wide: number) =>
  wall.value !== undefined && x < wall.value.x + 3 && x + wide > wall.value.x - 3
const labels = computed(() => {
  const marks: Box[] = [
    ...plan.lights.map((l) => ({ x: at(l).x - 9, y: at(l).y - 9, w: 18, h: 18 })),
    { x: face.value.x - 8, y: face.value.y - 8, w: 16, h: 16 },
    { x: camera.value.x - 9, y: camera.value.y - 8, w: 18, h: 16 },
    { x: w.value - 130, y: h.value - 22, w: 130, h: 18 },
  ]
  const list = [
    ...plan.lights.map((l) => ({ p: at(l), words: l.height_words, rank: l.light === chosen ? 0 : 1 })),
    { p: camera.value, words: plan.camera.height_words, rank: 2 },
  ].map(({ p, words, rank }) => {
    const wide = textWidth(words, 12)
    const places = [
      { x: p.x + 12, y: p.y - 8 },
      { x: p.x - 12 - wide, y: p.y - 8 },
      { x: p.x - wide / 2, y: p.y - 25 },
      { x: p.x - wide / 2, y: p.y + 10 },
      { x: p.x + 8, y: p.y - 23 },
      { x: p.x - 8 - wide, y: p.y - 23 },
    ]
      .filter((q) => q.x > 22 && q.x + wide < w.value && q.y > 0)
      // Rather off the wall than on it.
      .sort((a, b) => Number(onWall(a.x, wide)) - Number(onWall(b.x, wide)))
    return { what: words, w: wide, h: 15, places, rank }
  })
  return placeLabels(list, marks)
})

const { local, take, drag, letGo, cancelled } = useHold(frame, {
  drop: () => emit('drop'),
  giveUp: () => emit('giveUp'),
})
/** The plan as it is meant; none while the sitter is on the way, which only the server says where to. */
const ready = () => (still || (moving && 'sitter_moved' in moving) ? undefined : meant(plan, moving))
const heightAt = (y: number, free: boolean) => snapped((h.value - 4 - y) / scale.value, free)

function takeLight(event: PointerEvent, l: PlanLight): void {
  emit('choose', l.light)
  const before = placeMeant(setup, l.light, moving)
  if (!ready() || !before) return
  const off = local(event).y - at(l).y
  take(event, (to, free) =>
    emit('move', placed(l.light, shifted(before, before.at.x, heightAt(to.y - off, free), before.at.z))),
  )
}
function takeCamera(event: PointerEvent): void {
  const now = ready()
  if (now) take(event, (to, free) => emit('move', cameraAt(now, { y: heightAt(to.y, free) })))
}

/** How far a key raises. */
function rise(event: KeyboardEvent): number {
  const step = event.shiftKey ? 0.01 : 0.05
  const by = { ArrowUp: step, ArrowDown: -step, PageUp: 0.05, PageDown: -0.05 }[event.key] ?? 0
  if (!by || still) return 0
  mine(event)
  return by
}
function raiseLight(event: KeyboardEvent, l: PlanLight): void {
  const [by, place, now] = [rise(event), placeMeant(setup, l.light, moving), ready()]
  const at = now?.lights.find((other) => other.light === l.light)?.at
  if (by && place && at) emit('nudge', placed(l.light, shifted(place, at.x, at.y + by, at.z)))
}
function raiseCamera(event: KeyboardEvent): void {
  const by = rise(event)
  const now = ready()
  if (by && now) emit('nudge', cameraAt(now, { y: now.camera.at.y + by }))
}
</script>

<template>
  <div ref="frame" class="relative min-h-0 touch-none overflow-hidden select-none">
    <svg
      :viewBox="`0 0 ${w} ${h}`"
      class="plot absolute inset-0 size-full"
      role="group"
      aria-label="Heights from the side, ground at the left, camera at the right"
      @pointermove="drag"
      @pointerup="letGo"
      @pointercancel="cancelled"
    >
      <g v-for="t in ticks" :key="t">
        <line :x1="22" :x2="w" :y1="px(0, t).y" :y2="px(0, t).y" stroke="var(--line)" />
        <text x="16" :y="px(0, t).y + (t === 0 ? 0 : 4)" class="tick" text-anchor="end">
          {{ feet ? Math.round(t / FOOT) : t }}
        </text>
      </g>
      <line
        v-if="ceiling"
        x1="22"
        :x2="w"
        :y1="px(0, ceiling).y"
        :y2="px(0, ceiling).y"
        stroke="var(--line-2)"
        stroke-width="2"
      />
      <line v-if="wall" :x1="wall.x" :x2="wall.x" :y1="h - 4" y2="2" stroke="var(--text-2)" stroke-width="4" />
      <path
        :d="`M${face.x - body.w} ${h - 4}V${face.y + body.down}a${body.w} ${body.w} 0 0 1 ${2 * body.w} 0V${h - 4}`"
        fill="none"
        stroke="var(--edge)"
      />
      <circle :cx="face.x" :cy="face.y" r="6" fill="var(--text)" />
      <line :x1="camera.x" :x2="camera.x" :y1="camera.y" :y2="h - 4" stroke="var(--edge)" />
      <g
        role="button"
        tabindex="0"
        class="cursor-ns-resize"
        :aria-label="`Height of the camera: ${plan.camera.height_words}. Arrow keys raise and lower it.`"
        @pointerdown="takeCamera"
        @keydown="raiseCamera"
      >
        <circle :cx="camera.x" :cy="camera.y" r="14" fill="transparent" />
        <rect :x="camera.x - 6" :y="camera.y - 5" width="12" height="10" fill="var(--text)" />
      </g>
      <g v-for="l in plan.lights" :key="l.light">
        <line :x1="at(l).x" :x2="at(l).x" :y1="at(l).y" :y2="h - 4" stroke="var(--line-2)" />
        <line
          :x1="at(l).x"
          :y1="at(l).y"
          :x2="px(l.aim.z, l.aim.y).x"
          :y2="px(l.aim.z, l.aim.y).y"
          :stroke="ROLE_COLOURS[l.role]"
          stroke-dasharray="2 3"
        />
        <path
          :d="
            path(
              l.edge.map((p) => px(p.z, p.y)),
              l.edge.length > 2,
            )
          "
          fill="none"
          :stroke="ROLE_COLOURS[l.role]"
          stroke-width="1.500"
        />
        <path
          v-if="l.bounce"
          :d="
            path(
              l.bounce.edge.map((p) => px(p.z, p.y)),
              true,
            )
          "
          fill="none"
          :stroke="ROLE_COLOURS[l.role]"
          stroke-width="2"
          stroke-dasharray="5 3"
        />
        <g
          role="button"
          tabindex="0"
          class="cursor-ns-resize"
          :aria-label="`Height of ${l.name}: ${l.height_label}. Arrow keys raise and lower it.`"
          @pointerdown="takeLight($event, l)"
          @focus="emit('choose', l.light)"
          @keydown="raiseLight($event, l)"
        >
          <LightMark v-bind="at(l)" :role="l.role" :size="7" :reach="16" :chosen="l.light === chosen" />
        </g>
      </g>
      <text :x="w - 4" :y="h - 9" text-anchor="end" class="halo pointer-events-none">
        Heights, {{ feet ? 'feet' : 'metres' }} · tilt
      </text>
      <text v-for="(l, i) in labels" :key="i" :x="l.x" :y="l.y + 12" class="halo pointer-events-none strong">
        {{ l.what }}
      </text>
    </svg>
  </div>
</template>

<style scoped>
.strong {
  font-weight: 400;
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '@/api/client'
import { groundEnds, wallCorners, windowEnds } from './room'
import { path } from '@/draw/path'
import { gridLines, toMetres, toPx, type Size, type Window } from './window'

/** What stays where it is: the floor's grid, walls, windows, the ground and what the lens sees. */
const { plan, view, size } = defineProps<{ plan: Plan; view: Window; size: Size }>()
const px = (x: number, z: number) => toPx(view, size, x, z)

const grid = computed(() => {
  const feet = plan.length === 'feet'
  const [a, b] = [toMetres(view, size, 0, 0), toMetres(view, size, size.width, size.height)]
  return {
    x: gridLines(a.x, b.x, feet).map((x) => px(x, 0).x),
    y: gridLines(a.z, b.z, feet).map((z) => px(0, z).y),
  }
})
const outline = (points: readonly { x: number; z: number }[]) => points.map((p) => px(p.x, p.z))
const walls = computed(() => path(outline(wallCorners(plan.studio)), true))
const windows = computed(() => (plan.studio.windows ?? []).map((w) => path(outline(windowEnds(plan.studio, w) ?? []))))
const ground = computed(() => path(outline(groundEnds(plan.studio))))
const paper = computed(() => plan.studio.ground?.kind === 'paper')
const cone = computed(() => {
  const { at, field } = plan.camera
  return field.length
    ? path(
        [at, ...field].map((p) => px(p.x, p.z)),
        true,
      )
    : undefined
})
</script>

<template>
  <g class="pointer-events-none">
    <g stroke="var(--line)" stroke-width="1">
      <line v-for="x in grid.x" :key="`x${x}`" :x1="x" :x2="x" y1="0" :y2="size.height" />
      <line v-for="y in grid.y" :key="`y${y}`" x1="0" :x2="size.width" :y1="y" :y2="y" />
    </g>
    <path class="walls" :d="walls" fill="none" stroke="var(--line-2)" stroke-width="1.500" />
    <template v-for="(d, i) in windows" :key="i">
      <path :d="d" stroke="var(--well)" stroke-width="7" />
      <path :d="d" stroke="var(--room)" stroke-width="3.500" />
    </template>
    <path v-if="cone" :d="cone" fill="var(--text)" fill-opacity="0.07" stroke="var(--edge)" stroke-width="1" />
    <path
      :d="ground"
      stroke="var(--text-2)"
      :stroke-width="paper ? 2 : 4"
      :stroke-dasharray="paper ? '10 3' : undefined"
    />
  </g>
</template>

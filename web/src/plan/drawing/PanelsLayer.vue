<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '@/api/client'
import type { Spot } from '@/draw/spot'
import { told } from '@/forms/lengths'
import type { Panel } from './place'

/** Reflectors and flags on the plan: moved by their middle, turned by the handle before them. */
const { plan, px } = defineProps<{ plan: Plan; px: (x: number, z: number) => Spot; still?: boolean }>()
const emit = defineEmits<{
  take: [event: PointerEvent, index: number]
  turn: [event: PointerEvent, index: number]
  nudge: [event: KeyboardEvent, index: number]
}>()

const metres = (v: number) => told(v, plan.length)
const PANELS = { white: 'White panel', silver: 'Silver panel', dark: 'Dark panel', flag: 'Flag' }
const dark = (kind: Panel['kind']) => kind === 'dark' || kind === 'flag'
const panels = computed(() =>
  (plan.studio.panels ?? []).map((p) => {
    const turn = (p.facing * Math.PI) / 180
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const half = p.width / 2
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
</script>

<template>
  <g>
    <g v-for="(p, i) in panels" :key="`p${i}`">
      <g
        role="button"
        tabindex="0"
        class="cursor-grab"
        :aria-label="`${p.label}. Arrow keys move it, page keys turn it.`"
        @pointerdown="emit('take', $event, i)"
        @keydown="emit('nudge', $event, i)"
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
      <g v-if="!still" class="cursor-crosshair" aria-hidden="true" @pointerdown="emit('turn', $event, i)">
        <circle :cx="p.handle.x" :cy="p.handle.y" r="12" fill="transparent" />
        <circle :cx="p.handle.x" :cy="p.handle.y" r="4" fill="var(--well)" stroke="var(--edge)" stroke-width="1.500" />
      </g>
    </g>
  </g>
</template>

<style scoped>
g[role='button']:focus-visible {
  outline-offset: -2px;
}
</style>

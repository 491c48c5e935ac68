<script setup lang="ts">
import { ref, useTemplateRef } from 'vue'
import type { FramePatch } from '@/api/client'

/** The patches on the picture: brackets with a numbered plate, to be dragged or moved by keys. */
const { patches, chosen, height } = defineProps<{
  patches: (FramePatch & { name: string })[]
  chosen: number
  /** The picture's shape: width over height. */
  aspect: number
  /** Its height in pixels of its own. */
  height: number
}>()
const emit = defineEmits<{
  choose: [n: number]
  place: [n: number, x: number, y: number]
  move: [n: number, x: number, y: number]
  size: [n: number, factor: number]
  remove: [n: number]
}>()
const area = useTemplateRef('area')
const dragged = ref<number>()

function down(n: number, event: PointerEvent): void {
  emit('choose', n)
  dragged.value = n
  ;(event.currentTarget as Element).setPointerCapture?.(event.pointerId)
}
function drag(event: PointerEvent): void {
  const box = area.value?.getBoundingClientRect()
  if (dragged.value === undefined || !box?.width) return
  emit('place', dragged.value, (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height)
}
const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function key(n: number, event: KeyboardEvent): void {
  const way = STEPS[event.key]
  if (way) {
    const by = event.shiftKey ? 1 / height : 0.01
    emit('move', n, way[0] * by, way[1] * by)
  } else if (event.key === '+' || event.key === '-') emit('size', n, event.key === '+' ? 1.15 : 1 / 1.15)
  else if (event.key === 'Delete' || event.key === 'Backspace') emit('remove', n)
  else return
  event.preventDefault()
  event.stopPropagation()
}
const percent = (share: number) => `${(share * 100).toFixed(2)}%`
</script>

<template>
  <div
    ref="area"
    class="absolute inset-0"
    @pointermove="drag"
    @pointerup="dragged = undefined"
    @pointercancel="dragged = undefined"
  >
    <button
      v-for="(p, n) in patches"
      :key="n"
      type="button"
      class="patch"
      :class="n === chosen ? 'chosen' : ''"
      :style="{
        left: percent(p.x),
        top: percent(p.y),
        width: `max(1.375rem, ${percent((2 * p.radius) / aspect)})`,
        aspectRatio: '1',
      }"
      :aria-label="`Patch ${n + 1}, ${p.name}`"
      :aria-pressed="n === chosen"
      @pointerdown.prevent="down(n, $event)"
      @click="emit('choose', n)"
      @focus="emit('choose', n)"
      @keydown="key(n, $event)"
    >
      <svg viewBox="0 0 22 22" preserveAspectRatio="none" aria-hidden="true">
        <path v-for="c in ['under', 'over']" :key="c" :class="c" d="M1 7V1h6M15 1h6v6M21 15v6h-6M7 21H1v-6" />
      </svg>
      <b class="plate">{{ n + 1 }}</b>
    </button>
  </div>
</template>

<style scoped>
.patch {
  position: absolute;
  transform: translate(-50%, -50%);
  touch-action: none;
  cursor: grab;
}
svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  overflow: visible;
}
path {
  fill: none;
  vector-effect: non-scaling-stroke;
}
/* White on black: seen on any tone. */
.under {
  stroke: #000000;
  stroke-width: 3.4px;
}
.over {
  stroke: #ffffff;
  stroke-width: 1.4px;
}
.chosen .over {
  stroke-width: 2.2px;
}
.plate {
  position: absolute;
  left: 100%;
  top: 0;
  min-width: 0.875rem;
  height: 0.9375rem;
  border: 1px solid #000000;
  border-radius: 2px;
  background: #ffffff;
  color: #000000;
  font-size: 0.75rem;
  line-height: 0.8125rem;
  font-weight: 700;
  text-align: center;
}
</style>

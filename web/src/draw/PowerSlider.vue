<script setup lang="ts">
import { computed, shallowRef, useTemplateRef } from 'vue'
import type { Role } from '@/api/client'
import { useHold } from './hold'
import { useDrawingSize } from './measure'
import { POWER_WIDTH, powerScale } from './power'
import PowerScale from './PowerScale.vue'

/** A setting of a dial. */
export interface Setting {
  written: string
  /** Stops below the first. */
  stops: number
  /** Where a mark of the scale is written. */
  label?: string | null
}

/** A dial's own scale, to be dragged: filled where it is, hollow where it would be. It is told where the hand is, and where it lets go. */
const {
  named,
  role,
  settings,
  now,
  next,
  still = false,
} = defineProps<{
  /** Whose it is. */
  named: string
  role: Role
  settings: readonly Setting[]
  /** As written: where it is, and where it would be. */
  now?: string
  next?: string
  still?: boolean
}>()
const emit = defineEmits<{ drag: [to: Setting]; drop: [to: Setting | undefined] }>()
const frame = useTemplateRef('frame')
const { width } = useDrawingSize(frame)

/** Where it was when the hand took it; where the hand is. */
const dragged = shallowRef<{ from: Setting; to: Setting }>()
const of = (written: string | undefined) => settings.find((s) => s.written === written)
const at = computed(() => dragged.value?.from ?? of(now))
const lowest = computed(() => settings.at(-1)?.stops ?? -1)
const power = computed(() => ({
  unit: named,
  role,
  ticks: settings.map(({ stops, label }) => ({ stops, label })),
  lowest: lowest.value,
  now: at.value?.stops ?? 0,
  now_written: at.value?.written ?? '',
  next: (dragged.value?.to ?? of(next))?.stops,
}))

const { take, drag, letGo, cancelled } = useHold(frame, {
  drop() {
    const last = dragged.value
    dragged.value = undefined
    if (last) emit('drop', last.to.written === last.from.written ? undefined : last.to)
  },
  giveUp() {
    dragged.value = undefined
    emit('drop', undefined)
  },
})

/** The setting nearest to where the hand is. */
function nearest(x: number): Setting | undefined {
  const there = powerScale(lowest.value).back((x / (width.value || POWER_WIDTH)) * POWER_WIDTH)
  const off = (s: Setting) => Math.abs(s.stops - there)
  return settings.reduce<Setting | undefined>((best, s) => (best && off(best) <= off(s) ? best : s), undefined)
}

function grab(event: PointerEvent): void {
  const from = at.value
  if (still || !from) return
  take(event, (here) => {
    const to = nearest(here.x)
    if (!to || to.written === (dragged.value?.to ?? from).written) return
    dragged.value = { from, to }
    emit('drag', to)
  })
}
</script>

<template>
  <div
    ref="frame"
    class="w-85 max-w-full touch-none select-none"
    :class="still ? '' : 'cursor-ew-resize'"
    @pointerdown="grab"
    @pointermove="drag"
    @pointerup="letGo"
    @pointercancel="cancelled"
  >
    <PowerScale :power bare class="h-auto max-w-full" />
  </div>
</template>

<script setup lang="ts">
import { computed, shallowRef, useTemplateRef } from 'vue'
import type { Lane } from '@/api/client'
import { useHold } from '@/draw/hold'
import { useDrawingSize } from '@/draw/measure'
import { POWER_WIDTH, powerScale } from '@/draw/power'
import PowerScale from '@/draw/PowerScale.vue'
import { useBoard } from '@/look/board'

/** The unit's own scale with where it is set and where the next move sets it: dragged, the board follows; let go, it is dialled. Keys have the steps beside it. */
const { lane, still = false } = defineProps<{ lane: Lane; still?: boolean }>()
const board = useBoard()
const frame = useTemplateRef('frame')
const { width } = useDrawingSize(frame)

type Setting = NonNullable<Lane['dial']>['settings'][number]
/** Where it was when the hand took it; where the hand is. */
const dragged = shallowRef<{ from: Setting; to: Setting }>()
const settings = computed(() => lane.dial?.settings ?? [])
const now = computed(() => dragged.value?.from ?? settings.value.find((s) => s.written === lane.dial?.now))
const lowest = computed(() => settings.value.at(-1)?.stops ?? -1)
const power = computed(() => {
  const { next } = board.board ?? {}
  return {
    unit: lane.foot.plain,
    role: lane.role ?? 'key',
    ticks: settings.value.map(({ stops, label }) => ({ stops, label })),
    lowest: lowest.value,
    now: now.value?.stops ?? 0,
    now_written: now.value?.written ?? '',
    next: dragged.value?.to.stops ?? (next?.lane === lane.id ? next.power?.next : undefined),
  }
})

const { take, drag, letGo, cancelled } = useHold(frame, {
  drop() {
    const last = dragged.value
    dragged.value = undefined
    if (!last) return
    if (last.to.written === last.from.written) board.giveUp()
    else board.write(turned(last.to))
  },
  giveUp() {
    dragged.value = undefined
    board.giveUp()
  },
})
const turned = (to: Setting) => ({ dial: { light: lane.id, dial: to.written } })

/** The setting nearest to where the hand is. */
function nearest(x: number): Setting | undefined {
  const at = powerScale(lowest.value).back((x / (width.value || POWER_WIDTH)) * POWER_WIDTH)
  const off = (s: Setting) => Math.abs(s.stops - at)
  return settings.value.reduce<Setting | undefined>((best, s) => (best && off(best) <= off(s) ? best : s), undefined)
}

function grab(event: PointerEvent): void {
  const from = now.value
  if (still || !from) return
  take(event, (here) => {
    const to = nearest(here.x)
    if (!to || to.written === (dragged.value?.to ?? from).written) return
    dragged.value = { from, to }
    void board.tryOut(turned(to), true)
  })
}
</script>

<template>
  <div
    ref="frame"
    class="w-85 touch-none select-none"
    :class="still ? '' : 'cursor-ew-resize'"
    @pointerdown="grab"
    @pointermove="drag"
    @pointerup="letGo"
    @pointercancel="cancelled"
  >
    <PowerScale :power bare class="h-auto max-w-full" />
  </div>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { Lane } from '@/api/client'
import PowerSlider, { type Setting } from '@/draw/PowerSlider.vue'
import { useBoard } from '@/look/board'

/** The unit's own scale with where it is set and where the next move sets it: dragged, the board follows; let go, it is dialled. Keys have the steps beside it. */
const { lane, still = false } = defineProps<{ lane: Lane; still?: boolean }>()
const board = useBoard()
const settings = computed(() => lane.dial?.settings ?? [])
const next = computed(() => {
  const { next } = board.board ?? {}
  const stops = next?.lane === lane.id ? next.power?.next : undefined
  return settings.value.find((s) => s.stops === stops)?.written
})
const turned = (to: Setting) => ({ dial: { light: lane.id, dial: to.written } })
function drop(to: Setting | undefined): void {
  if (to) board.write(turned(to))
  else board.giveUp()
}
</script>

<template>
  <PowerSlider
    :named="lane.foot.plain"
    :role="lane.role ?? 'key'"
    :settings
    :now="lane.dial?.now"
    :next
    :still
    @drag="board.tryOut(turned($event), true)"
    @drop="drop"
  />
</template>

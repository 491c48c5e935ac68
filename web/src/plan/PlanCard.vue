<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/look/board'
import { usePlan } from './store'
import KeyCap from '@/ui/KeyCap.vue'
import PlanStage from '@/plan/drawing/PlanStage.vue'

/** The plan beside the ladder, and in one line what the chosen light does from there. */
const board = useBoard()
const plan = usePlan()
const light = computed(() => plan.shown?.lights.find((l) => l.light === board.chosen))
const answer = computed(() => {
  const shown = plan.shown
  if (!shown) return undefined
  const face = shown.face.find((f) => f.light === board.chosen)
  if (face && light.value?.role === 'key') return `${face.words}; ${face.softness}; ${face.falloff}.`
  if (face) return `${face.softness}; ${face.falloff}.`
  const rim = shown.rims.find((r) => r.light === board.chosen)
  if (rim) return rim.words
  return light.value?.role === 'ground' ? shown.ground?.words : shown.range?.words
})
</script>

<template>
  <div class="card flex min-h-0 flex-col p-2">
    <div class="relative flex min-h-0 flex-1 flex-col">
      <PlanStage class="flex-1" />
      <RouterLink
        v-if="board.view"
        :to="{ name: 'plan', params: { id: board.view.id } }"
        class="label absolute top-1 right-2 font-[650] whitespace-nowrap text-text underline"
        >Large <KeyCap>L</KeyCap></RouterLink
      >
    </div>
    <p v-if="answer" class="label mt-1 line-clamp-2 text-text-2" aria-live="polite">{{ answer }}</p>
  </div>
</template>

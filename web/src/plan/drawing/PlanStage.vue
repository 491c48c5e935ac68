<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, onUnmounted } from 'vue'
import type { Entry } from '@/api/client'
import { useBoard } from '@/look/board'
import { usePlan } from '@/plan/store'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import HeightsDrawing from './HeightsDrawing.vue'
import PlanDrawing from './PlanDrawing.vue'
import { rem } from '@/draw/measure'

/** Plan and heights of the open look, one over the other, with the lights that have no place yet. */
const { heights = 104 } = defineProps<{ /** Pixels for the side view. */ heights?: number }>()
const board = useBoard()
const plan = usePlan()
let leave: (() => void) | undefined
onMounted(() => (leave = plan.look()))
onUnmounted(() => leave?.())

const still = computed(() => board.still)
const drawn = computed(() => plan.shown)
/** What is shown does not jump while a light is dragged out of it. */
const extent = computed(() => plan.rest?.extent ?? { left: -2, right: 2, behind: -2, before: 2.5 })
const chosen = computed(() => drawn.value?.lights.find((l) => l.light === board.chosen))
const words = computed(() => {
  if (plan.wants.together) return 'All lights together: stops against the exposure'
  const unplaced = drawn.value?.unplaced.find((l) => l.light === board.chosen)
  if (unplaced) return `${unplaced.name} is not on the plan yet`
  if (!chosen.value) return 'Choose a light to see its lines'
  const { name, role } = chosen.value
  return `Stops from ${name.toLowerCase()} at the ${role === 'ground' ? 'ground' : 'sitter'}`
})
// A drag, or steps by key that are not written yet, are given up; only without one does Escape mean anything to the page.
useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    if (event.key !== 'Escape' || !plan.moving || plan.dropped) return
    event.stopPropagation()
    plan.putAway()
  },
  { capture: true },
)
const move = (entry: Entry) => void plan.move(entry)
</script>

<template>
  <section class="flex min-h-0 flex-col gap-1" aria-label="Plan and heights">
    <h2 class="sr-only">Plan</h2>
    <p v-if="!drawn && plan.failed" class="text-warn">{{ plan.failed }}</p>
    <template v-if="drawn && board.setup">
      <PlanDrawing
        class="flex-1"
        :plan="drawn"
        :extent="extent"
        :contours="plan.contours"
        :chosen="board.chosen"
        :setup="board.setup"
        :moving="plan.moving"
        :still="still"
        :caption="words"
        @choose="board.choose"
        @move="move"
        @nudge="plan.nudge"
        @drop="plan.drop"
        @give-up="plan.giveUp"
      />
      <p v-if="plan.refused" class="label text-warn" role="alert">{{ plan.refused }}</p>
      <p v-if="!drawn.described && board.view" class="label text-text-2">
        The studio is not described yet; this is a usual one.
        <RouterLink
          :to="{ name: 'plan', params: { id: board.view.id, part: 'studio' } }"
          class="font-[650] text-text underline"
          >Describe it</RouterLink
        >
      </p>
      <div
        v-if="drawn.unplaced.length && !still"
        class="flex flex-wrap items-center gap-1"
        aria-label="Not on the plan yet"
      >
        <span class="label text-text-2">Not on the plan:</span>
        <PushButton v-for="u in drawn.unplaced" :key="u.light" @click="board.write(u.entry)">
          <RoleMark :role="u.role" />Put {{ u.name.toLowerCase() }}
        </PushButton>
      </div>
      <HeightsDrawing
        class="shrink-0"
        :style="{ height: rem(heights) }"
        :plan="drawn"
        :extent="extent"
        :chosen="board.chosen"
        :setup="board.setup"
        :moving="plan.moving"
        :still="still"
        @choose="board.choose"
        @move="move"
        @nudge="plan.nudge"
        @drop="plan.drop"
        @give-up="plan.giveUp"
      />
    </template>
  </section>
</template>

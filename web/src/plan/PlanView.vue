<script setup lang="ts">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'
import { useMediaQuery, useTitle } from '@vueuse/core'
import { computed, onUnmounted, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import CameraNow from '@/draw/CameraNow.vue'
import GroundPanel from '@/plan/panels/GroundPanel.vue'
import LightPanel from '@/plan/panels/LightPanel.vue'
import PlanStage from '@/plan/drawing/PlanStage.vue'
import StartsPanel from '@/plan/panels/StartsPanel.vue'
import StudioPanel from '@/plan/panels/StudioPanel.vue'
import { useBoard } from '@/look/board'
import AwayBar from '@/look/AwayBar.vue'
import LookName from '@/look/LookName.vue'
import LooksOn from '@/look/LooksOn.vue'
import MomentBar from '@/look/MomentBar.vue'
import { later } from '@/ui/later'
import { usePlan } from './store'
import AppBar from '@/ui/AppBar.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import { planCommands } from './commands'

const PlacingCard = later(() => import('@/plan/PlacingCard.vue'))

/** The plan, large: place the lights, see the light fall, and what it means for face, ground and room. */
const { id, part = '' } = defineProps<{ id: string; part?: string }>()
const board = useBoard()
const plan = usePlan()
const router = useRouter()
const keysOpen = ref(false)
const narrow = useMediaQuery('(width < 56.25rem)')
/** On the phone the picture stands here, over the plan. */
const overPlan = useTemplateRef<HTMLElement>('overPlan')
onUnmounted(board.leave)
onUnmounted(() => {
  plan.drop()
  plan.wants = { others: true }
})
watch(
  () => id,
  async (now) => {
    if (board.view?.id !== now) await board.open(now)
    else void board.open(now)
    // A lane that is no light has no place.
    const lights = board.view?.setup.lights ?? []
    if (!lights.some((l) => l.id === board.chosen) && lights[0]) board.choose(lights[0].id)
  },
  { immediate: true },
)
useTitle(() => (board.view ? `Plan · ${board.view.sitting.name} · Ink Lamp` : 'Ink Lamp'))

const PARTS = [
  { is: '', words: 'Light' },
  { is: 'ground', words: 'Ground' },
  { is: 'studio', words: 'Studio' },
  { is: 'begin', words: 'Begin from' },
] as const
const panel = computed(() => ({ ground: GroundPanel, studio: StudioPanel, begin: StartsPanel })[part] ?? LightPanel)
const lights = computed(() => board.view?.setup.lights ?? [])
const together = () => (plan.wants = { ...plan.wants, together: !plan.wants.together })

function go(n: number): boolean {
  const at = PARTS[n - 1]
  if (at) void router.push({ name: 'plan', params: { id, part: at.is } })
  return Boolean(at)
}
const commands = planCommands({ part: go, together, leave: () => void router.push({ name: 'board', params: { id } }) })
</script>

<template>
  <div class="flex min-h-dvh flex-col" :class="narrow ? '' : 'h-dvh min-h-160'">
    <AppBar :board="id" @keys="keysOpen = true">
      <LookName />
      <CameraNow v-if="board.view && !narrow" :camera="board.view.board.camera" />
    </AppBar>
    <AwayBar />
    <MomentBar />
    <LooksOn v-if="board.looksOn" class="mx-2 mb-2" />
    <main
      class="grid min-h-0 flex-1 gap-2 px-2 pb-2"
      :class="narrow ? 'grid-cols-[minmax(0,1fr)]' : 'grid-cols-[minmax(0,1fr)_27.5rem]'"
    >
      <h1 class="sr-only">Plan of {{ board.view?.sitting.name }}, {{ board.view?.name }}</h1>
      <p v-if="board.failed" class="card px-4.5 py-4 text-warn">{{ board.failed }}</p>
      <template v-else-if="board.view">
        <div class="card flex min-h-0 flex-col px-3 py-2" :class="narrow ? 'h-155' : ''">
          <div class="mb-1 flex flex-wrap gap-1">
            <RadioGroup
              :model-value="board.chosen"
              class="flex flex-wrap gap-1"
              aria-label="Chosen light"
              @update:model-value="board.choose"
            >
              <RadioGroupOption
                v-for="l in lights"
                :key="l.id"
                :value="l.id"
                class="flex h-8 cursor-pointer items-center gap-2 rounded-key border px-3 max-phone:h-11"
                :class="l.id === board.chosen ? 'border-edge bg-raise font-[650]' : 'border-transparent text-text-2'"
              >
                <RoleMark :role="l.role" />{{ board.board?.lanes.find((lane) => lane.id === l.id)?.name }}
              </RadioGroupOption>
            </RadioGroup>
            <PushButton class="ml-auto" :aria-pressed="Boolean(plan.wants.together)" @click="together">{{
              plan.wants.together ? 'One light' : 'All together'
            }}</PushButton>
            <PushButton data-writes :disabled="!board.canUndo || board.still" @click="board.undo()">Undo</PushButton>
          </div>
          <div class="relative flex min-h-0 flex-1 flex-col">
            <PlanStage class="flex-1" :heights="narrow ? 120 : 150" />
            <div ref="overPlan" class="pointer-events-none absolute inset-0" />
          </div>
        </div>
        <div class="flex min-h-0 flex-col gap-2" :class="narrow ? '' : 'overflow-y-auto'">
          <nav class="flex flex-wrap gap-1" aria-label="What follows from the plan">
            <RouterLink
              v-for="(at, n) in PARTS"
              :key="at.is"
              :to="{ name: 'plan', params: { id, part: at.is } }"
              class="flex h-8 items-center rounded-key border px-3 max-phone:h-11"
              :class="at.is === part ? 'border-edge bg-card font-[650] text-text' : 'border-transparent text-text-2'"
              :aria-current="at.is === part ? 'page' : undefined"
              >{{ at.words }}<span class="sr-only">, key {{ n + 1 }}</span></RouterLink
            >
          </nav>
          <PlacingCard :over="narrow ? overPlan : undefined" />
          <fieldset :disabled="board.still" class="contents" :class="board.looksOn ? 'not-yours' : ''">
            <component :is="panel" />
          </fieldset>
        </div>
      </template>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands />
</template>

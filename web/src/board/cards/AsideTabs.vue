<script setup lang="ts">
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { computed, ref } from 'vue'
import type { Scales } from '@/api/client'
import { useBoard } from '@/look/board'
import CameraCard from './CameraCard.vue'
import CheckLine from './CheckLine.vue'
import FindingList from './FindingList.vue'
import LaneCard from './LaneCard.vue'
import RatioCard from './RatioCard.vue'
import RoomCard from './RoomCard.vue'

/** Beside the ladder: one of them at a time, whole. The plan stands in its slot where it is one of them. */
const { scales, plan = false } = defineProps<{ scales: Scales; plan?: boolean }>()
const board = useBoard()

const TABS = [
  { is: 'plan', words: 'Plan' },
  { is: 'light', words: 'Light' },
  { is: 'camera', words: 'Camera' },
  { is: 'room', words: 'Room' },
  { is: 'ratio', words: 'Ratio' },
] as const
type Is = (typeof TABS)[number]['is']
const tabs = computed(() => TABS.filter((tab) => plan || tab.is !== 'plan'))
/** All but the plan. */
const cards = TABS.filter((tab) => tab.is !== 'plan')
const picked = ref<Is>()
/** Where there is something on the plan one begins there. */
const shown = computed<Is>(() => {
  const { studio, lights = [] } = board.view?.setup ?? {}
  const begins = plan && (studio || lights.some((l) => l.place)) ? 'plan' : 'light'
  return tabs.value.find((tab) => tab.is === picked.value)?.is ?? begins
})

const findings = computed(() => board.board?.findings ?? [])
const knowing = ref(false)

function pick(n: number): void {
  picked.value = tabs.value[n]?.is
  knowing.value = false
}
</script>

<template>
  <TabGroup
    as="div"
    class="flex min-h-0 flex-1 flex-col gap-2"
    :selected-index="tabs.findIndex((tab) => tab.is === shown)"
    @change="pick"
  >
    <div class="flex items-center gap-1">
      <TabList class="flex gap-1" aria-label="Beside the ladder">
        <Tab
          v-for="(tab, n) in tabs"
          :key="tab.is"
          class="h-8 rounded-key border px-3 focus-visible:-outline-offset-2"
          :class="tab.is === shown && !knowing ? 'border-edge bg-card font-[650]' : 'border-transparent text-text-2'"
          @click="pick(n)"
          >{{ tab.words }}</Tab
        >
      </TabList>
      <button
        type="button"
        class="ml-auto h-8 rounded-key border px-3 font-[650] whitespace-nowrap focus-visible:-outline-offset-2 disabled:invisible"
        :class="[knowing ? 'border-edge bg-card' : 'border-line-2', board.spoils ? 'text-warn' : '']"
        :aria-pressed="knowing"
        :disabled="board.known === 0"
        @click="knowing = !knowing"
      >
        {{ board.spoils ? '! ' : '' }}{{ board.known }} to know
      </button>
    </div>
    <section
      v-if="knowing"
      class="card min-h-0 flex-1 overflow-y-auto p-3"
      tabindex="0"
      aria-label="All that is worth knowing"
      @keydown.esc.stop="knowing = false"
    >
      <CheckLine v-if="board.board?.check" class="mb-1" />
      <FindingList :findings />
    </section>
    <TabPanels v-show="!knowing" as="template">
      <div class="flex min-h-0 flex-1 flex-col">
        <TabPanel v-if="plan" class="flex min-h-0 flex-1 flex-col"><slot /></TabPanel>
        <TabPanel v-for="tab in cards" :key="tab.is" class="card min-h-0 flex-1 overflow-y-auto">
          <fieldset :disabled="board.still" class="contents" :class="board.looksOn ? 'not-yours' : ''">
            <LaneCard v-if="tab.is === 'light'"
              ><template #place><slot name="place" /></template
            ></LaneCard>
            <CameraCard v-else-if="tab.is === 'camera'" :scales />
            <RoomCard v-else-if="tab.is === 'room'" />
            <RatioCard v-else :scales />
          </fieldset>
        </TabPanel>
      </div>
    </TabPanels>
  </TabGroup>
</template>

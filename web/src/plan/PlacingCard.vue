<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/look/board'
import { useMoment } from '@/picture/choices'
import { useForetold } from '@/picture/foretold'
import FramePicture from '@/picture/FramePicture.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import { useCompared, type Side } from './compared'
import { usePlan } from './store'

/** The picture beside the plan, following the hand, with the few numbers that a light is placed by: before, and as dragged. */
const { over } = defineProps<{
  /** On the phone the picture stands over the plan, in this. */
  over?: HTMLElement | null
}>()
const board = useBoard()
const plan = usePlan()
const { asked, placed } = useMoment()
const { begun, side, rows, held } = useCompared()
const SIDES: { value: Side; words: string }[] = [
  { value: 'before', words: 'Before' },
  { value: 'dragged', words: 'As dragged' },
]
const size = computed(() => (over ? { width: 192, height: 240 } : { width: 296, height: 370 }))

const { frame, drawn, wrong, busy } = useForetold(() => {
  const now = placed.value ? asked('now') : undefined
  if (!now) return undefined
  const what = { ...now, grey: true, ...size.value }
  if (begun.value && side.value === 'before') return { ...what, setup: begun.value.setup }
  return plan.moving ? { ...what, entries: [plan.moving], moving: !plan.dropped } : what
})
const none = computed(() => (placed.value ? undefined : 'No light has a place yet.'))
/** The corner away from the light that is dragged. */
const right = computed(() => (plan.shown?.lights.find((l) => l.light === board.chosen)?.at.x ?? 0) < 0)
</script>

<template>
  <section class="card grid shrink-0 overflow-hidden" :class="over ? '' : 'beside'" aria-label="Foretold picture">
    <Teleport :to="over" :disabled="!over">
      <FramePicture
        :class="over ? ['over', right ? 'right-1' : 'left-1'] : ''"
        :frame
        :drawn
        :wrong
        :busy
        :none
        named="The foretold frame in grey"
      />
    </Teleport>
    <div class="flex min-w-0 flex-col gap-1.5 p-2.5">
      <SegmentedChoice v-if="begun" v-model="side" label="Before, or as dragged" :options="SIDES" />
      <p v-else class="flex h-8 items-center text-text-2 max-phone:h-11">As it stands</p>
      <table class="numbers w-full">
        <thead>
          <tr class="label text-text-3">
            <th scope="col"><span class="sr-only">What</span></th>
            <th v-if="begun" scope="col">before</th>
            <th scope="col">now</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.name">
            <th scope="row">{{ row.name }}</th>
            <td v-if="begun" class="text-text-2">{{ row.before ?? '–' }}</td>
            <td class="font-[650]">{{ row.shown }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="held" class="label text-text-2" aria-live="polite">{{ held }}</p>
    </div>
  </section>
</template>

<style scoped>
.beside {
  grid-template-columns: 15.875rem minmax(0, 1fr);
  height: 20.125rem;
}
.over {
  position: absolute;
  /* Under the line that says whose the lines are. */
  top: 1.5rem;
  z-index: 1;
  width: 6rem;
  height: 7.5rem;
  --around: 0.25rem;
  pointer-events: none;
}
.numbers {
  border-collapse: collapse;
}
.numbers :is(th, td) {
  padding: 0.25rem 0;
  border-bottom: 1px solid var(--line);
  font-weight: inherit;
  text-align: right;
  white-space: nowrap;
}
.numbers :is(th:first-child) {
  text-align: left;
}
.numbers td.font-\[650\] {
  font-weight: 650;
}
</style>

<script setup lang="ts">
import { computed, onMounted, onUnmounted } from 'vue'
import type { GroundTone } from '@/api/client'
import { numberOf, signed } from '@/forms/numbers'
import { useBoard } from '@/look/board'
import { usePlan } from '@/plan/store'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import StepField from '@/forms/StepField.vue'
import ElevationDrawing from '@/plan/drawing/ElevationDrawing.vue'

/** The ground's tone: what is wished, what falls on it, and what gives the wish. */
const board = useBoard()
const plan = usePlan()
const before = plan.wants
onMounted(() => (plan.wants = { ...plan.wants, elevation: true }))
onUnmounted(() => (plan.wants = { ...before, elevation: false }))
const ground = computed(() => plan.shown?.ground)

type Wish = 'open' | 'black' | 'grey' | 'white'
const usual = computed(() => board.scales?.usual.grey ?? 0)
const level = computed(() => {
  const wish = ground.value?.wish
  return wish && typeof wish === 'object' ? wish.grey.level : usual.value
})
const wish = computed({
  get: (): Wish => {
    const now = ground.value?.wish
    return now == null ? 'open' : typeof now === 'object' ? 'grey' : now
  },
  set: (to: Wish) => say(to === 'open' ? null : to === 'grey' ? { grey: { level: usual.value } } : to),
})
function say(tone: GroundTone | null): void {
  board.write({ ground_tone: { tone } })
}
const stepped = (by: number) => say({ grey: { level: Math.round((level.value + by) * 10) / 10 } })
const typed = (text: string) => board.typed({ ground_tone: { tone: { grey: { level: numberOf(text) } } } })
const OPTIONS = [
  { value: 'open', words: 'open' },
  { value: 'black', words: 'Black' },
  { value: 'grey', words: 'Grey' },
  { value: 'white', words: 'White' },
] as const
</script>

<template>
  <div class="grid gap-3">
    <section v-if="!ground" class="card p-3">
      <h2 class="text-head font-[650]">Ground</h2>
      <p class="mt-1 text-text-2">Say under Studio what is behind the sitter, and how far: wall or paper.</p>
    </section>
    <template v-else>
      <section class="card p-3" aria-label="Ground">
        <h2 class="font-voice text-[1.25rem] leading-6" aria-live="polite">{{ ground.words }}</h2>
        <p v-if="ground.wrap" class="mt-1 text-text-2">{{ ground.wrap }}</p>
        <div class="mt-2 flex flex-wrap items-center gap-2">
          <SegmentedChoice v-model="wish" label="The ground is to be" :options="OPTIONS" class="min-w-64 flex-1" />
          <StepField
            v-if="wish === 'grey'"
            label="Grey at"
            class="w-36"
            down
            up
            :value="signed(level)"
            :write="typed"
            @down="stepped(-0.1)"
            @up="stepped(0.1)"
          />
        </div>
        <p v-if="ground.right != null" class="mt-2 font-[650]">
          {{ ground.right ? '✓ As wished.' : 'Not as wished. What would give it:' }}
        </p>
        <ul v-if="ground.right === false" class="mt-1 grid gap-2" aria-label="What gives the wish">
          <li
            v-for="way in ground.ways"
            :key="way.words"
            class="flex items-center gap-2"
            :class="way.works ? '' : 'text-text-3'"
          >
            <span aria-hidden="true">{{ way.works ? '✓' : '–' }}</span>
            <p class="min-w-0 flex-1">
              {{ way.words }}
              <span class="text-text-2">{{ way.works ? `Ground then ${way.tone}.` : `Not enough: ${way.tone}.` }}</span>
            </p>
            <PushButton v-if="way.entries.length" @click="way.entries.forEach((entry) => board.write(entry))"
              >Use</PushButton
            >
          </li>
        </ul>
      </section>
      <section v-if="plan.shown?.elevation" class="card p-3" aria-label="Elevation">
        <ElevationDrawing :plan="plan.shown" />
      </section>
      <section class="card p-3" aria-label="What falls on the ground">
        <h2 class="text-head font-[650]">What falls on it</h2>
        <table class="mt-1 w-full">
          <tbody>
            <tr v-for="part in ground.spill" :key="part.name" class="border-t border-line">
              <th scope="row" class="py-1 text-left font-normal">
                <RoleMark :role="part.role" class="mr-1" /> {{ part.name }}
              </th>
              <td class="text-right font-[650]">{{ part.shown }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="ground.unknown.length" class="label mt-1 text-text-2">
          Not counted, because nothing is known of it: {{ ground.unknown.join(', ') }}.
        </p>
        <p class="label mt-1 text-text-3">Stops against the exposure, as a meter at the ground would read them.</p>
      </section>
    </template>
  </div>
</template>

<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { HeldAt, JoinedDevice } from '@/api/client'
import FNumber from '@/draw/FNumber.vue'
import { useBoard } from '@/look/board'
import { useJoined, useMetered } from '@/look/joined'
import ChoiceList from '@/ui/ChoiceList.vue'
import { may } from '@/ui/who'
import { shown, type Named } from './words'

/** A meter that is none: it is pressed here, and reads what stands in the open look. */
const { meter, subjects, look } = defineProps<{ meter: JoinedDevice; subjects: Named[]; look?: string }>()
const board = useBoard()
const joined = useJoined()

type Place = HeldAt | 'usual'
const PLACES: { value: Place; words: string }[] = [
  { value: 'usual', words: 'as usual' },
  { value: 'face', words: 'at the face' },
  { value: 'shadow_side', words: 'at the shadow side' },
  { value: 'hair_or_shoulder', words: 'at hair or shoulder' },
  { value: 'ground', words: 'at the ground' },
]
const place = ref<Place>('usual')
const of = ref('')
// It begins where the board would meter next, and goes on with it.
watch(
  () => [board.chosen, subjects.map((one) => one.id).join()],
  () => {
    const chosen = subjects.find((one) => one.id === board.chosen) ?? subjects[0]
    of.value = chosen?.id ?? ''
    place.value = 'usual'
  },
  { immediate: true },
)
const offered = computed(() => subjects.map(({ id, name }) => ({ value: id, words: name.toLowerCase() })))
const where = computed(() => (place.value === 'usual' ? undefined : place.value))
useMetered(() => ({ of: of.value || undefined, place: where.value }))

const busy = computed(() => joined.busy === meter.id)
const reading = computed(() => {
  const came = meter.last?.told
  return came && 'reading' in came ? came.reading : undefined
})
const named = (id: string | null | undefined) => subjects.find((one) => one.id === id)?.name.toLowerCase() ?? ''

const measure = () => joined.order(meter, { measure: { of: of.value, ...(where.value ? { place: where.value } : {}) } })
</script>

<template>
  <section class="card flex flex-col p-3" aria-labelledby="stand-in-meter">
    <h2 id="stand-in-meter" class="text-value font-[650]">{{ meter.name }}</h2>
    <p class="label mt-0.5 text-text-2">Press it, or Space while it is chosen</p>
    <div class="mx-auto mt-2 flex w-40 flex-col items-center" :class="meter.here ? '' : 'opacity-50'">
      <svg viewBox="0 0 100 50" class="h-12.5 w-25" aria-hidden="true">
        <path d="M5 46a45 44 0 0 1 90 0z" fill="var(--text-2)" opacity="0.850" />
        <path d="M2 48h96M16 48v8M84 48v8" fill="none" stroke="var(--edge)" stroke-width="2" />
      </svg>
      <div class="flex w-full flex-col items-center rounded-card border border-edge bg-field p-3.5 pb-4">
        <div
          class="flex h-31 w-full flex-col justify-between rounded-key border border-edge bg-page p-2"
          aria-live="polite"
        >
          <p class="label flex justify-between text-text-2">
            <span>{{ reading?.ambient ? 'what burns' : 'flash, waits' }}</span>
            <span v-if="reading ?? meter.state.iso">ISO {{ reading?.iso ?? meter.state.iso }}</span>
          </p>
          <p class="text-center text-[2rem] leading-9.5 font-[650]">
            <span v-if="busy" aria-label="measures">– –</span>
            <FNumber v-else-if="reading" :f="shown(reading.shows)" />
            <span v-else class="text-text-3" aria-label="nothing measured yet">ƒ –</span>
          </p>
          <p class="label flex justify-between text-text-2">
            <span>{{ reading?.shutter ?? meter.state.shutter ?? '' }} s</span>
            <b class="font-[650] text-text">{{ named(reading?.of) }}</b>
          </p>
        </div>
        <button
          type="button"
          class="mt-4 flex h-20 w-20 items-center justify-center rounded-full bg-act text-body font-[700] text-act-t disabled:opacity-50"
          :disabled="!look || !meter.here || busy || !may('write') || !of"
          @click="measure"
        >
          Measure
        </button>
      </div>
    </div>
    <div class="mt-auto grid grid-cols-2 gap-2 pt-3">
      <ChoiceList v-model="place" label="Where it is held" :options="PLACES" small />
      <ChoiceList v-model="of" label="What is metered" :options="offered" small />
    </div>
  </section>
</template>

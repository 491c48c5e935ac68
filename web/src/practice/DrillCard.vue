<script setup lang="ts">
import { computed } from 'vue'
import type { DrillView, Setup } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import FramePicture from '@/picture/FramePicture.vue'
import { useForetold } from '@/picture/foretold'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import { spent } from '@/ui/times'
import type { HowDone } from './how'

/** A drill before it is begun: how things stand, what is asked, what is hidden; told or alone. */
const { drill, number, of, setup } = defineProps<{
  drill: DrillView
  number: number
  of: number
  /** How its studio may stand. */
  setup?: Setup
}>()
const how = defineModel<HowDone>({ required: true })
const { frame, drawn, wrong, busy } = useForetold(() =>
  setup ? { setup, show: 'now', grey: true, width: 296, height: 370 } : undefined,
)
const counted = (n: number, one: string) => (n === 1 ? `1 ${one}` : `${n} ${one}s`)
const rows = computed(() => [
  ['You get', drill.given],
  ['You are asked', drill.asked],
  [
    'Best possible',
    `${counted(drill.shortest.readings, 'reading')}, ${counted(drill.shortest.moves, 'move')}, about ${spent(drill.seconds)}`,
  ],
  ['Trains', drill.trains],
  ['Hidden', drill.hidden],
])
const OPTIONS = [
  { value: 'told', words: 'Told' },
  { value: 'alone', words: 'Alone' },
] as const
</script>

<template>
  <section class="card flex min-h-0 flex-col overflow-y-auto p-4" aria-labelledby="drill">
    <p class="flex items-center gap-1.5">
      <RoleMark v-if="drill.role" :role="drill.role" :size="13" />
      <b class="font-[650]">{{ drill.of }}</b> <span class="label text-text-2">drill {{ number }} of {{ of }}</span>
    </p>
    <h2 id="drill" class="mt-2 font-voice text-[1.625rem] leading-tight font-[430]">{{ drill.title }}</h2>
    <p class="mt-1 min-h-13 text-text-2">{{ drill.about }}</p>
    <FramePicture
      class="-mx-4 mt-3 h-56 shrink-0"
      :frame
      :drawn
      :wrong
      :busy
      :named="`How it may begin: ${drill.title}`"
    />
    <dl class="mt-3 grid grid-cols-[5.5rem_minmax(0,1fr)]">
      <template v-for="[name, words] in rows" :key="name">
        <dt class="label border-b border-line py-1.25 text-text-2">{{ name }}</dt>
        <dd class="border-b border-line py-1.25 leading-4.5">{{ words }}</dd>
      </template>
    </dl>
    <div class="mt-auto flex items-center gap-3 pt-3">
      <SegmentedChoice v-model="how" label="Told or alone" :options="OPTIONS" class="w-30 shrink-0" />
      <p class="label leading-4 text-text-2">told: each next move is shown; alone: only the readings</p>
    </div>
  </section>
</template>

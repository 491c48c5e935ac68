<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Scales } from '@/api/client'
import { told } from '@/forms/lengths'
import { among, byName, dialsOf, marked, offers, orNone } from '@/forms/offers'
import StepField from '@/forms/StepField.vue'
import { useBoard } from '@/look/board'
import { useKit } from '@/look/kit'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import { later } from '@/ui/later'
import PushButton from '@/ui/PushButton.vue'

const HoldsDialog = later(() => import('@/look/HoldsDialog.vue'))

/** Aperture, shutter and ISO in third or half stops, stepped or typed; what it is seen through, and what must hold. */
const { scales } = defineProps<{ scales: Scales }>()
const board = useBoard()
const kit = useKit()
// Without the kit the camera is set all the same.
onMounted(() => kit.load().catch(() => undefined))

type Dial = 'aperture' | 'shutter' | 'iso'
const DIALS: { dial: Dial; label: string; before?: string; after?: string }[] = [
  { dial: 'aperture', label: 'Aperture', before: 'ƒ' },
  { dial: 'shutter', label: 'Shutter time', after: 's' },
  { dial: 'iso', label: 'ISO', before: 'ISO' },
]
/** Shown greyed before the camera is set, so that one choice is enough to set it. */
const { aperture, shutter, iso } = scales.usual.exposure
const usual = { aperture, shutter, iso }

const exposure = computed(() => board.meant<Record<Dial, string>>('camera') ?? board.view?.setup.camera?.exposure)
const sync = computed({
  get: () => board.view?.setup.camera?.sync ?? '',
  set: (marking) => set({}, marking || undefined),
})
const syncs = orNone(
  'sync not said',
  scales.syncs.map((s) => ({ value: s, words: `sync ${s}` })),
)

/** The camera itself: its sync time, and its limits. */
const body = computed({
  get: () => board.view?.setup.camera?.body?.name ?? '',
  set: (name) => {
    const camera = kit.cameras.find((c) => c.sheet.name === name)?.sheet
    if (camera) board.write({ camera: { ...usual, ...settings(), body: camera } })
  },
})
const bodies = computed(() => offers(byName(kit.cameras), body.value, 'camera not said'))
/** The filters that are on: one of the kit, or none. */
const filter = computed({
  get: () => board.view?.setup.camera?.filters?.map((f) => f.name).join(' + ') ?? '',
  set: (name) => {
    const on = kit.filters.find((f) => f.sheet.name === name)?.sheet
    board.write({ camera: { ...usual, ...settings(), filters: on ? [on] : [] } })
  },
})
const filters = computed(() => offers(byName(kit.filters), filter.value, 'no filter'))

function settings(): Partial<Record<Dial, string>> {
  const now = exposure.value
  return now ? { aperture: now.aperture, shutter: now.shutter, iso: now.iso } : {}
}

/** The camera as it is set, with what it is seen through. */
const camera = computed(() => board.view?.setup.camera)
/** What is printed on its dials. */
function dialled(dial: Dial): string[] {
  const { apertures, shutters, isos } = dialsOf(scales, camera.value?.body)
  return { aperture: apertures, shutter: shutters, iso: isos }[dial]
}
const markings = (dial: Dial) => among(dialled(dial), exposure.value?.[dial])

function set(change: Partial<Record<Dial, string>>, synced?: string): void {
  board.change({
    of: 'camera',
    now: () => ({ ...usual, ...settings() }),
    next: (now) => ({ ...now, ...change, ...(synced ? { sync: synced } : {}) }),
    entry: (to) => ({ camera: to }),
  })
}

/** Lists run from bright to dark: down is brighter to the left, darker to the right, on every dial. Steps of the three add up. */
function step(dial: Dial, by: 1 | -1): void {
  const all = markings(dial)
  board.step({
    of: 'camera',
    now: () => ({ ...usual, ...settings() }),
    next: (now) => {
      const to = all[all.indexOf(now[dial]) + by]
      return to ? { ...now, [dial]: to } : undefined
    },
    entry: (to) => ({ camera: to }),
  })
}

/** Written as it was typed, as it stands on these dials: what is no marking is refused with its neighbours. */
const typed = (dial: Dial) => (text: string) => {
  const written = dialled(dial).find((m) => marked(m) === text.trim()) ?? text
  return board.typed({ camera: { ...usual, ...settings(), [dial]: written } })
}
/** What one press of a dial does. */
const stepWords = computed(() => (camera.value?.body?.steps === 'halves' ? 'half a stop' : 'a third'))

/** What it is seen through, and what must hold whatever the room asks for, in few words. */
const holds = computed(() => board.view?.setup.holds ?? scales.usual.holds)
const lens = computed(() => {
  const { lens: on, focal, sitter } = camera.value ?? {}
  const away = sitter == null ? '' : `sitter ${told(sitter, board.board?.length ?? 'metres')} away`
  return [on?.name ?? (focal ? `${focal} mm` : 'lens not said'), away].filter(Boolean).join(', ')
})
const held = computed(() => {
  const { widest, smallest, slowest, fastest, iso_cap, filters = [] } = holds.value
  const span = (low: string | null | undefined, high: string | null | undefined, mark: string) =>
    low || high ? `${low ? mark + low : 'any'} to ${high ? mark + high : 'any'}` : ''
  const parts = [
    span(widest, smallest, 'ƒ'),
    span(slowest, fastest, ''),
    iso_cap ? `up to ISO ${iso_cap}` : '',
    filters.map((f) => f.name).join(', '),
  ].filter(Boolean)
  return parts.length > 0 ? parts.join(' · ') : 'nothing yet'
})
const steadiness = computed(
  () => scales.choices.steadiness.find((s) => s.value === holds.value.steadiness)?.words ?? '',
)
const highSpeed = computed(() => {
  const now = board.view?.setup.firing?.high_speed
  const units = (now?.units ?? []).map((id) => board.board?.lanes.find((l) => l.id === id)?.name ?? id)
  const on = [now?.camera ? 'camera' : '', now?.transmitter ? 'transmitter' : '', ...units].filter(Boolean)
  return on.length > 0 ? `on at ${on.join(', ')}` : 'off'
})
const rows = computed(() => [
  { name: 'Lens', words: lens.value },
  { name: 'Held', words: steadiness.value },
  { name: 'Must hold', words: held.value },
])
const holding = ref(false)
</script>

<template>
  <section class="p-3" aria-label="Camera">
    <h2 class="sr-only">Camera</h2>
    <div class="grid grid-cols-3 gap-2 max-phone:grid-cols-1">
      <StepField
        v-for="{ dial, label, before, after } in DIALS"
        :key="dial"
        :label
        :before
        :after
        :value="marked(exposure?.[dial] ?? usual[dial])"
        :class="exposure ? '' : 'text-text-3'"
        :write="typed(dial)"
        :down-words="`${label}: ${stepWords} brighter`"
        :up-words="`${label}: ${stepWords} darker`"
        :signs="['‹', '›']"
        down
        up
        @down="step(dial, -1)"
        @up="step(dial, 1)"
      />
    </div>
    <p v-if="!exposure" class="label mt-2 text-text-2">
      Not set yet: this is what it usually is, and what a reading is taken at.
      <button type="button" class="font-[650] text-text underline" @click="set({})">Set it so</button>
    </p>
    <div class="mt-3 grid grid-cols-3 gap-2 max-phone:grid-cols-1">
      <LabelledField label="Camera"><ChoiceList v-model="body" label="Camera" :options="bodies" /></LabelledField>
      <LabelledField label="Filter"><ChoiceList v-model="filter" label="Filter" :options="filters" /></LabelledField>
      <LabelledField label="Sync"><ChoiceList v-model="sync" label="Sync time" :options="syncs" /></LabelledField>
    </div>
    <dl class="mt-3 grid grid-cols-[6rem_1fr_auto] gap-x-3">
      <template v-for="{ name, words } in rows" :key="name">
        <dt class="border-t border-line py-2 text-text-2">{{ name }}</dt>
        <dd class="col-span-2 border-t border-line py-2">{{ words }}</dd>
      </template>
      <dt class="border-t border-line py-2 text-text-2">High-speed sync</dt>
      <dd class="border-t border-line py-2">{{ highSpeed }}</dd>
      <dd v-if="board.view" class="border-t border-line py-2">
        <RouterLink
          :to="{ name: 'ways', params: { id: board.view.id, study: 'shutter' } }"
          class="font-[650] text-text underline"
          >Switch it</RouterLink
        >
      </dd>
    </dl>
    <PushButton class="mt-1" @click="holding = true">Lens, tripod, what must hold</PushButton>
    <HoldsDialog v-if="holding" :scales @close="holding = false" />
  </section>
</template>

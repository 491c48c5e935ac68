<script setup lang="ts">
import { computed, onMounted } from 'vue'
import type { Scales } from '@/api/client'
import { byName, offers, orNone } from '@/forms/offers'
import { useBoard } from '@/look/board'
import { useKit } from '@/look/kit'
import ChoiceList from '@/ui/ChoiceList.vue'

/** Aperture, shutter and ISO in third stops: a list each, and a step either way. */
const { scales } = defineProps<{ scales: Scales }>()
const board = useBoard()
const kit = useKit()
// Without the kit the camera is set all the same.
onMounted(() => kit.load().catch(() => undefined))

type Dial = 'aperture' | 'shutter' | 'iso'
const DIALS: { dial: Dial; label: string; words: (marking: string) => string }[] = [
  { dial: 'aperture', label: 'Aperture', words: (m) => `ƒ${m}` },
  { dial: 'shutter', label: 'Shutter time', words: (m) => `${m} s` },
  { dial: 'iso', label: 'ISO', words: (m) => `ISO ${m}` },
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

function markings(dial: Dial): string[] {
  const all = { aperture: scales.apertures, shutter: scales.shutters, iso: scales.isos }[dial]
  const now = exposure.value?.[dial]
  return now && !all.includes(now) ? [now, ...all] : all
}

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
</script>

<template>
  <section class="card p-3" aria-label="Camera">
    <div class="mb-2 flex items-center gap-2">
      <h2 class="flex-1 text-head font-[650]">Camera</h2>
      <ChoiceList v-model="body" label="Camera" :options="bodies" class="w-[112px]" />
      <ChoiceList v-model="filter" label="Filter" :options="filters" class="w-[104px]" />
      <ChoiceList v-model="sync" label="Sync time" :options="syncs" class="w-[108px]" />
    </div>
    <div class="grid grid-cols-3 gap-2">
      <div v-for="{ dial, label, words } in DIALS" :key="dial" class="flex min-w-0" role="group" :aria-label="label">
        <button
          type="button"
          class="h-8 w-8 shrink-0 rounded-l-key border border-r-0 border-line-2 text-[15px] hover:border-edge"
          :aria-label="`${label}: a third brighter`"
          @click="step(dial, -1)"
        >
          ‹
        </button>
        <ChoiceList
          :model-value="exposure?.[dial] ?? usual[dial]"
          :label="label"
          :options="markings(dial).map((m) => ({ value: m, words: words(m) }))"
          bare
          class="flex-1 font-[650] [&_button]:rounded-none"
          :class="exposure ? '' : 'text-text-3'"
          @update:model-value="(m: string) => set({ [dial]: m })"
        >
          <span class="mx-auto whitespace-nowrap">
            <template v-if="dial === 'aperture'"
              ><i class="mr-[0.06em] font-voice text-[1.04em] font-medium">ƒ</i
              >{{ exposure?.aperture ?? usual.aperture }}</template
            >
            <template v-else-if="dial === 'shutter'"
              >{{ exposure?.shutter ?? usual.shutter }}<span class="label font-normal"> s</span></template
            >
            <template v-else><span class="label font-normal">ISO </span>{{ exposure?.iso ?? usual.iso }}</template>
          </span>
        </ChoiceList>
        <button
          type="button"
          class="h-8 w-8 shrink-0 rounded-r-key border border-l-0 border-line-2 text-[15px] hover:border-edge"
          :aria-label="`${label}: a third darker`"
          @click="step(dial, 1)"
        >
          ›
        </button>
      </div>
    </div>
  </section>
</template>

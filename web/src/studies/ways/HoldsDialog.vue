<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Entry, Holds, Refused } from '@/api/client'
import { numberOf, scaledNumber } from '@/forms/numbers'
import { byName, offers } from '@/forms/offers'
import { useBoard } from '@/look/board'
import { useKit } from '@/look/kit'
import CheckList from '@/ui/CheckList.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import TextField from '@/ui/TextField.vue'

/** What must hold whatever the room asks for: the look, the hand, the grain, what is at hand; and the lens it is seen through. */
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const kit = useKit()
onMounted(() => kit.load().catch(() => undefined))

const before: Partial<Holds> = board.view?.setup.holds ?? {}
const camera = board.view?.setup.camera
const widest = ref<string>(before.widest ?? '')
const smallest = ref<string>(before.smallest ?? '')
const depth = ref(before.depth == null ? '' : String(Math.round(before.depth * 1000) / 10))
const steadiness = ref(before.steadiness ?? 'hand')
const slowest = ref<string>(before.slowest ?? '')
const fastest = ref<string>(before.fastest ?? '')
const cap = ref<string>(before.iso_cap ?? '')
const filters = ref((before.filters ?? []).map((f) => f.name))
const allowed = ref([
  ...((before.high_speed ?? true) ? ['high_speed'] : []),
  ...((before.lights_move ?? true) ? ['lights_move'] : []),
])
const pace = ref(board.view?.setup.supplies?.pace == null ? '' : String(board.view?.setup.supplies?.pace))
const lens = ref(camera?.lens?.name ?? '')
const focal = ref(camera?.focal == null ? '' : String(camera.focal))
const sitter = ref(camera?.sitter == null ? '' : String(camera.sitter))
const refused = ref<Refused>()
const wrong = (field: string) => (refused.value?.isAt(field) ? refused.value.problem.detail : undefined)

const STEADINESS = [
  { value: 'hand', words: 'in the hand, 1/60' },
  { value: 'moving_sitter', words: 'moving sitter, 1/125' },
  { value: 'tripod', words: 'tripod, 1/4' },
] as const
const ALLOWED = [
  { value: 'high_speed', words: 'High-speed sync' },
  { value: 'lights_move', words: 'Moving lights' },
]
const any = (words: string) => ({ value: '', words })
const apertures = computed(() => (board.scales?.apertures ?? []).map((a) => ({ value: a, words: `ƒ${a}` })))
const times = computed(() => (board.scales?.shutters ?? []).map((s) => ({ value: s, words: `${s} s` })))
const isos = computed(() => (board.scales?.isos ?? []).map((i) => ({ value: i, words: `ISO ${i}` })))
const atHand = computed(() => {
  const known = kit.filters.map((f) => f.sheet)
  const gone = (before.filters ?? []).filter((f) => !known.some((k) => k.name === f.name))
  return [...known, ...gone]
})
const lenses = computed(() => offers(byName(kit.lenses), lens.value, 'lens not said'))

const entries = computed<Entry[]>(() => {
  const holds: Holds = {
    ...before,
    widest: widest.value || undefined,
    smallest: smallest.value || undefined,
    depth: depth.value.trim() ? (scaledNumber(depth.value, 0.01) as number) : undefined,
    steadiness: steadiness.value,
    slowest: slowest.value || undefined,
    fastest: fastest.value || undefined,
    iso_cap: cap.value || undefined,
    filters: atHand.value.filter((f) => filters.value.includes(f.name)),
    high_speed: allowed.value.includes('high_speed'),
    lights_move: allowed.value.includes('lights_move'),
  }
  const all: Entry[] = [{ holds }]
  const sheet = kit.lenses.find((l) => l.sheet.name === lens.value)?.sheet
  const seen =
    focal.value !== (camera?.focal == null ? '' : String(camera.focal)) ||
    sitter.value !== (camera?.sitter == null ? '' : String(camera.sitter))
  if (camera && (seen || (sheet && sheet.name !== camera.lens?.name))) {
    const { aperture, shutter, iso } = camera.exposure
    all.push({
      camera: {
        aperture,
        shutter,
        iso,
        lens: sheet,
        focal: focal.value.trim() ? (numberOf(focal.value) as number) : undefined,
        sitter: sitter.value.trim() ? (numberOf(sitter.value) as number) : undefined,
      },
    })
  }
  const wanted = pace.value.trim() ? (numberOf(pace.value) as number) : undefined
  const supplies = board.view?.setup.supplies
  if (supplies && (supplies.pace ?? undefined) !== wanted) all.push({ supplies: { ...supplies, pace: wanted } })
  return all
})

async function save(): Promise<void> {
  for (const entry of entries.value) {
    refused.value = await board.check(entry)
    if (refused.value) return
  }
  for (const entry of entries.value) board.write(entry)
  emit('close')
}
</script>

<template>
  <ModalDialog open title="What must hold" @close="emit('close')">
    <form class="mt-3 grid gap-4" @submit.prevent="save">
      <fieldset class="grid grid-cols-3 gap-3 max-[560px]:grid-cols-2">
        <legend class="label mb-1 font-[650]">The look</legend>
        <LabelledField label="Widest aperture"
          ><ChoiceList v-model="widest" label="Widest aperture" :options="[any('any'), ...apertures]"
        /></LabelledField>
        <LabelledField label="Smallest aperture"
          ><ChoiceList v-model="smallest" label="Smallest aperture" :options="[any('any'), ...apertures]"
        /></LabelledField>
        <TextField v-model="depth" label="Sharp, nose to ear" suffix="cm" :wrong="wrong('depth')" />
        <LabelledField label="Lens"><ChoiceList v-model="lens" label="Lens" :options="lenses" /></LabelledField>
        <TextField v-model="focal" label="Focal length" suffix="mm" :wrong="wrong('focal')" />
        <TextField v-model="sitter" label="Sitter from the lens" suffix="m" :wrong="wrong('sitter')" />
      </fieldset>
      <p v-if="wrong('smallest') ?? wrong('fastest')" class="label text-warn">
        {{ wrong('smallest') ?? wrong('fastest') }}
      </p>
      <fieldset class="grid gap-2">
        <legend class="label mb-1 font-[650]">The hand and the sitter</legend>
        <SegmentedChoice v-model="steadiness" label="How still camera and sitter are" :options="STEADINESS" />
        <div class="grid grid-cols-3 gap-3">
          <LabelledField label="Longest time"
            ><ChoiceList v-model="slowest" label="Longest time" :options="[any('as above'), ...times]"
          /></LabelledField>
          <LabelledField label="Shortest time"
            ><ChoiceList v-model="fastest" label="Shortest time" :options="[any('any'), ...times]"
          /></LabelledField>
          <LabelledField label="ISO at most"
            ><ChoiceList v-model="cap" label="ISO at most" :options="[any('the camera’s cap'), ...isos]"
          /></LabelledField>
        </div>
      </fieldset>
      <CheckList
        v-if="atHand.length > 0"
        v-model="filters"
        label="Filters at hand"
        :options="atHand.map((f) => ({ value: f.name, words: f.name }))"
      />
      <CheckList v-model="allowed" label="Allowed" :options="ALLOWED" />
      <div class="grid grid-cols-3 gap-3">
        <TextField v-model="pace" label="A frame each" suffix="s" :wrong="wrong('pace')" />
      </div>
      <p v-if="refused && !refused.problem.field" class="label text-warn">{{ refused.problem.detail }}</p>
      <div class="flex justify-end gap-2">
        <PushButton @click="emit('close')">Leave it</PushButton>
        <button
          type="submit"
          class="inline-flex h-8 items-center rounded-key border border-act bg-act px-3 font-[650] text-act-t"
        >
          Hold to it
        </button>
      </div>
    </form>
  </ModalDialog>
</template>

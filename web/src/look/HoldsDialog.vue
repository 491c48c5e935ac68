<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { Holds, Scales } from '@/api/client'
import { among as fields, useEntryForm, type Typed, type TypedEntry } from '@/forms/entry'
import { given, scaledNumber, shown } from '@/forms/numbers'
import { among, asApertures, asIsos, asTimes, byName, dialsOf, offers, orNone } from '@/forms/offers'
import { useBoard } from './board'
import { useKit } from './kit'
import CheckList from '@/ui/CheckList.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import TextField from '@/ui/TextField.vue'

/** What must hold whatever the room asks for: the look, the hand, the grain, what is at hand; and the lens it is seen through. */
const { scales } = defineProps<{ scales: Scales }>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const kit = useKit()
onMounted(() => kit.load().catch(() => undefined))

const before: Holds = board.view?.setup.holds ?? scales.usual.holds
const camera = board.view?.setup.camera
const widest = ref<string>(before.widest ?? '')
const smallest = ref<string>(before.smallest ?? '')
const depth = ref(before.depth == null ? '' : String(Math.round(before.depth * 1000) / 10))
// The server always says it; only what is written may leave it out.
const steadiness = ref(before.steadiness as Required<Holds>['steadiness'])
const slowest = ref<string>(before.slowest ?? '')
const fastest = ref<string>(before.fastest ?? '')
const cap = ref<string>(before.iso_cap ?? '')
const filters = ref((before.filters ?? []).map((f) => f.name))
const allowed = ref([...(before.high_speed ? ['high_speed'] : []), ...(before.lights_move ? ['lights_move'] : [])])
const risks = ref<string[]>(before.risks ?? [])
const pace = ref(shown(board.view?.setup.supplies?.pace))
const lens = ref(camera?.lens?.name ?? '')
const focal = ref(shown(camera?.focal))
const sitter = ref(shown(camera?.sitter))
const { wrong, elsewhere, write } = useEntryForm(
  board,
  fields('depth', 'focal', 'sitter', 'smallest', 'fastest', 'pace'),
)

const ALLOWED = [
  { value: 'high_speed', words: 'High-speed sync' },
  { value: 'lights_move', words: 'Moving lights' },
]
const dials = dialsOf(scales, camera?.body)
const limits = {
  widest: orNone('any', asApertures(among(dials.apertures, widest.value))),
  smallest: orNone('any', asApertures(among(dials.apertures, smallest.value))),
  slowest: orNone('as above', asTimes(among(dials.shutters, slowest.value))),
  fastest: orNone('any', asTimes(among(dials.shutters, fastest.value))),
  cap: orNone('camera’s cap', asIsos(among(dials.isos, cap.value))),
}
const atHand = computed(() => {
  const known = kit.filters.map((f) => f.sheet)
  const gone = (before.filters ?? []).filter((f) => !known.some((k) => k.name === f.name))
  return [...known, ...gone]
})
const lenses = computed(() => offers(byName(kit.lenses), lens.value, 'lens not said'))

const entries = computed(() => {
  const holds: Typed<Holds> = {
    ...before,
    widest: widest.value || undefined,
    smallest: smallest.value || undefined,
    depth: depth.value.trim() ? scaledNumber(depth.value, 0.01) : undefined,
    steadiness: steadiness.value,
    slowest: slowest.value || undefined,
    fastest: fastest.value || undefined,
    iso_cap: cap.value || undefined,
    filters: atHand.value.filter((f) => filters.value.includes(f.name)),
    high_speed: allowed.value.includes('high_speed'),
    lights_move: allowed.value.includes('lights_move'),
    risks: scales.choices.risks.map((r) => r.value).filter((r) => risks.value.includes(r)),
  }
  const all: TypedEntry[] = [{ holds }]
  const sheet = kit.lenses.find((l) => l.sheet.name === lens.value)?.sheet
  const seen = focal.value !== shown(camera?.focal) || sitter.value !== shown(camera?.sitter)
  if (camera && (seen || (sheet && sheet.name !== camera.lens?.name))) {
    const { aperture, shutter, iso } = camera.exposure
    all.push({
      camera: { aperture, shutter, iso, lens: sheet, focal: given(focal.value), sitter: given(sitter.value) },
    })
  }
  const wanted = given(pace.value)
  const supplies = board.view?.setup.supplies
  if (supplies && (supplies.pace ?? undefined) !== wanted) all.push({ supplies: { ...supplies, pace: wanted } })
  return all
})

async function save(): Promise<void> {
  const [first, ...then] = entries.value
  if (first && (await write(first, ...then))) emit('close')
}
</script>

<template>
  <ModalDialog open title="What must hold" @close="emit('close')">
    <form class="mt-3 grid gap-4" @submit.prevent="save">
      <fieldset class="grid grid-cols-3 gap-3 max-[35rem]:grid-cols-2">
        <legend class="label mb-1 font-[650]">The look</legend>
        <LabelledField label="Widest aperture"
          ><ChoiceList v-model="widest" label="Widest aperture" :options="limits.widest"
        /></LabelledField>
        <LabelledField label="Smallest aperture"
          ><ChoiceList v-model="smallest" label="Smallest aperture" :options="limits.smallest"
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
        <SegmentedChoice
          v-model="steadiness"
          label="How still camera and sitter are"
          :options="scales.choices.steadiness"
        />
        <div class="grid grid-cols-3 gap-3">
          <LabelledField label="Longest time"
            ><ChoiceList v-model="slowest" label="Longest time" :options="limits.slowest"
          /></LabelledField>
          <LabelledField label="Shortest time"
            ><ChoiceList v-model="fastest" label="Shortest time" :options="limits.fastest"
          /></LabelledField>
          <LabelledField label="ISO at most"
            ><ChoiceList v-model="cap" label="ISO at most" :options="limits.cap"
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
      <CheckList v-model="risks" label="Also there" :options="scales.choices.risks" />
      <div class="grid grid-cols-3 gap-3">
        <TextField v-model="pace" label="A frame each" suffix="s" :wrong="wrong('pace')" />
      </div>
      <p v-if="elsewhere" class="label text-warn" role="alert">{{ elsewhere }}</p>
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

<script setup lang="ts">
import { computed, onMounted, reactive, ref, toRefs } from 'vue'
import type { Around, Gear, Light, Rig } from '@/api/client'
import { among, useEntryForm, type Typed, type TypedEntry } from '@/forms/entry'
import { given, shown } from '@/forms/numbers'
import { byId, offers, orNone } from '@/forms/offers'
import { useBoard } from '@/look/board'
import { KEPT, modifierOf, unitOf, useGear } from '@/look/gear'
import { useKit } from '@/look/kit'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { abbreviated, inUnit, metresOf } from '@/forms/lengths'

/** Which unit of the kit a light is, how it is set, what is on it, and where it stands. */
const { adding, light } = defineProps<{ adding: boolean; light?: Light }>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const kit = useKit()

const before = adding ? undefined : light
const rig: Rig = before?.rig ?? {}
const length = board.board?.length ?? 'metres'
/** What it may be added as, by the id that it would have. */
const adds = board.view?.board.adding ?? []
const as = ref((adds.find((a) => !a.there) ?? adds[0])?.id ?? '')
const gear = useGear()
const unit = ref(unitOf(before))
const modifier = ref(modifierOf(before))
const dial = ref(before ? (board.lane?.dial?.now ?? '') : '')
/** Where it stands on the plan, where it does. */
const around = adding ? undefined : (board.lane?.around ?? undefined)
const inLength = (metres: number | null | undefined) => (metres == null ? '' : inUnit(metres, length))
const place = {
  distance: inLength(around?.distance ?? before?.distance),
  angle: shown(around ? Math.abs(around.round) : rig.angle),
  side: (around?.round ?? -1) < 0 ? 'left' : 'right',
  height: inLength(around?.height),
}
const { distance, angle, side, height } = toRefs(reactive({ ...place }))
const sides = [
  { value: 'left', words: 'camera left' },
  { value: 'right', words: 'camera right' },
]
const grid = ref(rig.grid ? 'on' : 'off')
const gel = ref(rig.gels?.[0]?.name ?? '')
const second = ref(rig.gels?.[1]?.name ?? '')
const group = ref(rig.group ?? '')
const lamp = ref<NonNullable<Rig['lamp']> | ''>(rig.lamp ?? '')
const channel = ref(shown(rig.channel))
const circuit = ref(shown(rig.circuit))
const { wrong, elsewhere, write } = useEntryForm(
  board,
  among('dial', 'distance', 'angle', 'round', 'height', 'channel', 'circuit'),
)

const missing = ref<string>()
onMounted(async () => {
  try {
    await kit.load()
  } catch (error) {
    missing.value = (error as Error).message
  }
})

const asItIs = (name: string | null | undefined) => `${name ?? 'What it has'} (as it is)`
const units = computed(() => offers(byId(kit.strobes), unitOf(before), 'not said', asItIs(before?.unit?.name)))
const modifiers = computed(() => offers(byId(kit.modifiers), modifierOf(before), 'not said', asItIs(before?.modifier)))
const gels = computed(() => [
  { value: '', words: 'none' },
  ...(rig.gels ?? [])
    .filter((g) => !kit.gels.some((k) => k.sheet.name === g.name))
    .map((g) => ({ value: g.name, words: g.name })),
  ...kit.gels.map((g) => ({ value: g.sheet.name, words: `${g.sheet.name}, −${g.sheet.loss}` })),
])
const lamps = computed(() => orNone('not said', board.scales?.choices.modelling))
const groups = computed(() => orNone('none', board.scales?.choices.groups))

const chosenUnit = computed(() => gear.unit(before, unit.value))
const chosenModifier = computed(() => gear.modifier(modifier.value))
/** The grid that fits: the modifier's, or the one that is on. */
const fitting = computed(
  () =>
    chosenModifier.value?.grid ??
    (modifier.value === KEPT || modifier.value === rig.kit?.modifier ? rig.grid : undefined),
)
const gridWords = computed(() => (fitting.value ? `on, −${fitting.value.loss}` : 'on'))

/** A gel of the kit, or one that is on. */
const gelNamed = (name: string) =>
  kit.gels.find((g) => g.sheet.name === name)?.sheet ?? rig.gels?.find((g) => g.name === name)

/** What is not shown here stays as it is. */
function described(): TypedEntry {
  const unitNow = chosenUnit.value
  return gear.put(
    before,
    { unit: unitNow, unitId: unit.value, modifierId: modifier.value },
    {
      light: before?.id ?? as.value,
      role: before?.role ?? adds.find((a) => a.id === as.value)?.role ?? 'rim',
      dial: unitNow && dial.value.trim() ? dial.value.trim() : undefined,
      // A light on the plan is moved there.
      distance:
        around || distance.value === place.distance ? before?.distance : metresOf(distance.value, length) || undefined,
    },
    {
      grid: grid.value === 'on' ? (fitting.value ?? undefined) : undefined,
      gels: [gelNamed(gel.value), gelNamed(second.value), ...(rig.gels ?? []).slice(2)].filter((g) => g !== undefined),
      angle: around ? rig.angle : given(angle.value),
      group: group.value || undefined,
      lamp: (unitNow?.lamp && lamp.value) || undefined,
      channel: given(channel.value),
      circuit: given(circuit.value),
    },
  )
}

/** Where it stands, where that was said: with distance, angle and height it is on the plan. */
function placed(): TypedEntry[] {
  const now = { distance: distance.value, angle: angle.value, side: side.value, height: height.value }
  const changed = (Object.keys(now) as (keyof typeof now)[]).filter((k) => now[k] !== place[k])
  if (changed.length === 0 || (!around && !now.height.trim())) return []
  const round = given(now.angle)
  const typed = {
    distance: changed.includes('distance') ? metresOf(now.distance, length) : (around?.distance ?? before?.distance),
    round: typeof round === 'number' && side.value === 'left' ? -round : round,
    height: changed.includes('height') ? metresOf(now.height, length) : around?.height,
  }
  // A ground light stays where it is from side to side.
  if (isGround.value) typed.round = around?.round ?? 0
  return [{ placed: { light: before?.id ?? as.value, around: typed as Typed<Around> } }]
}
const isGround = computed(() => (before?.role ?? adds.find((a) => a.id === as.value)?.role) === 'ground')

async function save(): Promise<void> {
  // Whoever works on a light stays there, however long they took.
  if (before) board.choose(before.id)
  if (await write(described(), ...placed())) emit('close')
}

function remove(): void {
  if (before) board.write({ light_removed: { light: before.id } })
  emit('close')
}

/** Cautions that go with what is chosen, where it is put on. */
const cautions = computed(() => {
  const on = kit.items.filter(
    (i) => i.id === unit.value || [gel.value, second.value].some((g) => g && isNamed(i.is, g)),
  )
  return on.flatMap((i) => i.notes.filter((n) => n.put_on))
})
const isNamed = (is: Gear, name: string) => 'gel' in is && is.gel.name === name
</script>

<template>
  <ModalDialog
    open
    :title="adding ? 'Add a light' : `${board.lane?.name ?? 'Light'}: unit and place`"
    @close="emit('close')"
  >
    <form class="mt-4 grid grid-cols-6 gap-x-3 gap-y-3" @submit.prevent="save">
      <div v-if="adding" class="col-span-6">
        <span class="label text-text-2">What it is for</span>
        <ChoiceList
          v-model="as"
          label="What it is for"
          :options="adds.map((a) => ({ value: a.id, words: a.words }))"
          class="mt-1"
        />
      </div>
      <div class="col-span-4">
        <span class="label text-text-2">Unit</span>
        <ChoiceList v-model="unit" label="Unit" :options="units" class="mt-1" />
      </div>
      <TextField v-model="dial" label="Dial now" class="col-span-2" hint="As written on it" :wrong="wrong('dial')" />
      <div class="col-span-4">
        <span class="label text-text-2">Modifier</span>
        <ChoiceList v-model="modifier" label="Modifier" :options="modifiers" class="mt-1" />
      </div>
      <div class="col-span-2">
        <span class="label text-text-2">Grid</span>
        <ChoiceList
          v-model="grid"
          label="Grid"
          class="mt-1"
          :options="
            fitting
              ? [
                  { value: 'off', words: 'off' },
                  { value: 'on', words: gridWords },
                ]
              : [{ value: 'off', words: 'none fits' }]
          "
        />
      </div>
      <TextField
        v-model="distance"
        label="Distance"
        :suffix="abbreviated(length)"
        class="col-span-2"
        hint="To what it lights"
        :wrong="wrong('distance')"
      />
      <TextField
        v-if="!isGround"
        v-model="angle"
        label="Angle to the camera"
        suffix="°"
        class="col-span-2"
        hint="Seen from the sitter"
        :wrong="wrong('angle') ?? wrong('round')"
      />
      <LabelledField v-if="!isGround" label="Side" class="col-span-2"
        ><ChoiceList v-model="side" label="Side" :options="sides"
      /></LabelledField>
      <TextField
        v-model="height"
        label="Height"
        :suffix="abbreviated(length)"
        class="col-span-2"
        :hint="around ? 'Of its middle, over the floor' : 'Said too, it is on the plan'"
        :wrong="wrong('height')"
      />
      <LabelledField label="Gel" class="col-span-2"
        ><ChoiceList v-model="gel" label="Gel" :options="gels"
      /></LabelledField>
      <LabelledField v-if="gel || second" label="Second gel" class="col-span-2"
        ><ChoiceList v-model="second" label="Second gel" :options="gels"
      /></LabelledField>
      <LabelledField label="Group" class="col-span-2"
        ><ChoiceList v-model="group" label="Group" :options="groups"
      /></LabelledField>
      <LabelledField v-if="chosenUnit?.lamp" label="Modelling lamp" class="col-span-2"
        ><ChoiceList v-model="lamp" label="Modelling lamp" :options="lamps"
      /></LabelledField>
      <TextField v-model="channel" label="Channel" class="col-span-2" :wrong="wrong('channel')" />
      <TextField
        v-model="circuit"
        label="Mains circuit"
        class="col-span-2"
        hint="1 where left out"
        :wrong="wrong('circuit')"
      />
      <p v-if="missing" class="col-span-6 text-warn">{{ missing }}</p>
      <p v-else-if="kit.loaded && kit.strobes.length === 0" class="col-span-6 text-text-2">
        There is no strobe in the kit yet. <RouterLink to="/kit" class="underline">Add yours</RouterLink>, and it can be
        chosen here.
      </p>
      <p v-for="note in cautions" :key="note.words" class="label col-span-6 text-warn">{{ note.words }}</p>
      <p v-if="elsewhere" class="col-span-6 text-warn" role="alert">{{ elsewhere }}</p>
      <div class="col-span-6 mt-2 flex gap-2">
        <PushButton v-if="before" @click="remove">Remove this light</PushButton>
        <span class="flex-1" />
        <PushButton @click="emit('close')">Cancel</PushButton>
        <button type="submit" class="h-8 rounded-key bg-act px-4 text-body font-[650] text-act-t">
          {{ adding ? 'Add' : 'Save' }}
        </button>
      </div>
    </form>
  </ModalDialog>
</template>

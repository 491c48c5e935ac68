<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import type { Entry, Gear, Light, Refused, Rig, Role, Unit } from '@/api/client'
import { numberOf } from '@/forms/numbers'
import { byId, offers } from '@/forms/offers'
import { useBoard } from '@/look/board'
import { useKit } from '@/look/kit'
import ChoiceList from '@/ui/ChoiceList.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { abbreviated, inUnit, toMetres } from '@/forms/lengths'

/** Which unit of the kit a light is, how it is set, what is on it, and where it stands. */
const { adding, light } = defineProps<{ adding: boolean; light?: Light }>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const kit = useKit()

type LampRole = Exclude<Role, 'room'>
/** What a light is for; an accent has the rim's mark and a name of its own. */
const ROLES: { value: string; words: string; role: LampRole }[] = [
  { value: 'key', words: 'Key', role: 'key' },
  { value: 'fill', words: 'Fill', role: 'fill' },
  { value: 'rim', words: 'Rim', role: 'rim' },
  { value: 'accent', words: 'Accent', role: 'rim' },
  { value: 'hair', words: 'Hair', role: 'hair' },
  { value: 'ground', words: 'Ground', role: 'ground' },
]
/** What a list says where the light keeps what it has, though that is not in the kit. */
const KEPT = 'kept'

const before = adding ? undefined : light
const rig: Rig = before?.rig ?? {}
const length = board.board?.length ?? 'metres'
const role = ref(ROLES.find((r) => !board.view?.setup.lights.some((l) => l.id === r.value))?.value ?? 'rim')
const unit = ref(rig.kit?.unit ?? (before?.unit ? KEPT : ''))
const modifier = ref(rig.kit?.modifier ?? (before?.modifier ? KEPT : ''))
const dial = ref(before ? (board.lane?.dial?.now ?? '') : '')
const distance = ref(before?.distance == null ? '' : inUnit(before.distance, length))
const angle = ref(rig.angle == null ? '' : String(rig.angle))
const grid = ref(rig.grid ? 'on' : 'off')
const gel = ref(rig.gels?.[0]?.name ?? '')
const group = ref(rig.group ?? '')
const channel = ref(rig.channel == null ? '' : String(rig.channel))
const circuit = ref(rig.circuit == null ? '' : String(rig.circuit))
const refused = shallowRef<Refused>()
const wrong = (field: string) => (refused.value?.isAt(field) ? refused.value.problem.detail : undefined)
/** A problem that belongs to no field here stands at the foot of the form. */
const elsewhere = computed(() => {
  const named = ['dial', 'distance', 'angle', 'channel', 'circuit']
  return refused.value && !named.some((f) => refused.value?.isAt(f)) ? refused.value.problem.detail : undefined
})

const missing = ref<string>()
onMounted(async () => {
  try {
    await kit.load()
  } catch (error) {
    missing.value = (error as Error).message
  }
})

const asItIs = (name: string | null | undefined) => `${name ?? 'What it has'} (as it is)`
const units = computed(() =>
  offers(byId(kit.strobes), rig.kit?.unit ?? (before?.unit ? KEPT : ''), 'not said', asItIs(before?.unit?.name)),
)
const modifiers = computed(() =>
  offers(
    byId(kit.modifiers),
    rig.kit?.modifier ?? (before?.modifier ? KEPT : ''),
    'not said',
    asItIs(before?.modifier),
  ),
)
const gels = computed(() => [
  { value: '', words: 'none' },
  ...(rig.gels ?? [])
    .filter((g) => !kit.gels.some((k) => k.sheet.name === g.name))
    .map((g) => ({ value: g.name, words: g.name })),
  ...kit.gels.map((g) => ({ value: g.sheet.name, words: `${g.sheet.name}, −${g.sheet.loss}` })),
])
const groups = [{ value: '', words: 'none' }, ...'ABCDE'.split('').map((g) => ({ value: g, words: g }))]

const chosenUnit = computed<Unit | undefined>(() => {
  if (unit.value === (rig.kit?.unit ?? KEPT) && before?.unit) return before.unit
  return kit.strobes.find((s) => s.id === unit.value)?.sheet
})
const chosenModifier = computed(() => kit.modifiers.find((m) => m.id === modifier.value)?.sheet)
/** The grid that fits: the modifier's, or the one that is on. */
const fitting = computed(
  () =>
    chosenModifier.value?.grid ??
    (modifier.value === KEPT || modifier.value === rig.kit?.modifier ? rig.grid : undefined),
)
const gridWords = computed(() => (fitting.value ? `on, −${fitting.value.loss}` : 'on'))

function newId(): string {
  const ids = board.view?.setup.lights.map((l) => l.id) ?? []
  if (!ids.includes(role.value)) return role.value
  let n = 2
  while (ids.includes(`${role.value}-${n}`)) n += 1
  return `${role.value}-${n}`
}

const typed = (text: string) => (text.trim() ? (numberOf(text) as number) : undefined)

function entry(): Entry {
  const fromKit =
    chosenUnit.value && unit.value !== KEPT
      ? { unit: unit.value, modifier: chosenModifier.value ? modifier.value : undefined }
      : undefined
  const gear = chosenModifier.value
  const kept = modifier.value === KEPT || (modifier.value === rig.kit?.modifier && !gear)
  const onIt = gel.value
    ? [kit.gels.find((g) => g.sheet.name === gel.value)?.sheet ?? rig.gels?.find((g) => g.name === gel.value)]
    : []
  const metres = distance.value.trim() ? numberOf(distance.value) : undefined
  return {
    light: {
      light: before?.id ?? newId(),
      role: before?.role ?? ROLES.find((r) => r.value === role.value)?.role ?? 'rim',
      unit: chosenUnit.value,
      dial: chosenUnit.value && dial.value.trim() ? dial.value.trim() : undefined,
      modifier: kept ? before?.modifier : gear?.name,
      distance: typeof metres === 'number' ? toMetres(metres, length) : (metres as never),
      rig: {
        shape: kept ? rig.shape : gear?.shape,
        grid: grid.value === 'on' ? (fitting.value ?? undefined) : undefined,
        gels: onIt.filter((g) => g !== undefined),
        angle: typed(angle.value),
        group: group.value || undefined,
        channel: typed(channel.value),
        circuit: typed(circuit.value),
        kit: fromKit,
        calibration: fromKit ? (kit.calibration(fromKit.unit, fromKit.modifier) ?? rig.calibration) : undefined,
      },
    },
  }
}

async function save(): Promise<void> {
  const now = entry()
  refused.value = await board.check(now)
  if (refused.value) return
  board.write(now)
  emit('close')
}

function remove(): void {
  if (before) board.write({ light_removed: { light: before.id } })
  emit('close')
}

/** Cautions that go with what is chosen, where it is put on. */
const cautions = computed(() => {
  const notes = (id: string) => kit.items.find((i) => i.id === id)?.notes.filter((n) => n.caution) ?? []
  const gelNotes = gel.value ? kit.items.find((i) => isNamed(i.is, gel.value))?.notes.filter((n) => n.caution) : []
  return [...notes(unit.value).slice(1, 2), ...(gelNotes ?? [])]
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
        <ChoiceList v-model="role" label="What it is for" :options="ROLES" class="mt-1" />
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
        v-model="angle"
        label="Angle to the camera"
        suffix="°"
        class="col-span-2"
        hint="Seen from the sitter"
        :wrong="wrong('angle')"
      />
      <div class="col-span-2">
        <span class="label text-text-2">Gel</span>
        <ChoiceList v-model="gel" label="Gel" :options="gels" class="mt-1" />
      </div>
      <div class="col-span-2">
        <span class="label text-text-2">Group</span>
        <ChoiceList v-model="group" label="Group" :options="groups" class="mt-1" />
      </div>
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
        <PushButton v-if="before" @click="remove">Take it away</PushButton>
        <span class="flex-1" />
        <PushButton @click="emit('close')">Cancel</PushButton>
        <button type="submit" class="h-8 rounded-key bg-act px-4 text-body font-[650] text-act-t">
          {{ adding ? 'Add' : 'Save' }}
        </button>
      </div>
    </form>
  </ModalDialog>
</template>

<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { answered, api, type Entry, type Refused, type Light, type Role, type Unit } from '@/api/client'
import { useBoard } from '@/stores/board'
import ChoiceList from '@/ui/ChoiceList.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { abbreviated, inUnit, toMetres } from './distance'
import { formOf, KINDS, number, ofKind, STEPS, unitOf, type UnitForm } from './unit'

/** Which unit a light is, how its dial is written and set, what is on it and how far it stands. */
const { adding, light } = defineProps<{ adding: boolean; light?: Light }>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()

type LampRole = Exclude<Role, 'room'>
const ROLES: { value: LampRole; words: string }[] = [
  { value: 'key', words: 'Key' },
  { value: 'fill', words: 'Fill' },
  { value: 'rim', words: 'Rim' },
  { value: 'hair', words: 'Hair' },
  { value: 'ground', words: 'Ground' },
]

const before = adding ? undefined : light
const length = board.board?.length ?? 'metres'
const role = ref<LampRole>((before?.role as LampRole | undefined) ?? 'hair')
const form = ref<UnitForm>(formOf(before?.unit))
const dial = ref(before ? (board.lane?.dial?.now ?? '') : '')
const modifier = ref(before?.modifier ?? '')
const distance = ref(before?.distance == null ? '' : inUnit(before.distance, length))
const refused = shallowRef<Refused>()
const known = shallowRef<Unit[]>([])
const wrong = (field: string) => (refused.value?.isAt(field) ? refused.value.problem.detail : undefined)
/** A problem that belongs to no field here stands at the foot of the form. */
const elsewhere = computed(() => {
  const named = ['name', 'rated', 'lowest', 'full', 'stops_per_unit', 'step', 'dial', 'modifier', 'distance']
  return refused.value && !named.some((f) => refused.value?.isAt(f)) ? refused.value.problem.detail : undefined
})

onMounted(async () => {
  try {
    known.value = await answered(api.GET('/api/units'))
  } catch {
    // Without the list a unit is typed.
  }
})

const earlier = computed(() => [
  { value: '', words: 'A unit used before' },
  ...known.value.map((u) => ({ value: u.name, words: u.name })),
])
const taken = ref('')
function take(name: string): void {
  taken.value = name
  const unit = known.value.find((u) => u.name === name)
  if (unit) form.value = formOf(unit)
}

function newId(): string {
  const ids = board.view?.setup.lights.map((l) => l.id) ?? []
  if (!ids.includes(role.value)) return role.value
  let n = 2
  while (ids.includes(`${role.value}-${n}`)) n += 1
  return `${role.value}-${n}`
}

function entry(): Entry {
  const unit = unitOf(form.value)
  return {
    light: {
      light: before?.id ?? newId(),
      role: before?.role ?? role.value,
      unit,
      dial: unit && dial.value.trim() ? dial.value.trim() : undefined,
      modifier: modifier.value.trim() || undefined,
      distance: distance.value.trim() ? toMetres(number(distance.value), length) : undefined,
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
</script>

<template>
  <ModalDialog
    open
    :title="adding ? 'Add a light' : `${board.lane?.name ?? 'Light'}: unit and place`"
    @close="emit('close')"
  >
    <form class="mt-4 grid grid-cols-6 gap-x-3 gap-y-3" @submit.prevent="save">
      <div v-if="adding" class="col-span-3">
        <span class="label text-text-2">What it is for</span>
        <ChoiceList v-model="role" label="What it is for" :options="ROLES" class="mt-1" />
      </div>
      <div v-if="known.length > 0" :class="adding ? 'col-span-3' : 'col-span-6'">
        <span class="label text-text-2">Take over</span>
        <ChoiceList
          :model-value="taken"
          label="A unit used before"
          :options="earlier"
          class="mt-1"
          @update:model-value="take"
        />
      </div>
      <TextField v-model="form.name" label="Unit" class="col-span-4" :wrong="wrong('name')" />
      <TextField v-model="form.rated" label="Rated energy" suffix="Ws" class="col-span-2" :wrong="wrong('rated')" />
      <div class="col-span-6">
        <span class="label text-text-2">How its dial is written</span>
        <ChoiceList
          :model-value="form.kind"
          label="How its dial is written"
          :options="KINDS"
          class="mt-1"
          @update:model-value="(kind: UnitForm['kind']) => (form = ofKind(form, kind))"
        />
      </div>
      <TextField
        v-if="form.kind === 'numbers' || form.kind === 'watt_seconds'"
        v-model="form.full"
        :label="form.kind === 'numbers' ? 'Number at full power' : 'Full power'"
        :suffix="form.kind === 'watt_seconds' ? 'Ws' : undefined"
        class="col-span-2"
        :wrong="wrong('full')"
      />
      <TextField
        v-model="form.lowest"
        :label="
          form.kind === 'fractions' ? 'Lowest, 1/' : form.kind === 'stops_below' ? 'Lowest, stops under full' : 'Lowest'
        "
        class="col-span-2"
        :wrong="wrong('lowest')"
      />
      <TextField
        v-if="form.kind === 'numbers'"
        v-model="form.perUnit"
        label="Stops per 1.0"
        class="col-span-2"
        :wrong="wrong('stops_per_unit')"
      />
      <TextField
        v-else-if="form.kind === 'watt_seconds'"
        v-model="form.wsStep"
        label="Step"
        suffix="Ws"
        class="col-span-2"
        :wrong="wrong('step')"
      />
      <div v-else class="col-span-2">
        <span class="label text-text-2">Step</span>
        <ChoiceList v-model="form.step" label="Step" :options="STEPS" class="mt-1" />
      </div>
      <TextField v-model="dial" label="Dial now" class="col-span-2" hint="As written on it" :wrong="wrong('dial')" />
      <TextField
        v-model="modifier"
        label="Modifier"
        class="col-span-2"
        hint="Such as Octa 90"
        :wrong="wrong('modifier')"
      />
      <TextField
        v-model="distance"
        label="Distance"
        :suffix="abbreviated(length)"
        class="col-span-2"
        hint="To what it lights"
        :wrong="wrong('distance')"
      />
      <p v-if="elsewhere" class="col-span-6 text-warn">{{ elsewhere }}</p>
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

<script setup lang="ts">
import { computed, ref } from 'vue'
import { answered, api, type Gear, type KitItem, type ToneCurve } from '@/api/client'
import { useForm } from '@/forms/entry'
import { signed } from '@/forms/numbers'
import { sheetOf, useKit, type GearKind } from '@/look/kit'
import { useNotices } from '@/ui/notices'
import ChoiceList from '@/ui/ChoiceList.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import type { Field, Values } from './fields/field'
import { fieldAt, gearOf, valuesOf } from './fields/form'
import { empty, KINDS, shown } from './fields/kinds'

/** The sheet of one piece, to be read and changed. */
const { id, kind, item, from, adding } = defineProps<{
  id: string
  kind: GearKind
  item?: KitItem
  from?: Gear
  adding?: boolean
}>()
const emit = defineEmits<{ saved: [id: string]; cancel: []; copy: [id: string] }>()
const kit = useKit()
const notices = useNotices()

const values = ref<Values>(
  item ? valuesOf(kind, item.is) : from ? { ...valuesOf(kind, from), name: `${sheetOf(from).name} 2` } : empty(kind),
)
const form = useForm((path) => fieldAt(kind, values.value, path))
const { busy, elsewhere } = form
const fields = computed(() => shown(kind, values.value))
const wrong = (field: Field) => form.wrong(field.path)
const one = computed(() => KINDS.find((k) => k.kind === kind)?.one ?? 'piece')
const learnt = computed(() =>
  kit.learnt
    .filter((l) => (kind === 'strobe' ? l.unit === id : l.modifier === id))
    .map((l) => {
      const other = kit.items.find((i) => i.id === (kind === 'strobe' ? l.modifier : l.unit))
      return { ...l, other: other ? sheetOf(other.is).name : 'no modifier of the kit' }
    }),
)

/** A tone curve in a line. */
function taughtOf(text: string): string {
  const { points, sure, camera } = JSON.parse(text) as ToneCurve
  return `Taught from ${points.length} exposures${camera ? ` of ${camera}` : ''}: within ${Math.max(sure, 0.05).toFixed(2)} stop`
}

async function save(retired = item?.retired ?? false): Promise<void> {
  if (!(await form.send(() => kit.put(id, gearOf(kind, values.value), retired)))) return
  notices.say(`${values.value.name?.trim()} is ${adding ? 'in the kit' : 'saved'}. Sittings keep what they used.`)
  emit('saved', id)
}

async function forget(unit: string, modifier: string | null | undefined): Promise<void> {
  const params = { path: { id: unit }, query: { modifier: modifier ?? undefined } }
  try {
    await answered(api.DELETE('/api/kit/{id}/calibration', { params }))
    await kit.load()
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}
</script>

<template>
  <form data-kit-form class="max-w-190" @submit.prevent="save()">
    <div class="flex flex-wrap items-center gap-2">
      <h2 class="min-w-0 flex-1 truncate font-voice text-[1.625rem] leading-8 font-medium max-[35rem]:basis-full">
        {{ adding ? `A new ${one}` : values.name }}
        <span v-if="item?.retired" class="text-body text-text-2">retired</span>
      </h2>
      <template v-if="adding"><PushButton @click="emit('cancel')">Cancel</PushButton></template>
      <template v-else>
        <PushButton @click="emit('copy', id)">Copy</PushButton>
        <PushButton @click="save(!item?.retired)">{{ item?.retired ? 'Bring back' : 'Retire' }}</PushButton>
      </template>
      <button
        type="submit"
        class="h-8 rounded-key bg-act px-4 text-body font-[650] text-act-t disabled:opacity-50"
        :disabled="busy"
      >
        {{ adding ? 'Add' : 'Save' }}
      </button>
    </div>
    <p v-if="elsewhere" class="mt-2 text-warn" role="alert">{{ elsewhere }}</p>

    <div class="mt-4 grid grid-cols-6 items-start gap-x-4 gap-y-3 max-[35rem]:grid-cols-2">
      <template v-for="field in fields" :key="field.path">
        <div
          :class="{
            'col-span-1': field.wide === 1,
            'col-span-2': !field.wide || field.wide === 2,
            'col-span-3 max-[35rem]:col-span-2': field.wide === 3,
            'col-span-6 max-[35rem]:col-span-2': field.wide === 6,
          }"
        >
          <template v-if="field.as === 'choice'">
            <span class="label text-text-2">{{ field.label }}</span>
            <ChoiceList
              v-model="values[field.path]!"
              :label="field.label"
              :options="field.options ?? []"
              class="mt-1"
            />
            <p v-if="wrong(field)" class="label mt-1 text-warn">{{ wrong(field) }}</p>
          </template>
          <label v-else-if="field.as === 'yes'" class="mt-5 flex h-8 items-center gap-2">
            <input
              type="checkbox"
              class="h-4 w-4 accent-text"
              :checked="values[field.path] === 'yes'"
              @change="values[field.path] = values[field.path] === 'yes' ? 'no' : 'yes'"
            />
            {{ field.label }}
          </label>
          <template v-else-if="field.as === 'taught'">
            <span class="label text-text-2">{{ field.label }}</span>
            <p class="mt-1 flex min-h-8 flex-wrap items-center gap-2">
              <template v-if="values[field.path]">
                {{ taughtOf(values[field.path] ?? '') }}
                <PushButton @click="values[field.path] = ''">Forget it</PushButton>
              </template>
              <span v-else class="text-text-2"
                >Plain sRGB is assumed, ± 0.3 stop. Shoot a grey card at 3 to 11 exposures and load the frames in a
                look; under Frame, Shot, lay a Grey card patch on it, then ⋯, Teach the camera’s tone.</span
              >
            </p>
          </template>
          <template v-else-if="field.as === 'durations'">
            <label class="label block text-text-2" :for="`${id}-durations`">{{ field.label }}</label>
            <textarea
              :id="`${id}-durations`"
              v-model="values[field.path]"
              rows="4"
              spellcheck="false"
              class="mt-1 w-full rounded-key border bg-field px-2 py-1 text-head tabular-nums"
              :class="wrong(field) ? 'border-warn' : 'border-edge'"
              :aria-describedby="`${id}-durations-note`"
            />
            <p :id="`${id}-durations-note`" class="label mt-1" :class="wrong(field) ? 'text-warn' : 'text-text-3'">
              {{
                wrong(field) ??
                'A line for each power: stops below full, t0.5, t0.1; a dash where it is not known. −4  1/800  1/260'
              }}
            </p>
          </template>
          <TextField
            v-else
            v-model="values[field.path]!"
            :label="field.label"
            :suffix="field.suffix"
            :hint="field.hint"
            :wrong="wrong(field)"
          />
        </div>
      </template>
    </div>

    <section v-if="learnt.length > 0" class="mt-5 border-t border-line pt-3" aria-labelledby="learnt-title">
      <h3 id="learnt-title" class="text-head font-[650]">What readings taught</h3>
      <table class="mt-2 w-full max-w-140 text-left">
        <thead class="label text-text-2">
          <tr>
            <th class="font-normal">{{ kind === 'strobe' ? 'In' : 'On' }}</th>
            <th class="font-normal">Against the model</th>
            <th class="font-normal">Readings</th>
            <th class="font-normal">Spread</th>
            <th />
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in learnt" :key="`${row.unit}${row.modifier}`" class="h-9">
            <td>{{ row.other }}</td>
            <td class="font-[650]">{{ signed(row.calibration.offset) }}</td>
            <td>{{ row.calibration.count }}</td>
            <td>{{ row.calibration.spread.toFixed(1) }}</td>
            <td class="text-right">
              <PushButton :aria-label="`Forget ${row.other}`" @click="forget(row.unit, row.modifier)"
                >Forget</PushButton
              >
            </td>
          </tr>
        </tbody>
      </table>
    </section>

    <ul
      v-if="item && item.notes.length > 0"
      class="mt-5 grid gap-1 border-t border-line pt-3"
      aria-label="Worth knowing"
    >
      <li v-for="note in item.notes" :key="note.words" :class="note.caution ? 'text-warn' : 'text-text-2'">
        {{ note.words }}
      </li>
    </ul>
  </form>
</template>

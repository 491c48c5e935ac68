<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useEntryForm } from '@/forms/entry'
import { asText } from '@/forms/offers'
import { useBoard } from '@/look/board'
import { usePlan } from '@/plan/store'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import { kept } from '@/forms/paths'
import PushButton from '@/ui/PushButton.vue'
import NumberFields from './NumberFields.vue'
import {
  formOf,
  GROUND,
  GROUND_TONE,
  PANEL,
  panelForm,
  SITTER,
  studioOf,
  WALL_TONES,
  WALLS,
  WINDOW,
  windowForm,
  type NumberField,
  type StudioForm,
} from './studioForm'

/** The studio around the sitter: face, camera, ground, walls, windows, panels. */
const board = useBoard()
const plan = usePlan()
const length = computed(() => plan.rest?.length ?? 'metres')
const form = ref<StudioForm>()
const stands = computed(() => plan.rest && formOf(plan.rest))
const choices = computed(() => board.scales?.choices)
// Somebody may drag the camera, or write from another window, while something is typed here.
watch(
  [stands, length],
  ([now, unit], [before, unitBefore]) => {
    if (!now) return
    form.value = form.value && before && unit === unitBefore ? kept(form.value, before, now) : structuredClone(now)
  },
  { immediate: true },
)

/** The fields on the screen, by how a refusal names them. */
const asked = computed(() => {
  const paths = (fields: readonly NumberField[], before = '') => fields.map((f) => before + f.path)
  return [
    ...paths(SITTER),
    ...(form.value?.ground === 'none' ? [] : paths(GROUND)),
    ...(form.value?.walls === 'none' ? [] : paths(WALLS)),
    ...(form.value?.windows ?? []).flatMap((_, i) => paths(WINDOW, `windows[${i}].`)),
    ...(form.value?.panels ?? []).flatMap((_, i) => paths(PANEL, `panels[${i}].`)),
  ]
})
const { wrong, elsewhere, write, clear } = useEntryForm(board, (field) =>
  asked.value.find((path) => field.endsWith(`studio.${path}`)),
)
/** What surfaces throw back, in words; a number in between keeps its own. */
const tones = (now = '') => {
  const all = asText(choices.value?.surfaces)
  return all.some((t) => t.value === now) ? all : [...all, { value: now, words: `throws back ${now}` }]
}

function addWindow(): void {
  if (plan.rest) form.value?.windows.push(windowForm(plan.rest.offers.window, length.value))
}
function addPanel(): void {
  if (plan.rest) form.value?.panels.push(panelForm(plan.rest.offers.panel, length.value))
}

async function save(): Promise<void> {
  const now = plan.rest
  if (!now || !form.value) return
  const studio = studioOf(form.value, now)
  // What was written is now told as numbers are, whatever was typed.
  if (await write({ studio })) form.value = formOf({ ...now, studio })
}
function putBack(): void {
  form.value = stands.value && structuredClone(stands.value)
  clear()
}
</script>

<template>
  <form v-if="form" class="card grid gap-3 p-3" aria-label="Studio" @submit.prevent="save">
    <fieldset>
      <legend class="text-head font-[650]">Sitter and camera</legend>
      <div class="mt-1 grid grid-cols-2 gap-2 min-[30rem]:grid-cols-3">
        <NumberFields v-model="form.numbers" :fields="SITTER" :length="length" :wrong="wrong" />
        <LabelledField label="Picture">
          <ChoiceList
            v-model="form.upright"
            label="Picture"
            :options="[
              { value: 'upright', words: 'upright' },
              { value: 'across', words: 'across' },
            ]"
          />
        </LabelledField>
      </div>
      <p class="label mt-1 text-text-3">Turned: minus is camera left. The camera’s place is dragged on the plan.</p>
    </fieldset>
    <fieldset>
      <legend class="text-head font-[650]">Ground</legend>
      <div class="mt-1 grid grid-cols-2 gap-2">
        <LabelledField label="What is behind">
          <ChoiceList
            v-model="form.ground"
            label="What is behind the sitter"
            :options="[{ value: 'none', words: 'nothing' }, ...(choices?.grounds ?? [])]"
          />
        </LabelledField>
        <template v-if="form.ground !== 'none'">
          <LabelledField :label="GROUND_TONE.words">
            <ChoiceList
              v-model="form.numbers[GROUND_TONE.path]!"
              :label="GROUND_TONE.label ?? GROUND_TONE.words"
              :options="tones(form.numbers[GROUND_TONE.path])"
            />
          </LabelledField>
          <NumberFields v-model="form.numbers" :fields="GROUND" :length="length" :wrong="wrong" />
        </template>
      </div>
    </fieldset>
    <fieldset>
      <legend class="text-head font-[650]">Room</legend>
      <div class="mt-1 grid grid-cols-2 gap-2 min-[30rem]:grid-cols-3">
        <LabelledField label="Walls">
          <ChoiceList
            v-model="form.walls"
            label="Walls"
            :options="[
              { value: 'none', words: 'not counted' },
              { value: 'there', words: 'counted' },
            ]"
          />
        </LabelledField>
        <template v-if="form.walls === 'there'">
          <NumberFields v-model="form.numbers" :fields="WALLS" :length="length" :wrong="wrong" />
          <LabelledField v-for="f in WALL_TONES" :key="f.path" :label="f.words">
            <ChoiceList
              v-model="form.numbers[f.path]!"
              :label="f.label ?? f.words"
              :options="tones(form.numbers[f.path])"
            />
          </LabelledField>
        </template>
      </div>
    </fieldset>
    <fieldset>
      <legend class="text-head font-[650]">Windows</legend>
      <div v-for="(w, i) in form.windows" :key="i" class="mt-1 flex items-end gap-2">
        <ChoiceList
          v-model="w.wall"
          :label="`Wall of window ${i + 1}`"
          :options="choices?.sides ?? []"
          class="min-w-36"
        />
        <NumberFields
          v-model="w.numbers"
          :fields="WINDOW"
          :length="length"
          :wrong="(path) => wrong(`windows[${i}].${path}`)"
        />
        <PushButton :aria-label="`Take away window ${i + 1}`" @click="form.windows.splice(i, 1)">−</PushButton>
      </div>
      <p v-if="form.windows.length" class="label mt-1 text-text-3">
        Middle: from the sitter toward the camera, or to the right in a wall across.
      </p>
      <PushButton v-if="form.windows.length < 8" class="mt-2" @click="addWindow">Add a window</PushButton>
    </fieldset>
    <fieldset>
      <legend class="text-head font-[650]">Reflectors, dark panels, flags</legend>
      <div
        v-for="(p, i) in form.panels"
        :key="i"
        class="mt-1 grid grid-cols-2 items-end gap-2 min-[30rem]:grid-cols-[1.5fr_1fr_1fr]"
      >
        <div class="flex gap-1">
          <ChoiceList
            v-model="p.kind"
            class="min-w-0 flex-1"
            :label="`Kind of panel ${i + 1}`"
            :options="choices?.panels ?? []"
          />
          <PushButton :aria-label="`Take away panel ${i + 1}`" @click="form.panels.splice(i, 1)">−</PushButton>
        </div>
        <NumberFields
          v-model="p.numbers"
          :fields="PANEL"
          :length="length"
          :wrong="(path) => wrong(`panels[${i}].${path}`)"
        />
      </div>
      <PushButton v-if="form.panels.length < 8" class="mt-2" @click="addPanel">Add a panel</PushButton>
      <ul v-if="plan.shown?.shadow" class="mt-2 text-text-2" aria-label="What comes back to the shadow side">
        <li class="font-[650] text-text">{{ plan.shown.shadow.words }}</li>
        <li v-for="(line, i) in plan.shown.shadow.panels" :key="i">{{ line }}</li>
      </ul>
    </fieldset>
    <p v-if="elsewhere" class="text-warn" role="alert">{{ elsewhere }}</p>
    <div class="flex gap-2">
      <button
        type="submit"
        class="h-8 max-phone:h-11 rounded-key border border-act bg-act px-3 font-[650] text-act-t"
        data-writes
        :disabled="board.still"
      >
        Write the studio
      </button>
      <PushButton @click="putBack">Put back</PushButton>
    </div>
  </form>
</template>

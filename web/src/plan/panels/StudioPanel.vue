<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Entry, Refused } from '@/api/client'
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
  TONES,
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
const refused = shallowRef<Refused>()
const stands = computed(() => plan.rest && formOf(plan.rest.studio, length.value))
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
const named = computed(() => asked.value.find((path) => refused.value?.problem.field?.endsWith(`studio.${path}`)))
const wrong = (path: string) => (named.value === path ? refused.value?.problem.detail : undefined)
const elsewhere = computed(() => (named.value ? undefined : refused.value?.problem.detail))
const tones = (now = '') =>
  TONES.some((t) => t.value === now) ? [...TONES] : [...TONES, { value: now, words: `throws back ${now}` }]

const SIDES = [
  { value: 'left', words: 'left wall' },
  { value: 'right', words: 'right wall' },
  { value: 'behind', words: 'behind the sitter' },
  { value: 'before', words: 'behind the camera' },
] as const
const KINDS = [
  { value: 'white', words: 'White reflector' },
  { value: 'silver', words: 'Silver reflector' },
  { value: 'dark', words: 'Dark panel' },
  { value: 'flag', words: 'Flag' },
] as const
function addWindow(): void {
  form.value?.windows.push(windowForm({ along: 0, width: 1.2 }, 'left', length.value))
}
/** Where it is most wanted: beside the face, on the side away from the key. */
function addPanel(): void {
  const key = plan.rest?.lights.find((l) => l.role === 'key')
  const side = (key?.at.x ?? -1) < 0 ? 1 : -1
  const panel = { kind: 'white', at: { x: 0.7 * side, y: 1.2, z: 0.2 }, width: 0.9, height: 1.2, facing: -100 * side }
  form.value?.panels.push(panelForm(panel as unknown as Parameters<typeof panelForm>[0], length.value))
}

async function write(): Promise<void> {
  const now = plan.rest?.studio
  if (!now || !form.value) return
  const studio = studioOf(form.value, now, length.value)
  const entry: Entry = { studio }
  refused.value = await board.check(entry)
  if (refused.value) return
  form.value = formOf(studio, length.value)
  board.write(entry)
}
function putBack(): void {
  form.value = stands.value && structuredClone(stands.value)
  refused.value = undefined
}
</script>

<template>
  <form v-if="form" class="card grid gap-3 p-3" aria-label="Studio" @submit.prevent="write">
    <fieldset>
      <legend class="text-head font-[650]">Sitter and camera</legend>
      <div class="mt-1 grid grid-cols-2 gap-2 min-[480px]:grid-cols-3">
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
            :options="[
              { value: 'none', words: 'nothing' },
              { value: 'wall', words: 'the wall' },
              { value: 'paper', words: 'paper or cloth' },
            ]"
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
      <div class="mt-1 grid grid-cols-2 gap-2 min-[480px]:grid-cols-3">
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
        <ChoiceList v-model="w.wall" :label="`Wall of window ${i + 1}`" :options="SIDES" class="min-w-36" />
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
        class="mt-1 grid grid-cols-2 items-end gap-2 min-[480px]:grid-cols-[1.5fr_1fr_1fr]"
      >
        <div class="flex gap-1">
          <ChoiceList v-model="p.kind" class="min-w-0 flex-1" :label="`Kind of panel ${i + 1}`" :options="KINDS" />
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
        class="h-8 max-[719px]:h-11 rounded-key border border-act bg-act px-3 font-[650] text-act-t"
        :disabled="Boolean(board.moment)"
      >
        Write the studio
      </button>
      <PushButton @click="putBack">Put back</PushButton>
    </div>
  </form>
</template>

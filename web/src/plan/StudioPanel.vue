<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import type { Entry, Refused } from '@/api/client'
import { abbreviated, inUnit } from '@/light/distance'
import { useBoard } from '@/stores/board'
import { usePlan } from '@/stores/plan'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { formOf, studioOf, TONES, type StudioForm } from './studioForm'

/** The studio around the sitter: face, camera, ground, walls, windows, panels. */
const board = useBoard()
const plan = usePlan()
const length = computed(() => plan.rest?.length ?? 'metres')
const suffix = computed(() => abbreviated(length.value))
const form = ref<StudioForm>()
const refused = shallowRef<Refused>()
watch(
  () => plan.rest?.studio,
  (now) => {
    if (now) form.value = formOf(now, length.value)
    refused.value = undefined
  },
  { immediate: true },
)
const wrong = (path: string) =>
  refused.value?.problem.field?.endsWith(path) ? refused.value.problem.detail : undefined
const NAMED = [
  'sitter.face',
  'sitter.facing',
  'sitter.chin',
  'sitter.group',
  'camera.at.y',
  'camera.aim',
  'ground.behind',
  'ground.width',
  'walls.left',
  'walls.right',
  'walls.behind',
  'walls.before',
  'walls.ceiling',
]
const elsewhere = computed(() =>
  refused.value && !NAMED.some((f) => wrong(f)) ? refused.value.problem.detail : undefined,
)
const tones = (now: string) =>
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
const metres = (v: number) => inUnit(v, length.value)
function addWindow(): void {
  form.value?.windows.push({ wall: 'left', along: metres(0), width: metres(1.2) })
}
/** Where it is most wanted: beside the face, on the side away from the key. */
function addPanel(): void {
  const key = plan.rest?.lights.find((l) => l.role === 'key')
  const side = (key?.at.x ?? -1) < 0 ? 1 : -1
  const x = metres(0.7).replace(/^/, side < 0 ? '−' : '')
  form.value?.panels.push({
    kind: 'white',
    x,
    z: metres(0.2),
    height: metres(1.2),
    width: metres(0.9),
    facing: side < 0 ? '100' : '−100',
    y: 1.2,
  })
}

async function write(): Promise<void> {
  const now = plan.rest?.studio
  if (!now || !form.value) return
  const entry: Entry = { studio: studioOf(form.value, now, length.value) }
  refused.value = await board.check(entry)
  if (!refused.value) board.write(entry)
}
</script>

<template>
  <form v-if="form" class="card grid gap-3 p-3" aria-label="Studio" @submit.prevent="write">
    <fieldset>
      <legend class="text-head font-[650]">Sitter and camera</legend>
      <div class="mt-1 grid grid-cols-3 gap-2">
        <TextField v-model="form.face" label="Eyes above floor" :suffix="suffix" :wrong="wrong('sitter.face')" />
        <TextField v-model="form.facing" label="Face turned" suffix="°" :wrong="wrong('sitter.facing')" />
        <TextField v-model="form.chin" label="Chin up" suffix="°" :wrong="wrong('sitter.chin')" />
        <TextField v-model="form.cameraHeight" label="Camera height" :suffix="suffix" :wrong="wrong('camera.at.y')" />
        <TextField v-model="form.aim" label="Picture’s middle at" :suffix="suffix" :wrong="wrong('camera.aim')" />
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
        <TextField v-model="form.group" label="Group’s width" :suffix="suffix" :wrong="wrong('sitter.group')" />
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
          <LabelledField label="Its tone">
            <ChoiceList v-model="form.groundTone" label="Tone of the ground" :options="tones(form.groundTone)" />
          </LabelledField>
          <TextField
            v-model="form.groundBehind"
            label="Behind the sitter"
            :suffix="suffix"
            :wrong="wrong('ground.behind')"
          />
          <TextField v-model="form.groundWidth" label="Width" :suffix="suffix" :wrong="wrong('ground.width')" />
        </template>
      </div>
    </fieldset>
    <fieldset>
      <legend class="text-head font-[650]">Room</legend>
      <div class="mt-1 grid grid-cols-3 gap-2">
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
          <TextField v-model="form.left" label="To the left wall" :suffix="suffix" :wrong="wrong('walls.left')" />
          <TextField v-model="form.right" label="To the right wall" :suffix="suffix" :wrong="wrong('walls.right')" />
          <TextField v-model="form.behind" label="To the wall behind" :suffix="suffix" :wrong="wrong('walls.behind')" />
          <TextField v-model="form.before" label="To the wall before" :suffix="suffix" :wrong="wrong('walls.before')" />
          <TextField v-model="form.ceiling" label="Ceiling" :suffix="suffix" :wrong="wrong('walls.ceiling')" />
          <LabelledField label="Walls are"
            ><ChoiceList v-model="form.wallTone" label="Tone of the walls" :options="tones(form.wallTone)"
          /></LabelledField>
          <LabelledField label="Ceiling is"
            ><ChoiceList v-model="form.ceilingTone" label="Tone of the ceiling" :options="tones(form.ceilingTone)"
          /></LabelledField>
          <LabelledField label="Floor is"
            ><ChoiceList v-model="form.floorTone" label="Tone of the floor" :options="tones(form.floorTone)"
          /></LabelledField>
        </template>
      </div>
    </fieldset>
    <fieldset>
      <legend class="text-head font-[650]">Windows</legend>
      <div v-for="(w, i) in form.windows" :key="i" class="mt-1 flex items-end gap-2">
        <ChoiceList v-model="w.wall" :label="`Wall of window ${i + 1}`" :options="SIDES" class="min-w-36" />
        <TextField v-model="w.along" label="Middle at" :suffix="suffix" class="flex-1" />
        <TextField v-model="w.width" label="Width" :suffix="suffix" class="w-24" />
        <PushButton :aria-label="`Take away window ${i + 1}`" @click="form.windows.splice(i, 1)">−</PushButton>
      </div>
      <p v-if="form.windows.length" class="label mt-1 text-text-3">
        Middle: from the sitter toward the camera, or to the right in a wall across.
      </p>
      <PushButton v-if="form.windows.length < 8" class="mt-2" @click="addWindow">Add a window</PushButton>
    </fieldset>
    <fieldset>
      <legend class="text-head font-[650]">Reflectors, dark panels, flags</legend>
      <div v-for="(p, i) in form.panels" :key="i" class="mt-1 grid grid-cols-3 items-end gap-2">
        <ChoiceList v-model="p.kind" :label="`Kind of panel ${i + 1}`" :options="KINDS" />
        <TextField v-model="p.x" label="To the right" :suffix="suffix" />
        <TextField v-model="p.z" label="Toward the camera" :suffix="suffix" />
        <TextField v-model="p.width" label="Width" :suffix="suffix" />
        <TextField v-model="p.height" label="Height" :suffix="suffix" />
        <div class="flex items-end gap-2">
          <TextField v-model="p.facing" label="Looks" suffix="°" class="flex-1" />
          <PushButton :aria-label="`Take away panel ${i + 1}`" @click="form.panels.splice(i, 1)">−</PushButton>
        </div>
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
        class="h-8 rounded-key border border-act bg-act px-3 font-[650] text-act-t"
        :disabled="Boolean(board.moment)"
      >
        Write the studio
      </button>
      <PushButton @click="plan.rest && (form = formOf(plan.rest.studio, length))">Put back</PushButton>
    </div>
  </form>
</template>

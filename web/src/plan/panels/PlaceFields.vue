<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { PlanLight } from '@/api/client'
import { useEntryForm } from '@/forms/entry'
import { numberOf } from '@/forms/numbers'
import { abbreviated, inUnit, metresOf } from '@/forms/lengths'
import { useBoard } from '@/look/board'
import { kept } from '@/forms/paths'
import PushButton from '@/ui/PushButton.vue'
import { placed, placeOf } from '@/plan/drawing/place'

/** The chosen light's distance, way round and height, typed exactly; how it is turned. */
const { light, length } = defineProps<{
  light: Pick<PlanLight, 'light' | 'role' | 'name' | 'around'>
  length: 'metres' | 'feet'
}>()
const board = useBoard()

type Field = 'distance' | 'round' | 'height'
const fields = computed<{ is: Field; words: string; unit: string }[]>(() => [
  { is: 'distance', words: light.role === 'ground' ? 'To the ground' : 'Distance', unit: abbreviated(length) },
  ...(light.role === 'ground' ? [] : [{ is: 'round' as const, words: 'Round', unit: '°' }]),
  { is: 'height', words: 'Height', unit: abbreviated(length) },
])
const shown = computed<Record<Field, string>>(() => ({
  distance: inUnit(light.around.distance, length),
  round: String(light.around.round).replace('-', '−'),
  height: inUnit(light.around.height, length),
}))
const typed = ref({ ...shown.value })
const { elsewhere: wrong, write, clear } = useEntryForm(board)
/** What was typed went out: what comes back stands for it. */
let written = false
watch([shown, () => light.light], ([now, id], [before, idBefore]) => {
  // Another light has other numbers; else what is typed stays while the rest follows.
  typed.value = id === idBefore && !written ? kept(typed.value, before, now) : { ...now }
  if (id !== idBefore) clear()
  written = false
})

/** Checked first: what is wrong stays in its field, with what would be right. What was not touched goes out to the last digit. */
async function save(): Promise<void> {
  // A field that was cleared and left says nothing.
  for (const { is } of fields.value) if (!typed.value[is].trim()) typed.value[is] = shown.value[is]
  if (fields.value.every((f) => typed.value[f.is] === shown.value[f.is])) return
  const number = (f: Field) => (f === 'round' ? numberOf(typed.value[f]) : metresOf(typed.value[f], length))
  const now = (f: Field) => (typed.value[f] === shown.value[f] ? light.around[f] : number(f))
  const around = { distance: now('distance'), round: now('round'), height: now('height') }
  if (await write({ placed: { light: light.light, around } })) written = true
}

const place = computed(() => placeOf(board.view?.setup, light.light))
function atFace(): void {
  if (place.value) board.write(placed(light.light, { at: place.value.at, lying: place.value.lying }))
}
function lie(): void {
  if (place.value) board.write(placed(light.light, { ...place.value, lying: !place.value.lying }))
}
</script>

<template>
  <form class="flex flex-wrap items-end gap-2" :aria-label="`Place of ${light.name}`" @submit.prevent="save">
    <label v-for="f in fields" :key="f.is" class="label min-w-0 text-text-2">
      {{ f.words }}
      <span class="mt-1 flex items-center gap-1">
        <input
          v-model="typed[f.is]"
          class="h-8 w-14.5 rounded-key border bg-field px-2 text-head text-text max-phone:h-11 max-phone:w-16"
          :class="wrong ? 'border-warn' : 'border-edge'"
          :aria-label="`${f.words} of ${light.name}`"
          inputmode="decimal"
          autocomplete="off"
          @blur="save"
        />{{ f.unit }}
      </span>
    </label>
    <PushButton v-if="place?.aim" @click="atFace">{{
      light.role === 'ground' ? 'Straight on' : 'Aim at the face'
    }}</PushButton>
    <PushButton :aria-pressed="Boolean(place?.lying)" @click="lie">{{
      place?.lying ? 'Turn upright' : 'Turn on its side'
    }}</PushButton>
    <button type="submit" class="sr-only">Write the place</button>
    <p v-if="wrong" class="label w-full text-warn" role="alert">{{ wrong }}</p>
  </form>
</template>

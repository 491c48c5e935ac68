<script setup lang="ts">
import CheckList from '@/ui/CheckList.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import TextField from '@/ui/TextField.vue'
import { asText, orNone } from '@/forms/offers'
import type { useHow } from './how'

/** How the reading is taken; of the room, where, under which lamps, and from where they light. */
const { how, kind } = defineProps<{ how: ReturnType<typeof useHow>; kind?: 'room' | 'light' | 'whole' | string }>()
const { on, place, receptor, metered, lamps, kelvin, time, from, others, choices } = how
</script>

<template>
  <div v-if="kind === 'room'" class="grid grid-cols-2 gap-2">
    <LabelledField label="Where"
      ><ChoiceList v-model="place" label="Where it is read" :options="orNone('at the sitter', choices?.room_places)"
    /></LabelledField>
    <LabelledField label="Lit by"
      ><ChoiceList v-model="lamps" label="What lights the room" :options="orNone('not said', choices?.lamps)"
    /></LabelledField>
    <TextField v-model="kelvin" label="Colour temperature" suffix="K" />
    <TextField v-model="time" label="Time of day" hint="17:40" />
    <LabelledField label="Comes from"
      ><ChoiceList
        v-model="from"
        label="Where the light comes from"
        :options="orNone('not said', asText(choices?.bearings))"
    /></LabelledField>
  </div>
  <div v-else class="grid gap-3">
    <CheckList
      v-if="kind === 'light' && others.length > 0"
      v-model="on"
      label="Other lights that are on"
      :options="others"
    />
    <div class="grid grid-cols-2 gap-2">
      <LabelledField label="Where"
        ><ChoiceList v-model="place" label="Where it is read" :options="orNone('where it works', choices?.places)"
      /></LabelledField>
      <LabelledField label="Held"
        ><ChoiceList
          v-model="receptor"
          label="How the meter is held"
          :options="orNone('as this look has it', choices?.receptors)"
      /></LabelledField>
      <LabelledField label="Fired"
        ><ChoiceList v-model="metered" label="How the flash is fired" :options="orNone('not said', choices?.metered)"
      /></LabelledField>
    </div>
  </div>
</template>

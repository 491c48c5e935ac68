<script setup lang="ts">
import { abbreviated } from '@/forms/lengths'
import TextField from '@/ui/TextField.vue'
import type { Length, NumberField, Numbers } from './studioForm'

/** Fields of the studio that are typed as numbers, each with what is wrong with it. */
const { fields, length, wrong } = defineProps<{
  fields: readonly NumberField[]
  length: Length
  /** What is wrong at a path. */
  wrong: (path: string) => string | undefined
}>()
const numbers = defineModel<Numbers>({ required: true })
const put = (path: string, text: string) => (numbers.value = { ...numbers.value, [path]: text })
</script>

<template>
  <TextField
    v-for="f in fields"
    :key="f.path"
    :model-value="numbers[f.path] ?? ''"
    :label="f.words"
    :suffix="f.unit === 'degrees' ? '°' : abbreviated(length)"
    :wrong="wrong(f.path)"
    class="flex-1"
    @update:model-value="put(f.path, $event)"
  />
</template>

<script setup lang="ts" generic="T extends string">
import { Listbox, ListboxButton, ListboxOption, ListboxOptions } from '@headlessui/vue'
import { useTemplateRef, type ComponentPublicInstance } from 'vue'
import { useFloating } from './floating'

/** One of several, in a list that opens. */
const { label, options } = defineProps<{
  label: string
  options: readonly { value: T; words: string }[]
  /** In small letters, where there is little room. */
  small?: boolean
}>()
const value = defineModel<T>({ required: true })
/** What is chosen already is no choice. */
const choose = (to: T) => to !== value.value && (value.value = to)
const words = (v: T) => options.find((o) => o.value === v)?.words ?? v
const button = useTemplateRef<ComponentPublicInstance>('button')
const list = useTemplateRef<ComponentPublicInstance>('list')
useFloating(button, list)
</script>

<template>
  <Listbox v-slot="{ open }" :model-value="value" as="div" class="relative min-w-0" @update:model-value="choose">
    <ListboxButton
      ref="button"
      :aria-label="`${label}: ${words(value)}`"
      class="flex h-8 max-phone:h-11 w-full items-center justify-between gap-1 rounded-key border bg-field"
      :class="[open ? 'border-text' : 'border-edge', small ? 'px-1.5 text-body' : 'px-2 text-head']"
    >
      <span class="truncate">{{ words(value) }}</span>
      <svg viewBox="0 0 10 6" class="h-1.25 w-2" aria-hidden="true">
        <path d="M1 1l4 4 4-4" fill="none" stroke="currentColor" stroke-width="1.500" />
      </svg>
    </ListboxButton>
    <ListboxOptions
      ref="list"
      class="fixed top-0 left-0 z-30 max-h-64 overflow-y-auto rounded-key border border-edge bg-field py-1 opacity-0 outline-none"
    >
      <ListboxOption
        v-for="option in options"
        v-slot="{ active, selected }"
        :key="option.value"
        :value="option.value"
        as="template"
      >
        <li
          class="flex h-8 max-phone:h-11 cursor-pointer items-center px-3 text-head whitespace-nowrap"
          :class="[active ? 'bg-raise' : '', selected ? 'font-[650]' : '']"
        >
          {{ option.words }}
        </li>
      </ListboxOption>
    </ListboxOptions>
  </Listbox>
</template>

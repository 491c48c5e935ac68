<script setup lang="ts" generic="T extends string">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'

/** One of two or three, side by side. */
defineProps<{ label: string; options: readonly { value: T; words: string }[] }>()
const value = defineModel<T>({ required: true })
</script>

<template>
  <RadioGroup v-model="value" :aria-label="label" class="flex overflow-hidden rounded-key border border-line-2">
    <RadioGroupOption
      v-for="option in options"
      v-slot="{ checked }"
      :key="option.value"
      :value="option.value"
      class="flex flex-1 cursor-pointer focus-visible:outline-offset-[-3px]"
    >
      <span
        class="flex h-7.5 max-phone:h-10.5 flex-1 items-center justify-center px-2 text-body whitespace-nowrap"
        :class="checked ? 'bg-act font-[650] text-act-t' : 'text-text-2'"
        >{{ option.words }}</span
      >
    </RadioGroupOption>
  </RadioGroup>
</template>

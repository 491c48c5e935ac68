<script setup lang="ts">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'

/** How a frame is rated: none to five stars. The star that it has takes it back to none. */
defineProps<{ disabled?: boolean }>()
const rating = defineModel<number>({ required: true })
const WORDS = ['not rated', '1 star', '2 stars', '3 stars', '4 stars', '5 stars']
</script>

<template>
  <RadioGroup v-model="rating" :disabled aria-label="Rating" class="flex">
    <RadioGroupOption
      v-for="(words, n) in WORDS"
      :key="n"
      :value="n"
      :aria-label="words"
      class="flex h-8 max-phone:h-11 cursor-pointer items-center justify-center"
      :class="n === 0 ? 'w-5 text-text-3' : 'w-6 max-phone:w-9'"
    >
      <svg v-if="n === 0" viewBox="0 0 20 20" class="h-3.5 w-3.5" aria-hidden="true">
        <path d="M4 4l12 12M16 4L4 16" fill="none" stroke="currentColor" stroke-width="1.8" />
      </svg>
      <svg v-else viewBox="0 0 20 20" class="h-4.5 w-4.5" aria-hidden="true">
        <path
          d="M10 2.2l2.4 5.2 5.6.6-4.2 3.8 1.2 5.6-5-2.9-5 2.9 1.2-5.6L2 8l5.6-.6z"
          :class="n <= rating ? 'fill-text stroke-text' : 'fill-none stroke-text-2'"
          stroke-width="1.3"
          stroke-linejoin="round"
        />
      </svg>
    </RadioGroupOption>
  </RadioGroup>
</template>

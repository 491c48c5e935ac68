<script setup lang="ts">
import { useId } from 'vue'

/** A labelled field; what is wrong with it stands under it and is read out with it. */
const {
  label,
  wrong,
  hint,
  type = 'text',
  autocomplete = 'off',
} = defineProps<{
  label: string
  wrong?: string
  hint?: string
  suffix?: string
  type?: 'text' | 'password'
  /** What the browser may fill in. */
  autocomplete?: string
}>()
const text = defineModel<string>({ required: true })
const id = useId()
</script>

<template>
  <div>
    <label :for="id" class="label block text-text-2">{{ label }}</label>
    <div class="mt-1 flex items-center gap-2">
      <input
        :id="id"
        v-model="text"
        class="h-8 max-phone:h-11 w-full min-w-0 rounded-key border bg-field px-2 text-head text-text"
        :class="wrong ? 'border-warn' : 'border-edge'"
        :aria-invalid="wrong ? true : undefined"
        :aria-describedby="wrong || hint ? `${id}-note` : undefined"
        :type="type"
        :autocomplete="autocomplete"
        spellcheck="false"
      />
      <span v-if="suffix" class="label whitespace-nowrap text-text-2">{{ suffix }}</span>
    </div>
    <p v-if="wrong || hint" :id="`${id}-note`" class="label mt-1" :class="wrong ? 'text-warn' : 'text-text-3'">
      {{ wrong ?? hint }}
    </p>
  </div>
</template>

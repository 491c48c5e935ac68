<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'

/** Six signs, typed one after the other or put in at once; small letters, spaces and dashes do not matter. */
const code = defineModel<string>({ required: true })
const { wrong } = defineProps<{ wrong?: string }>()
const emit = defineEmits<{ full: [code: string] }>()
const LENGTH = 6
const field = useTemplateRef('field')
const focused = ref(false)
const signs = computed(() => Array.from({ length: LENGTH }, (_, n) => code.value[n] ?? ''))

function typed(): void {
  if (!field.value) return
  const now = field.value.value.replaceAll(/[\s-]/g, '').toUpperCase().slice(0, LENGTH)
  field.value.value = code.value = now
  if (now.length === LENGTH) emit('full', now)
}
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
  <div>
    <div class="relative flex w-60.5 gap-1.5" :class="focused ? 'outline-2 outline-offset-4 outline-text' : ''">
      <span
        v-for="(sign, n) in signs"
        :key="n"
        class="flex h-11 w-8.5 items-center justify-center rounded-key border bg-field text-cam font-[700]"
        :class="[focused && n === code.length ? 'border-2 border-text' : 'border-edge', n === 3 ? 'ml-2' : '']"
        aria-hidden="true"
        >{{ sign }}</span
      >
      <input
        ref="field"
        :value="code"
        class="absolute inset-0 h-full w-full cursor-text bg-transparent text-transparent caret-transparent outline-none selection:bg-transparent"
        aria-label="Code of six signs"
        :aria-invalid="wrong ? true : undefined"
        :aria-describedby="wrong ? 'code-wrong' : undefined"
        inputmode="text"
        autocapitalize="characters"
        autocomplete="one-time-code"
        spellcheck="false"
        @input="typed"
        @focus="focused = true"
        @blur="focused = false"
      />
    </div>
    <p id="code-wrong" class="label mt-2 min-h-4.5 text-warn" role="alert">{{ wrong }}</p>
  </div>
</template>

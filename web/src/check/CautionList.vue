<script setup lang="ts">
import type { CautionTold } from '@/api/client'
import CautionPress from './CautionPress.vue'

/** The usual cautions, those that nobody acted on yet first. */
const { cautions, id } = defineProps<{ cautions: readonly CautionTold[]; id: string }>()

function stands({ state, here, by }: CautionTold): string {
  const where = here.length > 0 ? here.join(', ') : 'the whole sitting'
  if (state === 'open') return `Here: ${where}`
  if (state === 'heeded') return `Done in this sitting${by ? `, by ${by}` : ''}`
  return 'Nothing here asks for it, as far as anybody said'
}
</script>

<template>
  <header class="card px-4.5 py-3">
    <h1 class="font-voice text-title font-[430] max-phone:text-[1.5rem] max-phone:leading-7">Cautions</h1>
    <p class="mt-1 text-text-2">
      Usual cautions, to be read again at any time. Local codes and licensed practice decide.
      <RouterLink :to="{ name: 'check', params: { id } }" class="font-[650] text-text underline"
        >Back to Check</RouterLink
      >
    </p>
  </header>
  <ul class="mt-2 grid grid-cols-3 gap-2 max-column:grid-cols-2 max-phone:grid-cols-1">
    <li v-for="caution in cautions" :key="caution.caution" class="card flex flex-col px-4.5 py-4">
      <h2 class="text-cam font-[650]" :class="caution.state === 'open' ? 'text-warn' : ''">{{ caution.title }}</h2>
      <p class="label mt-0.5 text-text-2">{{ stands(caution) }}</p>
      <p class="mt-2 leading-5">{{ caution.words }}</p>
      <p v-if="caution.press" class="mt-auto pt-3">
        <CautionPress :caution />
      </p>
    </li>
  </ul>
</template>

<script setup lang="ts">
import type { Caution } from '@/api/client'

/** The usual cautions, those that matter here first. */
const { cautions, id } = defineProps<{ cautions: readonly Caution[]; id: string }>()
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
    <li v-for="caution in cautions" :key="caution.title" class="card px-4.5 py-4">
      <h2 class="text-cam font-[650]" :class="caution.here.length > 0 ? 'text-warn' : ''">{{ caution.title }}</h2>
      <p v-if="caution.here.length > 0" class="label mt-0.5 text-text-2">Here: {{ caution.here.join(', ') }}</p>
      <p class="mt-2 leading-5">{{ caution.words }}</p>
    </li>
  </ul>
</template>

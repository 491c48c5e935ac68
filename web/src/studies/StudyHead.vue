<script setup lang="ts">
/** The sentence at the head of a study, and what must be known before there is more. */
defineProps<{ title: string; under?: string }>()
</script>

<template>
  <header class="card px-4.5 py-3">
    <h1 class="font-voice text-title font-[430] max-phone:text-[1.5rem] max-phone:leading-7" aria-live="polite">
      {{ title }}
    </h1>
    <p v-if="under" class="mt-1 text-text-2">{{ under }}</p>
  </header>
</template>

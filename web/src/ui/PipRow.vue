<script setup lang="ts">
/** How many of how many, as pips: filled as long as the shortest way needs them too, hollow over it, faint where they are to come. */
const { done, best } = defineProps<{ done: number; best: number }>()
</script>

<template>
  <span class="flex items-center gap-0.75" aria-hidden="true">
    <span
      v-for="n in Math.min(Math.max(done, best), 14)"
      :key="n"
      class="h-3.25 w-2 rounded-[2px] border"
      :class="n > done ? 'border-edge' : n <= best ? 'border-text bg-text' : 'border-text'"
    />
  </span>
</template>

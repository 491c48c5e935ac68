<script setup lang="ts">
/** A label over something to choose from. The choice carries its own name; the label is for the eye. */
defineProps<{ label: string }>()
</script>

<template>
  <div>
    <span class="label block text-text-2" aria-hidden="true">{{ label }}</span>
    <div class="mt-1"><slot /></div>
  </div>
</template>

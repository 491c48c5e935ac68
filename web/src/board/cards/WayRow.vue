<script setup lang="ts">
/** One way of working: its name, the choice, and what it does here. */
defineProps<{ label: string; effect?: string }>()
</script>

<template>
  <div class="grid grid-cols-[1fr_minmax(0,18.125rem)] items-center gap-x-4 gap-y-1 max-[35rem]:grid-cols-1">
    <span>{{ label }}</span>
    <slot />
    <p v-if="effect" class="label col-span-full text-text-2">{{ effect }}</p>
  </div>
</template>

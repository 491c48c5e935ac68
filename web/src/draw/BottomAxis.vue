<script setup lang="ts">
/** The axis under a drawing: a tick and words at each mark, and what is told along it at its end. */
defineProps<{ marks: readonly { at: number; words: string | number }[]; y: number; width: number; title: string }>()
</script>

<template>
  <g>
    <g v-for="mark in marks" :key="mark.at">
      <path :d="`M${mark.at} ${y}v5`" stroke="var(--edge)" />
      <text :x="mark.at" :y="y + 18" text-anchor="middle" class="tick">{{ mark.words }}</text>
    </g>
    <text :x="width" :y="y + 34" text-anchor="end" class="quiet">{{ title }}</text>
  </g>
</template>

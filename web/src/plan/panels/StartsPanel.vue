<script setup lang="ts">
import { computed, onMounted, onUnmounted } from 'vue'
import { useBoard } from '@/look/board'
import { usePlan } from '@/plan/store'
import PushButton from '@/ui/PushButton.vue'

/** Arrangements to begin from, fitted to this room and this kit. */
const board = useBoard()
const plan = usePlan()
onMounted(() => (plan.wants = { ...plan.wants, starts: true }))
onUnmounted(() => (plan.wants = { ...plan.wants, starts: false }))
const starts = computed(() => plan.rest?.starts ?? [])
</script>

<template>
  <section class="card p-3" aria-label="Arrangements to begin from">
    <h2 class="text-head font-[650]">Begin from</h2>
    <p class="mt-1 text-text-2">
      Usual arrangements, drawn in where walls or ceiling stand in the way. Readings go along as predictions; Undo takes
      a step back.
    </p>
    <ul class="mt-2 grid gap-3">
      <li v-for="s in starts" :key="s.name" class="border-t border-line pt-2">
        <div class="flex items-center gap-2">
          <h3 class="text-head font-[650]">{{ s.name }}</h3>
          <span class="min-w-0 flex-1 truncate text-text-2">{{ s.use_for }}</span>
          <PushButton :aria-label="`Begin from ${s.name}`" @click="s.entries.forEach((entry) => board.write(entry))"
            >Use</PushButton
          >
        </div>
        <ul class="label mt-1 text-text-2">
          <li v-for="line in s.words" :key="line">{{ line }}</li>
        </ul>
      </li>
    </ul>
  </section>
</template>

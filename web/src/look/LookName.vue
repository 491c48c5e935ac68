<script setup lang="ts">
import { useBoard } from './board'

/** Which look is open, in the bar at the head of a view. */
const board = useBoard()
</script>

<template>
  <p v-if="board.view" class="min-w-0 truncate px-2">
    <template v-if="board.view.run">
      <span class="font-[650]">Drill {{ board.view.run.number }}</span>
      <span class="ml-2 text-text-2">{{ board.view.run.title }} · simulated</span>
    </template>
    <template v-else>
      <span class="font-[650]">Sitting {{ board.view.sitting.number }}</span>
      <span class="ml-2 text-text-2">{{ board.view.sitting.name }} · {{ board.view.name }}</span>
    </template>
  </p>
</template>

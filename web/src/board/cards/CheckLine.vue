<script setup lang="ts">
import { computed } from 'vue'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'

/** What is to be mended on the devices before the first flash: how many, and the worst. */
const board = useBoard()
const check = computed(() => board.board?.check)
</script>

<template>
  <RouterLink
    v-if="board.view"
    :to="{ name: 'check', params: { id: board.view.id } }"
    class="flex items-start gap-2 rounded-key border border-line-2 px-3 py-2 leading-4.5 hover:border-edge"
  >
    <span v-if="check" class="min-w-0 flex-1"
      ><b class="font-[650]">{{ check.count }} to mend before the first flash. </b
      ><WordLine v-if="!board.spoils" :line="check.worst"
    /></span>
    <span v-else class="min-w-0 flex-1 text-text-2">Nothing to mend on the devices, as far as anybody said.</span>
    <span class="font-[650]">Check ›</span>
  </RouterLink>
</template>

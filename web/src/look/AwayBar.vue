<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from './board'
import { timed } from '@/ui/times'

/** The server is out of reach: what is shown is from when, and what waits; or why nothing is written any more. */
const board = useBoard()
const from = computed(() => (board.kept ? timed('lately', board.kept) : undefined))
const waits = computed(() =>
  board.waiting === 0
    ? ''
    : `${board.waiting} ${board.waiting === 1 ? 'entry is' : 'entries are'} kept here and sent when it is back.`,
)
</script>

<template>
  <!-- There before its words, so that they are read out. -->
  <div role="status">
    <p v-if="board.barred" class="mx-2 mb-2 rounded-card bg-card px-4 py-2 text-warn">
      {{ board.barred }} {{ board.waiting === 1 ? 'One entry is' : `${board.waiting} entries are` }} kept here.
    </p>
    <p v-else-if="board.outOfReach || from" class="mx-2 mb-2 rounded-card bg-card px-4 py-2 text-warn">
      The server is out of reach. <template v-if="from">This is as it was seen here on {{ from }}. </template
      >{{ waits }}
    </p>
    <p v-if="board.view?.closed" class="mx-2 mb-2 rounded-card bg-card px-4 py-2 text-warn">{{ board.view.closed }}</p>
  </div>
</template>

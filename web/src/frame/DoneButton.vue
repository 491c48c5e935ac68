<script setup lang="ts">
import { useBoard } from '@/look/board'
import KeyCap from '@/ui/KeyCap.vue'
import { usePhone } from '@/ui/phone'

/** The press that says that the next move is done. */
defineProps<{ words: string }>()
const board = useBoard()
const phone = usePhone()
</script>

<template>
  <button
    type="button"
    data-writes
    class="flex h-8 max-phone:h-11 items-center gap-2 rounded-key bg-act px-4 font-[650] text-act-t disabled:opacity-40"
    :disabled="board.still"
    @click="board.doNext()"
  >
    {{ words }} <KeyCap v-if="!phone">D</KeyCap>
  </button>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/look/board'
import PlaceFields from './panels/PlaceFields.vue'

/** Where the chosen light stands, typed: beside its dial. */
const board = useBoard()
const light = computed(() => {
  const { id, role, name, around } = board.lane ?? {}
  return id && role && name && around ? { light: id, role, name, around } : undefined
})
</script>

<template>
  <PlaceFields v-if="light" :light :length="board.board?.length ?? 'metres'" />
</template>

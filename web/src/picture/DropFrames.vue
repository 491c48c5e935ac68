<script setup lang="ts">
import { useDropZone } from '@vueuse/core'
import { ref } from 'vue'
import { useBoard } from '@/look/board'
import { useTaking } from './taking'

/** Files that are dropped anywhere on a look's view are frames of that look. */
const { look } = defineProps<{ look: string }>()
const board = useBoard()
const taking = useTaking()
const page = ref(document.documentElement)
const { isOverDropZone } = useDropZone(page, {
  onDrop: (files) => files && !board.still && taking.take(look, files),
  multiple: true,
})
</script>

<template>
  <div
    v-if="isOverDropZone"
    class="pointer-events-none fixed inset-2 z-40 grid place-items-center rounded-card border-2 border-dashed border-text bg-page/85 text-head font-[650]"
    role="status"
  >
    {{ board.still ? 'Nothing is written here now.' : 'Let go: they are frames of this look.' }}
  </div>
</template>

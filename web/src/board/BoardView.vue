<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { defineAsyncComponent, onUnmounted, ref, watch } from 'vue'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import { later } from '@/ui/later'
import { usePhone } from '@/ui/phone'

// One of the two is wanted on a screen, and only that one is fetched.
const DeskBoard = defineAsyncComponent(() => import('./DeskBoard.vue'))
const PhoneBoard = defineAsyncComponent(() => import('./phone/PhoneBoard.vue'))
const DropFrames = later(() => import('@/picture/DropFrames.vue'))
const WorkDialog = later(() => import('@/board/cards/WorkDialog.vue'))

/** The board: the open setup, from the room's reading to the next move. */
const { id } = defineProps<{ id: string }>()
const board = useBoard()
const working = ref(false)
const phone = usePhone()
onUnmounted(board.leave)
watch(
  () => id,
  (now) => void board.open(now),
  { immediate: true },
)
useTitle(() => (board.view ? `${board.view.sitting.name} · Ink Lamp` : 'Ink Lamp'))
</script>

<template>
  <main v-if="board.failed" class="card m-2 p-6">
    <h1 class="font-voice text-title">This look can't be shown</h1>
    <p class="mt-2 text-warn">{{ board.failed }}</p>
    <div class="mt-4 flex gap-3">
      <PushButton @click="board.open(id)">Try again</PushButton>
      <RouterLink to="/" class="flex h-8 items-center rounded-key border border-edge px-3 font-[650]"
        >To the sittings</RouterLink
      >
    </div>
  </main>
  <PhoneBoard v-else-if="phone" @work="working = true" />
  <DeskBoard v-else :id @work="working = true" />
  <DropFrames :look="id" />
  <WorkDialog v-if="working && board.scales" :scales="board.scales" @close="working = false" />
</template>

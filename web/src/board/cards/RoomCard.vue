<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/look/board'
import KeyCap from '@/ui/KeyCap.vue'
import RoleMark from '@/draw/RoleMark.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'

/** The room: removed or kept, and what became of it. */
const board = useBoard()
const room = computed(() => board.board?.room)
const fate = computed({
  get: () => (room.value?.kept ? 'keep' : 'remove'),
  set: (fate: 'keep' | 'remove') => {
    if (room.value) board.write(fate === 'keep' ? room.value.keep : room.value.remove)
  },
})
const options = computed(() => [
  { value: 'remove' as const, words: room.value?.remove_words ?? 'Remove' },
  { value: 'keep' as const, words: room.value?.keep_words ?? 'Keep' },
])

/** What a mid-grey becomes, now and as wished. */
const codes = computed(() => {
  const now = room.value?.code
  const wish = `as wished ${room.value?.wish_code ?? 0}${room.value?.kept ? '' : ' or less'} of 255`
  return now == null ? `A mid-grey: ${wish}` : `A mid-grey becomes ${now}, ${wish}`
})

const lane = computed(() => board.view?.board.lanes.find((l) => l.id === 'room'))
</script>

<template>
  <section v-if="room" class="card p-3" aria-label="Room">
    <div class="mb-2 flex items-baseline gap-2">
      <h2 class="text-head font-[650] whitespace-nowrap"><RoleMark role="room" class="mr-1" /> {{ room.title }}</h2>
      <p class="label min-w-0 flex-1 truncate text-text-2" :title="`${room.words} ${codes}`">{{ room.words }}</p>
      <RouterLink
        v-if="board.view"
        :to="{ name: 'ways', params: { id: board.view.id } }"
        class="label font-[650] whitespace-nowrap text-text underline"
        >Ways <KeyCap>Y</KeyCap></RouterLink
      >
    </div>
    <p v-if="room.places" class="label mb-2 truncate text-text-2" :title="room.places">{{ room.places }}</p>
    <div class="flex gap-2">
      <SegmentedChoice v-model="fate" label="The room is to be" :options="options" class="flex-1" />
      <button
        type="button"
        class="h-8 w-8 rounded-key border border-line-2 text-head hover:border-edge"
        aria-label="Room's level down a tenth"
        @click="board.raise(lane, -0.1)"
      >
        −
      </button>
      <button
        type="button"
        class="h-8 w-8 rounded-key border border-line-2 text-head hover:border-edge"
        aria-label="Room's level up a tenth"
        @click="board.raise(lane, 0.1)"
      >
        +
      </button>
    </div>
  </section>
</template>

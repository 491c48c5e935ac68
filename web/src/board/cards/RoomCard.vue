<script setup lang="ts">
import { computed } from 'vue'
import { numberOf, signed } from '@/forms/numbers'
import StepField from '@/forms/StepField.vue'
import { useBoard } from '@/look/board'
import { wishAt } from '@/look/wishes'
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

const lane = computed(() => board.board?.lanes.find((l) => l.id === 'room'))
const typed = async (text: string) => lane.value && board.typed(wishAt(lane.value, numberOf(text)))
</script>

<template>
  <section v-if="room" class="p-3" aria-label="Room">
    <div class="mb-2 flex items-baseline gap-2">
      <h2 class="text-head font-[650] whitespace-nowrap"><RoleMark role="room" class="mr-1" /> {{ room.title }}</h2>
      <span class="flex-1" />
      <RouterLink
        v-if="board.view"
        :to="{ name: 'ways', params: { id: board.view.id } }"
        class="label font-[650] whitespace-nowrap text-text underline"
        >Ways <KeyCap>Y</KeyCap></RouterLink
      >
    </div>
    <p class="text-text-2">{{ room.words }} {{ codes }}.</p>
    <p v-if="room.places" class="mt-1 text-text-2">{{ room.places }}</p>
    <div class="mt-3 flex gap-2">
      <SegmentedChoice v-model="fate" label="The room is to be" :options="options" class="flex-1" />
      <StepField
        label="Room's level"
        class="w-34"
        :value="signed(lane?.wish ?? 0)"
        :write="typed"
        down
        up
        @down="board.raise(lane, -0.1)"
        @up="board.raise(lane, 0.1)"
      />
    </div>
  </section>
</template>

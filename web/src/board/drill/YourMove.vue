<script setup lang="ts">
import { computed } from 'vue'
import DialScale from '@/board/cards/DialScale.vue'
import { useBoard } from '@/look/board'
import { useDrill } from '@/look/drill'
import StepField from '@/forms/StepField.vue'

/** The move is one's own: the chosen light's dial, and no word of advice. */
const { still = false } = defineProps<{ still?: boolean }>()
const board = useBoard()
const drill = useDrill()
const lane = computed(() => (board.lane?.dial ? board.lane : undefined))
const dial = async (typed: string) => lane.value && board.typed({ dial: { light: lane.value.id, dial: typed } })
const ends = computed(() => {
  const settings = lane.value?.dial?.settings ?? []
  return { up: settings[0]?.written, down: settings.at(-1)?.written }
})
</script>

<template>
  <section class="card grid grid-rows-[3.5rem_1fr] overflow-hidden px-4.5 pt-2 pb-2" aria-labelledby="next-move">
    <h2
      id="next-move"
      class="flex items-center font-voice text-[2.6875rem] leading-[1.08] font-[430] tracking-[-0.012em]"
      aria-live="polite"
    >
      <span>{{ drill.run?.title }}: <b class="font-[700]">your move</b></span>
    </h2>
    <div class="flex items-center gap-4">
      <p class="min-w-0 flex-1 leading-4.75 text-text-2">
        <span class="line-clamp-2 text-body text-text" :title="drill.run?.about">{{ drill.run?.about }}</span>
        <span class="label block">Simulated studio. Nothing is told until you ask or are done.</span>
      </p>
      <template v-if="lane">
        <DialScale :lane :still class="shrink-0 max-[68.75rem]:hidden" />
        <StepField
          :label="`Power of the ${lane.name.toLowerCase()}`"
          class="w-36 shrink-0"
          :value="lane.dial?.now"
          :write="still ? undefined : dial"
          :down="ends.down !== lane.dial?.now"
          :up="ends.up !== lane.dial?.now"
          @down="board.turn(lane, 'down')"
          @up="board.turn(lane, 'up')"
        />
      </template>
    </div>
  </section>
</template>

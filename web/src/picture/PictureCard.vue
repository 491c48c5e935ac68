<script setup lang="ts">
import { computed, watch } from 'vue'
import type { Entry, FrameForetold } from '@/api/client'
import { useBoard } from '@/look/board'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import { useMoment } from './choices'
import { useForetold } from './foretold'
import FramePicture from './FramePicture.vue'

/** The foretold frame beside the ladder: in grey, so that tone is judged and the marks stay the only colour. It follows the hand. */
const { moving } = defineProps<{
  /** What is dragged elsewhere and not written yet. */
  moving?: Entry
}>()
const emit = defineEmits<{ frame: [frame: FrameForetold | undefined] }>()
const board = useBoard()
const { moment, options, asked, placed } = useMoment()
const [width, height] = [296, 370]

/** What a hand moves right now: a light, a dial, a wish. */
const tried = computed<Entry | undefined>(() => moving ?? (board.trial as Entry | undefined))
const isWish = (entry: Entry) => 'target' in entry || 'ratio' in entry || 'room_wish' in entry || 'ground_tone' in entry

const { frame, drawn, wrong, busy } = useForetold(() => {
  const what = placed.value ? asked(moment.value) : undefined
  if (!what) return undefined
  const entry = tried.value
  if (!entry) return { ...what, grey: true, width, height }
  const show = isWish(entry) ? 'wished' : 'now'
  return { setup: what.setup, entries: [entry], show, grey: true, moving: true, width, height }
})
watch(frame, (now) => emit('frame', now))
const ratio = computed(() => {
  const face = board.board?.face
  return moment.value === 'after' && !tried.value ? (face?.ratio_after ?? face?.ratio_now) : face?.ratio_now
})
</script>

<template>
  <section class="card flex min-h-0 min-w-0 flex-col overflow-hidden" aria-label="Foretold picture">
    <FramePicture
      class="flex-1"
      :frame
      :drawn
      :wrong
      :busy
      named="The foretold frame in grey"
      :none="placed ? undefined : 'No plan yet: lay the lights on it, and the picture is here.'"
    />
    <p class="label flex justify-between gap-2 px-2.5 pt-1.5 text-text-2">
      <span>foretold</span>
      <b v-if="ratio" class="truncate font-[650] text-text">{{ ratio }}</b>
    </p>
    <SegmentedChoice v-model="moment" label="Which moment" :options class="m-1.5" :class="placed ? '' : 'invisible'" />
  </section>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { FrameForetold, Scales, StandIn } from '@/api/client'
import { useBoard } from '@/look/board'
import ChoiceList from '@/ui/ChoiceList.vue'

/** Whose face stands in for the sitter, and what of the picture is not as the frame will be. */
const { scales } = defineProps<{ scales: Scales; frame: FrameForetold | undefined }>()
const board = useBoard()
const face = computed<StandIn>({
  get: () => board.setup?.face ?? 'net_mender',
  set: (chosen) => board.write({ face: { face: chosen } }),
})
</script>

<template>
  <fieldset :disabled="board.still" class="contents">
    <span class="label text-text-2">Face</span>
    <ChoiceList v-model="face" label="Face" :options="scales.choices.faces" class="w-36" />
  </fieldset>
  <p class="label min-w-36 flex-1 text-text-2">
    <template v-if="frame && frame.shown < 0.97">Head and shoulders out of a wider frame.</template>
    <template v-if="frame?.ground_stands_in"> Nobody said what is behind: a usual ground stands in.</template>
  </p>
</template>

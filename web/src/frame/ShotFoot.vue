<script setup lang="ts">
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import type { Shots } from './shots'
import { shownTone } from './tone'

/** What the frame that is looked at says of itself, and what its patches can be taken for. */
const { shots } = defineProps<{ shots: Shots }>()
const board = useBoard()
const { shown, told, inSetup, folder, reading, skin, clock } = shots

function log(): void {
  const entry = reading.value?.entry
  if (entry) board.write(entry)
}
function learnSkin(): void {
  if (skin.value) board.write(skin.value.entry)
}
</script>

<template>
  <p class="label min-w-36 flex-1 text-text-2">
    <template v-if="shown">
      <b class="font-[650] text-text">{{ inSetup ? `Frame ${inSetup.frame}` : shown.file }}</b>
      {{ told || 'Its file does not say how it was exposed.' }}
      <template v-if="reading?.why"> {{ reading.why }}</template><template v-if="clock">
        {{ clock }}</template
      ></template
    >
    <template v-if="folder">
      <br v-if="shown" />Frames come from the folder {{ folder.name }}.
      <template v-if="folder.waiting">{{ folder.waiting }} wait.</template>
      <span v-if="folder.problem" class="text-warn" role="status"> {{ folder.problem }}</span></template
    >
  </p>
  <PushButton v-if="reading?.entry" data-writes :disabled="board.still" @click="log">Log as a reading</PushButton>
  <PushButton v-if="skin" data-writes :disabled="board.still" @click="learnSkin"
    >Skin is {{ shownTone(skin.over) }} over the card</PushButton
  >
</template>

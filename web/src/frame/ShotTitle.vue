<script setup lang="ts">
import { computed } from 'vue'
import type { FrameForetold, Judgement } from '@/api/client'
import type { components } from '@/api/generated'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import DoneButton from './DoneButton.vue'
import { useJudged } from './judged'
import type { Shots } from './shots'
import TitleCard from './TitleCard.vue'

/** What a frame that was shot says: first what its own file says against the board, then what is seen in it, then what is next. */
const { next, shots, foretold } = defineProps<{
  next: components['schemas']['NextMove']
  hasNext: boolean
  shots: Shots
  /** What was foretold of it. */
  foretold: FrameForetold | undefined
}>()
const board = useBoard()
/** The last frame was shot otherwise than the camera is set here: said where that one is looked at. */
const differs = computed(() => {
  const last = board.setup?.shots?.at(-1)?.picture === shots.shown.value?.picture
  return last ? board.board?.findings?.find((f) => f.kind === 'frame_differs') : undefined
})
/** What is seen in it, the most pressing first. */
const judged = useJudged(() => {
  const [picture, setup] = [shots.inSetup.value?.picture, board.setup]
  if (!picture || !setup) return undefined
  return { setup, picture, patches: shots.patches.patches.value, foretold }
})
const first = computed(() => (differs.value ? undefined : judged.value[0]))
/** What is said beside the first. */
const others = computed(() => (differs.value ? judged.value : judged.value.slice(1)))

function mend({ entries = [] }: Judgement): void {
  for (const entry of entries) board.write(entry)
}
</script>

<template>
  <TitleCard named="Next move">
    <template #say><WordLine :line="differs ? differs.words : first ? first.say : next.say" /></template>
    <template #why>
      <WordLine v-if="first?.why?.length" :line="first.why" />
      <template v-for="(one, n) in others" :key="n">
        {{ n || first?.why?.length ? ' ' : '' }}<WordLine :line="one.say" />.</template
      >
      <template v-if="differs || first"> Next: <WordLine :line="next.say" /></template
      ><WordLine v-else-if="next.why[0]" :line="next.why[0]" />
    </template>
    <template v-if="differs">
      <template v-for="answer in [differs.otherwise, differs.remedy]" :key="answer?.label">
        <PushButton v-if="answer" data-writes :disabled="board.still" @click="board.write(answer.entry)">{{
          answer.label
        }}</PushButton>
      </template>
    </template>
    <PushButton v-else-if="first?.press" data-writes :disabled="board.still" @click="mend(first)">{{
      first.press
    }}</PushButton>
    <DoneButton v-if="!differs && (!first || first.good) && hasNext && next.action" :words="next.action.label" />
  </TitleCard>
</template>

<script setup lang="ts">
import type { Finding } from '@/api/client'
import type { components } from '@/api/generated'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import type { Moment } from '@/picture/choices'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import { usePhone } from '@/ui/phone'

/** What is next, over the frame; before that, what its own file says against the board. */
const { next, differs, unknown } = defineProps<{
  next: components['schemas']['NextMove']
  /** The frame was shot otherwise than the camera is set here. */
  differs?: Finding
  hasNext: boolean
  /** What comes after it can be shown. */
  canTry: boolean
  /** Lights that are not in the picture. */
  unknown: string[]
}>()
const moment = defineModel<Moment>({ required: true })
const board = useBoard()
const phone = usePhone()
</script>

<template>
  <section
    class="card flex items-center gap-x-4 gap-y-2 px-4.5 py-2"
    :class="phone ? 'flex-wrap' : ''"
    aria-label="Next move"
  >
    <p class="min-w-0 flex-1" :class="phone ? 'basis-full' : ''">
      <span class="block font-voice text-[1.625rem] leading-8" aria-live="polite"
        ><WordLine :line="differs ? differs.words : next.say"
      /></span>
      <span class="label text-text-2"
        ><WordLine v-if="differs" :line="next.say" /><WordLine v-else-if="next.why[0]" :line="next.why[0]" /><template
          v-if="unknown.length"
        >
          Not in the picture, since nothing is known of it yet: {{ unknown.join(', ').toLowerCase() }}.</template
        ></span
      >
    </p>
    <template v-if="differs">
      <template v-for="answer in [differs.otherwise, differs.remedy]" :key="answer?.label">
        <PushButton v-if="answer" data-writes :disabled="board.still" @click="board.write(answer.entry)">{{
          answer.label
        }}</PushButton>
      </template>
    </template>
    <template v-else>
      <PushButton
        v-if="canTry"
        :aria-pressed="moment === 'after'"
        @click="moment = moment === 'after' ? 'now' : 'after'"
        >Try it</PushButton
      >
      <button
        v-if="hasNext && next.action"
        type="button"
        data-writes
        class="flex h-8 items-center gap-2 rounded-key bg-act px-4 font-[650] text-act-t disabled:opacity-40"
        :disabled="board.still"
        @click="board.doNext()"
      >
        {{ next.action.label }} <KeyCap v-if="!phone">D</KeyCap>
      </button>
    </template>
  </section>
</template>

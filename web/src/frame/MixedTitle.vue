<script setup lang="ts">
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import { usePhone } from '@/ui/phone'
import type { Mix } from './mixed'

/** What the mix gives, and the way of its dials to the board. */
const { mix } = defineProps<{ mix: Mix }>()
const board = useBoard()
const phone = usePhone()
</script>

<template>
  <section
    class="card flex items-center gap-x-4 gap-y-2 px-4.5 py-2"
    :class="phone ? 'flex-wrap' : ''"
    aria-label="The mix"
  >
    <p class="min-w-0 flex-1" :class="phone ? 'basis-full' : ''">
      <span class="block font-voice text-[1.625rem] leading-8" aria-live="polite"
        ><WordLine v-if="mix.mixed.value" :line="mix.mixed.value.say" /><template v-else-if="mix.hasAny.value"
          >The frames are taken apart …</template
        ><template v-else>One frame of each light lets every power be tried</template></span
      >
      <span class="label text-text-2">
        <WordLine v-if="mix.mixed.value" :line="mix.mixed.value.why" /><template v-else
          >Light adds: what each gives alone can be summed at powers that were never fired.</template
        >
      </span>
    </p>
    <template v-if="mix.mixed.value">
      <PushButton @click="mix.allAsShot">All as shot</PushButton>
      <button
        type="button"
        data-writes
        class="flex h-8 max-phone:h-11 items-center gap-2 rounded-key bg-act px-4 font-[650] text-act-t disabled:opacity-40"
        :disabled="board.still || mix.asShot.value || !mix.mixed.value.to_board.length"
        @click="mix.toBoard"
      >
        To the board <KeyCap v-if="!phone">Enter</KeyCap>
      </button>
    </template>
  </section>
</template>

<script setup lang="ts">
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import { usePhone } from '@/ui/phone'
import type { Mix } from './mixed'
import TitleCard from './TitleCard.vue'

/** What the mix gives, and the way of its dials to the board. */
const { mix } = defineProps<{ mix: Mix }>()
const board = useBoard()
const phone = usePhone()
</script>

<template>
  <TitleCard named="The mix">
    <template #say
      ><WordLine v-if="mix.mixed.value" :line="mix.mixed.value.say" /><template v-else-if="mix.hasAny.value"
        >The frames are taken apart …</template
      ><template v-else>One frame of each light lets every power be tried</template></template
    >
    <template #why
      ><WordLine v-if="mix.mixed.value" :line="mix.mixed.value.why" /><template v-else
        >Light adds: what each gives alone can be summed at powers that were never fired.</template
      ></template
    >
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
  </TitleCard>
</template>

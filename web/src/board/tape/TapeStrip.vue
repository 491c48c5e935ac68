<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { TapeItem, TapeLine } from '@/api/client'
import { useBoard } from '@/look/board'
import { smallOf } from '@/picture/roll'
import WordLine from '@/draw/WordLine.vue'
import TapeSign from './TapeSign.vue'
import { later } from '@/ui/later'
import { timed } from '@/ui/times'

const NoteDialog = later(() => import('./NoteDialog.vue'))

/** What happened, left to right in time; the pending move last. A press shows the ladder as it was then. */
const board = useBoard()
const strip = useTemplateRef('strip')
const noting = ref(false)

const pending = computed<TapeLine | undefined>(() => board.view?.board.next.tape ?? undefined)
const last = computed(() => board.tape.findLast((item) => !item.undone)?.id)

/** What stands first on a line, as plain words. */
const headOf = (line: TapeLine) => line.head.map((s) => ('text' in s ? s.text : 'strong' in s ? s.strong : '')).join('')
const clock = (item: TapeItem) => timed('clock', item.at)
const date = (item: TapeItem) => `${timed('day', item.at)}, ${clock(item)}`

// The newest is in sight, unless somebody scrolled back to look.
watch(
  () => board.view?.version,
  async () => {
    await nextTick()
    strip.value?.scrollTo({ left: strip.value.scrollWidth })
  },
  { immediate: true, flush: 'post' },
)
</script>

<template>
  <section class="card flex min-w-0 items-stretch overflow-hidden" aria-label="Tape">
    <div class="flex shrink-0 items-center gap-1 border-r border-line px-2">
      <h2 class="px-1 text-body font-[650]">Tape</h2>
      <button
        type="button"
        class="label h-8 rounded-key px-2 text-text-2 hover:text-text disabled:opacity-50"
        data-writes
        :disabled="!board.canUndo || board.still"
        @click="board.undo"
      >
        Undo
      </button>
      <button
        type="button"
        class="label h-8 rounded-key px-2 text-text-2 hover:text-text disabled:opacity-50"
        data-writes
        :disabled="!board.canRedo || board.still"
        @click="board.redo"
      >
        Redo
      </button>
      <button
        type="button"
        class="label h-8 rounded-key px-2 text-text-2 hover:text-text disabled:opacity-50"
        data-writes
        :disabled="board.still"
        @click="noting = true"
      >
        Note
      </button>
    </div>
    <ol
      ref="strip"
      class="relative flex min-w-0 flex-1 overflow-x-auto [scrollbar-width:none]"
      tabindex="0"
      aria-label="What happened, oldest first"
    >
      <li v-if="board.moreEarlier" class="flex shrink-0 items-center border-r border-line px-2">
        <button type="button" class="label h-8 rounded-key px-2 text-text-2 hover:text-text" @click="board.loadEarlier">
          Earlier
        </button>
      </li>
      <li v-if="board.tape.length === 0" class="label flex items-center px-3 text-text-3">
        Nothing is written yet. The first reading begins the record.
      </li>
      <li
        v-for="item in board.tape"
        :key="item.id"
        class="flex shrink-0 border-r border-line"
        :class="item.undone ? 'opacity-55' : ''"
      >
        <RouterLink
          v-if="item.picture && !item.undone && board.view"
          :to="{ name: 'frame', params: { id: board.view.id }, query: { shot: item.picture } }"
          class="surround my-1 ml-2 grid w-9 place-items-center focus-visible:outline-offset-[-3px]"
          :aria-label="`${headOf(item.line)}, large`"
        >
          <img :src="smallOf(item.picture)" alt="" loading="lazy" draggable="false" />
        </RouterLink>
        <button
          type="button"
          class="label h-full px-3 text-left leading-4 focus-visible:outline-offset-[-3px]"
          :class="board.moment?.id === item.id ? 'bg-raise' : 'hover:bg-raise/50'"
          :aria-pressed="board.moment?.id === item.id"
          :title="item.undone ? 'Taken back' : `The ladder on ${date(item)}`"
          :disabled="item.undone"
          @click="board.lookAt(item.id === last && !board.moment ? undefined : item)"
        >
          <span class="flex items-center gap-1.5 whitespace-nowrap" :class="item.undone ? 'line-through' : ''">
            <time class="text-text-3" :datetime="item.at">{{ clock(item) }}</time>
            <TapeSign :line="item.line" />
            <span class="text-text"><WordLine :line="item.line.head" /></span>
          </span>
          <span class="block pl-9.5 whitespace-nowrap text-text-2"
            >{{ item.undone ? 'taken back' : item.line.tail
            }}<span v-if="item.by" class="text-text-3"
              >{{ item.line.tail && !item.undone ? ' · ' : ' ' }}{{ item.by }}</span
            ></span
          >
        </button>
      </li>
    </ol>
    <div
      v-if="pending"
      class="label shrink-0 border-l border-dashed border-edge px-3 pt-2.25 leading-4"
      aria-label="Next on the tape"
    >
      <p class="flex items-center gap-1.5 whitespace-nowrap">
        <span class="text-text-3">next</span>
        <TapeSign :line="pending" hollow />
        <span><WordLine :line="pending.head" /></span>
      </p>
      <p class="pl-8.25 whitespace-nowrap text-text-2">{{ pending.tail }}</p>
    </div>

    <NoteDialog v-if="noting" @close="noting = false" />
  </section>
</template>

<style scoped>
/* Judged on grey, as everywhere. */
.surround {
  background: #777777;
}
img {
  max-width: 1.75rem;
  max-height: 2rem;
  object-fit: contain;
}
</style>

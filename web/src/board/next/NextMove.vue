<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { Finding } from '@/api/client'
import type { components } from '@/api/generated'
import KeyCap from '@/ui/KeyCap.vue'
import WordLine from '@/draw/WordLine.vue'
import { rem, useDrawingSize } from '@/draw/measure'
import PowerScale from '@/draw/PowerScale.vue'

/** One sentence, one action. */
const {
  next,
  all,
  spoils,
  still = false,
  far = false,
} = defineProps<{
  next: components['schemas']['NextMove']
  /** Several dials that are to be turned. */
  all?: components['schemas']['SetAll'] | null
  /** What would spoil a frame, though something else is next. */
  spoils?: Finding
  still?: boolean
  /** Read from afar: the sentence, and why. */
  far?: boolean
}>()
const emit = defineEmits<{ done: []; all: []; mend: [] }>()

const card = useTemplateRef('card')
const { width } = useDrawingSize(card, { width: 816, height: 144 })

/** What would spoil the frame matters more than the other way to do it. */
const why = computed(() => (spoils ? next.why.slice(0, 1) : next.why))

/** The sentence is set as large as it stands on one line, down to a size at which it takes two. */
const size = computed(() => {
  const letters = next.say.reduce(
    (sum, span) => sum + ('text' in span ? span.text.length : 'strong' in span ? span.strong.length * 1.12 : 4),
    0,
  )
  return Math.round(Math.min(43, Math.max(letters > 130 ? 20 : 23, (width.value - 40) / (letters * 0.5))))
})
</script>

<template>
  <section
    ref="card"
    class="card grid grid-rows-[3.5rem_1fr] overflow-hidden px-4.5 pt-2 pb-2"
    aria-labelledby="next-move"
  >
    <h2
      id="next-move"
      class="flex items-center font-voice leading-[1.08] font-[430] tracking-[-0.012em]"
      :style="{ fontSize: rem(size) }"
      aria-live="polite"
    >
      <span><WordLine :line="next.say" /></span>
    </h2>
    <div class="flex items-center gap-4">
      <div class="min-w-0 flex-1 leading-4.75 text-text-2">
        <p v-for="(line, i) in why" :key="i" :class="i === 0 ? 'text-body text-text' : 'label'">
          <WordLine :line="line" />
        </p>
        <p v-if="spoils" class="label flex items-center gap-2 text-warn">
          <span class="truncate"><b class="font-[650]">Before the frame: </b><WordLine :line="spoils.words" /></span>
          <button
            v-if="spoils.remedy"
            type="button"
            class="h-6 shrink-0 rounded-key border border-edge px-2 font-[650] text-text disabled:opacity-50"
            data-writes
            :disabled="still"
            @click="emit('mend')"
          >
            {{ spoils.remedy.label }}
          </button>
        </p>
      </div>
      <PowerScale v-if="next.power && !far" :power="next.power" class="shrink-0 max-[68.75rem]:hidden" />
      <button
        v-if="all && !far"
        type="button"
        class="flex h-10 shrink-0 items-center gap-2 rounded-key border border-edge px-3 text-head font-[650] disabled:opacity-50"
        :aria-label="`${all.action.label}: ${all.words}`"
        :title="all.words"
        data-writes
        :disabled="still"
        @click="emit('all')"
      >
        {{ all.action.label }} <KeyCap>A</KeyCap>
      </button>
      <button
        v-if="next.action && !far"
        type="button"
        class="flex h-10 shrink-0 items-center gap-2 rounded-key bg-act px-4 text-head font-[650] text-act-t disabled:opacity-50"
        data-writes
        :disabled="still"
        @click="emit('done')"
      >
        {{ next.action.label }} <KeyCap>D</KeyCap>
      </button>
    </div>
  </section>
</template>

<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { RunOver, StepShown } from '@/api/client'
import { ROLE_COLOURS, MARKS } from '@/draw/marks'
import { rem, useDrawingSize } from '@/draw/measure'
import { spaced } from './spaced'

/** What was done and the shortest way, each one line in the same time; the costliest detour bracketed under the steps that it is of. */
const { done } = defineProps<{ done: NonNullable<RunOver['done']> }>()
const card = useTemplateRef('card')
const { width } = useDrawingSize(card, { width: 1264, height: 290 })
const ROOM = 92
const [LEFT, HIGH] = [48, 132]
const inner = computed(() => Math.max(width.value, 300) - 36)

const longest = computed(() => Math.max(1, done.did.at(-1)?.at ?? 0, done.shortest.at(-1)?.at ?? 0))
const scale = (at: number) => LEFT + (at / longest.value) * (inner.value - 2 * LEFT)
/** Steps stand in their time, and never on one another; what does not fit is drawn on and scrolled to. */
const placed = (steps: readonly StepShown[]) =>
  spaced(
    steps.map((step) => scale(step.at)),
    ROOM,
  )
const lines = computed(() => [
  { title: 'What you did', words: done.did_words, steps: done.did, xs: placed(done.did), dashed: false },
  {
    title: 'The shortest way',
    words: done.shortest_words,
    steps: done.shortest,
    xs: placed(done.shortest),
    dashed: true,
  },
])
const total = computed(() => Math.max(inner.value, ...lines.value.map((line) => (line.xs.at(-1) ?? 0) + LEFT)))
const colour = (step: StepShown) => (step.role ? ROLE_COLOURS[step.role] : 'var(--text)')
const detour = computed(() => {
  const xs = lines.value[0]?.xs ?? []
  const [first, last] = [done.detour?.first, done.detour?.last]
  if (first === undefined || last === undefined) return undefined
  return { from: (xs[first] ?? 0) - ROOM / 2 + 8, to: (xs[last] ?? 0) + ROOM / 2 - 8 }
})
</script>

<template>
  <section ref="card" class="card min-w-0 px-4.5 py-3" aria-label="What was done, and the shortest way">
    <template v-for="(line, n) in lines" :key="line.title">
      <h2 class="text-body font-[650]" :class="n > 0 ? 'mt-2' : ''">
        {{ line.title }} <span class="label ml-1.5 font-normal text-text-2">{{ line.words }}</span>
      </h2>
      <div class="overflow-x-auto" tabindex="0" role="group" :aria-label="line.title">
        <svg
          :viewBox="`0 0 ${total} ${n === 0 && detour ? HIGH : HIGH - 34}`"
          :width="rem(total)"
          :height="rem(n === 0 && detour ? HIGH : HIGH - 34)"
          class="block"
          aria-hidden="true"
        >
          <path
            v-if="line.xs.length > 0"
            :d="`M4 44H${(line.xs.at(-1) ?? 0) + 10}`"
            stroke="var(--edge)"
            :stroke-dasharray="line.dashed ? '3 4' : undefined"
          />
          <g v-for="(step, i) in line.steps" :key="i" :transform="`translate(${line.xs[i]} 0)`" text-anchor="middle">
            <text y="20" class="time">{{ step.time }}</text>
            <rect x="-13" y="31" width="26" height="26" fill="var(--card)" />
            <path
              v-if="step.kind === 'up' || step.kind === 'down'"
              :d="step.kind === 'up' ? 'M0 53V36M-5 41L0 36L5 41' : 'M0 35V52M-5 47L0 52L5 47'"
              fill="none"
              :stroke="colour(step)"
              stroke-width="1.800"
            />
            <circle
              v-else-if="step.kind === 'asked'"
              cy="44"
              r="6"
              fill="none"
              stroke="var(--text)"
              stroke-width="1.600"
            />
            <path
              v-else-if="step.kind === 'moved'"
              d="M-6 38h12v12h-12z"
              fill="none"
              :stroke="colour(step)"
              stroke-width="1.600"
            />
            <path
              v-else-if="step.role"
              :d="MARKS[step.role](8)"
              transform="translate(0 44)"
              :fill="step.kind === 'dark' ? 'var(--card)' : colour(step)"
              :stroke="colour(step)"
              stroke-width="1.600"
            />
            <path v-else d="M-7 39h14M-7 44h14M-7 49h14" stroke="var(--text)" stroke-width="1.600" />
            <text y="74" class="strong">{{ step.strong }}</text>
            <text y="91" class="plain">{{ step.plain }}</text>
          </g>
          <g v-if="n === 0 && detour && done.detour">
            <path
              :d="`M${detour.from} 98v8M${detour.from} 102H${detour.to}M${detour.to} 98v8`"
              stroke="var(--edge)"
              fill="none"
            />
            <text :x="Math.max(4, Math.min(detour.from, total - 420))" y="122" class="strong" text-anchor="start">
              {{ done.detour.strong }}
              <tspan class="plain" dx="5">{{ done.detour.words }}</tspan>
            </text>
          </g>
        </svg>
      </div>
      <ol class="sr-only">
        <li v-for="(step, i) in line.steps" :key="i">
          {{ step.time }}: {{ step.strong }}, {{ step.plain }}{{ step.needed ? '' : ', not needed' }}
        </li>
        <li v-if="n === 0 && done.detour">{{ done.detour.strong }} {{ done.detour.words }}</li>
      </ol>
    </template>
  </section>
</template>

<style scoped>
text {
  font-size: 13px;
  fill: var(--text-2);
}

.time {
  font-size: 12px;
}

.strong {
  font-weight: 650;
  fill: var(--text);
}

.plain {
  font-weight: 400;
  fill: var(--text-2);
}
</style>

<script setup lang="ts">
import { computed } from 'vue'
import type { RatioSpec, Scales } from '@/api/client'
import { numberOf } from '@/forms/numbers'
import { useBoard } from '@/look/board'
import { ratioStep, ratioWith } from '@/look/wishes'
import ChoiceList from '@/ui/ChoiceList.vue'
import StepField from '@/forms/StepField.vue'

/** The wished ratio of key to fill, in the photographer's own convention, and what lands on the face. */
const { scales } = defineProps<{ scales: Scales }>()
const board = useBoard()
const target = computed(() => board.meant<RatioSpec>('ratio') ?? board.board?.ratio?.target)
/** The wish, or what it would begin with. */
const shown = computed(() => target.value ?? scales.usual.ratio)
const face = computed(() => board.board?.face)

const change = (part: Partial<RatioSpec>) => board.change(ratioWith(shown.value, part))
/** Key and fill may do without a ratio: each then has a wish of its own. */
const NONE = 'none'
const convention = computed<RatioSpec['convention'] | typeof NONE>({
  get: () => target.value?.convention ?? NONE,
  set: (c) => (c === NONE ? board.write({ ratio: { target: null } }) : change({ convention: c })),
})
const conventions = computed(() => [...scales.choices.conventions, { value: NONE, words: 'no ratio' }])
const anchor = computed({ get: () => shown.value.anchor, set: (a) => change({ anchor: a }) })

/** `4 : 1`, or 4. */
function typed(text: string): Promise<string | undefined> {
  const ratio = numberOf(text.replace(/\s*:\s*1$/, ''))
  return board.typed({ ratio: { target: { ...shown.value, ratio } } })
}

const rows = computed(() => {
  const f = face.value
  if (!f) return []
  return [
    { name: 'Lit side', now: f.lit.now.shown, after: f.lit.after?.shown },
    {
      name: f.room_is_fill ? 'Shadow side, by the room' : 'Shadow side',
      now: f.shadow.now.shown,
      after: f.shadow.after?.shown,
    },
    { name: 'Lit : shadow', now: f.ratio_now, after: f.ratio_after ?? undefined },
  ]
})
</script>

<template>
  <section class="p-3" aria-label="Ratio">
    <h2 class="sr-only">Ratio</h2>
    <div class="grid grid-cols-[1fr_1fr_1fr] gap-2">
      <StepField
        label="Ratio"
        :value="board.board?.ratio?.shown"
        :write="typed"
        down
        up
        @down="board.step(ratioStep(target, -0.1, scales.usual.ratio))"
        @up="board.step(ratioStep(target, 0.1, scales.usual.ratio))"
      />
      <ChoiceList v-model="convention" label="What the ratio means" :options="conventions" />
      <ChoiceList v-model="anchor" label="What lies on 0" :options="scales.choices.anchors" />
    </div>
    <table class="mt-1 w-full text-body">
      <thead>
        <tr class="label text-text-2">
          <th class="h-5 text-left font-normal">On the face</th>
          <th class="w-20 text-right font-normal">now</th>
          <th class="w-20 text-right font-normal">after</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.name" class="border-t border-line">
          <td class="h-5 text-text-2">{{ row.name }}</td>
          <td class="text-right">{{ row.now }}</td>
          <td class="text-right" :class="row.after ? 'font-[700]' : 'text-text-3'">{{ row.after ?? '–' }}</td>
        </tr>
        <tr v-if="rows.length === 0" class="border-t border-line">
          <td colspan="3" class="h-15 text-text-3">Told once key and fill are read.</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

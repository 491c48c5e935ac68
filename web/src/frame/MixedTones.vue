<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import type { NamedPatch, ShotTones } from '@/api/client'
import { useDrawingSize } from '@/draw/measure'
import { outline } from '@/draw/outline'
import { linear } from '@/draw/scale'
import PushButton from '@/ui/PushButton.vue'
import { BOTTOM, percent, shownTone, TOP } from './tone'
import ToneScale from './ToneScale.vue'

/** The tones of a mix on the ladder's own scale, filled, as shot dashed; and each patch in numbers, with what is wished of it. */
const { tones, asShot, patches, chosen, wishes } = defineProps<{
  tones: ShotTones
  asShot?: ShotTones
  patches: readonly NamedPatch[]
  chosen: number
  wishes: ReadonlyMap<string, number>
}>()
const emit = defineEmits<{ choose: [n: number]; wish: [n: number, by: number]; unwish: [name: string] }>()
const box = useTemplateRef('box')
const { width, height } = useDrawingSize(box, { width: 244, height: 330 })

const AXIS = 40
/** Plates of the patches stand in this much, right of the spread. */
const PLATES = 60
const y = computed(() => linear([TOP, BOTTOM], [9, height.value - 9]))
const spread = computed(() => Math.max(width.value - AXIS - PLATES - 10, 40))
const drawnOf = (of: ShotTones) => outline(of, [TOP, BOTTOM], y.value, AXIS + 4, spread.value)
/** Plates stand at their tone; those that would touch stand side by side. */
const plates = computed(() => {
  const all = patches.flatMap((_, n) => {
    const tone = tones.patches[n]?.tone
    return tone == null ? [] : [{ n, y: y.value(Math.min(Math.max(tone, BOTTOM), TOP)) }]
  })
  all.sort((a, b) => a.y - b.y)
  // The last in each column, from above.
  const last = [-Infinity, -Infinity, -Infinity]
  return all.map((p) => {
    const free = last.findIndex((y) => p.y - y >= 18)
    const column = free < 0 ? last.indexOf(Math.min(...last)) : free
    last[column] = p.y
    return { ...p, x: width.value - PLATES + column * 19 }
  })
})
const rows = computed(() =>
  patches.map((p, n) => ({
    name: p.name,
    was: asShot?.patches[n]?.tone,
    is: tones.patches[n]?.tone,
    wish: wishes.get(p.name),
  })),
)
const own = computed(() => rows.value[chosen])
</script>

<template>
  <section class="card flex min-h-0 flex-col overflow-hidden" aria-label="Tones in the picture">
    <header class="px-3 pt-3">
      <h2 class="font-[650]">Tones <span class="label font-normal text-text-2">mixed; dashed as shot</span></h2>
    </header>
    <div ref="box" class="relative min-h-60 flex-1">
      <svg
        :viewBox="`0 0 ${width} ${height}`"
        class="absolute inset-0 h-full w-full"
        role="img"
        aria-label="How the mix’s tones are spread, and where its patches lie"
      >
        <ToneScale id="mixed" :y :width :height :axis="AXIS" :clip-at="tones.clip_at" :black-at="tones.black_at" />
        <path :d="drawnOf(tones)" class="fill-text-3" opacity="0.75" />
        <path
          v-if="asShot"
          :d="drawnOf(asShot)"
          fill="none"
          class="stroke-text"
          stroke-width="1.2"
          stroke-dasharray="3 2"
          stroke-linejoin="round"
        />
        <text :x="width - 6" :y="y(tones.clip_at) - 6" text-anchor="end" class="label fill-text-2">
          clipped {{ percent(tones.clipped) }}
        </text>
        <text :x="width - 6" :y="y(tones.black_at) + 16" text-anchor="end" class="label fill-text-2">
          black {{ percent(tones.black) }}
        </text>
        <g v-for="p in plates" :key="p.n" :transform="`translate(${p.x} ${p.y})`" class="plate">
          <path :d="`M${AXIS - p.x} 0H0`" class="stroke-text-2" stroke-width="0.8" opacity="0.6" />
          <rect
            y="-8"
            width="16"
            height="16"
            rx="3"
            class="stroke-text"
            :class="p.n === chosen ? 'fill-text' : 'fill-card'"
            stroke-width="1.3"
          />
          <text
            x="8"
            y="4"
            text-anchor="middle"
            class="label font-[650]"
            :class="p.n === chosen ? 'fill-card' : 'fill-text'"
          >
            {{ p.n + 1 }}
          </text>
        </g>
      </svg>
    </div>
    <table class="label mx-3 my-1 tabular-nums">
      <thead class="text-text-2">
        <tr>
          <th scope="col"><span class="sr-only">Patch</span></th>
          <th scope="col" class="text-right font-normal">as shot</th>
          <th scope="col" class="text-right font-normal">mixed</th>
          <th scope="col" class="text-right font-normal">wished</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, n) in rows" :key="n" class="border-t border-line">
          <th scope="row" class="text-left font-normal">
            <button
              type="button"
              class="min-h-6 max-phone:min-h-11 text-left"
              :class="n === chosen ? 'font-[650] text-text' : 'text-text-2'"
              :aria-pressed="n === chosen"
              @click="emit('choose', n)"
            >
              {{ n + 1 }} {{ row.name }}
            </button>
          </th>
          <td class="text-right text-text-2">{{ row.was === undefined ? '' : shownTone(row.was) }}</td>
          <td class="text-right font-[650]">{{ shownTone(row.is) }}</td>
          <td class="text-right">{{ row.wish === undefined ? '–' : shownTone(row.wish) }}</td>
        </tr>
        <tr v-if="tones.ratio" class="border-t border-line">
          <th scope="row" class="h-6 text-left font-normal text-text-2">Lit : shadow</th>
          <td class="text-right text-text-2">{{ asShot?.ratio?.shown }}</td>
          <td class="text-right font-[650]">{{ tones.ratio.shown }}</td>
          <td></td>
        </tr>
      </tbody>
    </table>
    <div v-if="own" class="flex flex-wrap items-center gap-1.5 border-t border-line px-3 py-2">
      <span class="label min-w-0 flex-1 truncate text-text-2">Wish of {{ chosen + 1 }}</span>
      <PushButton :aria-label="`${own.name} wished a tenth darker`" @click="emit('wish', chosen, -0.1)">−</PushButton>
      <PushButton :aria-label="`${own.name} wished a tenth brighter`" @click="emit('wish', chosen, 0.1)">+</PushButton>
      <PushButton
        :disabled="own.wish === undefined"
        :aria-label="`No wish of ${own.name}`"
        @click="emit('unwish', own.name)"
        >None</PushButton
      >
    </div>
  </section>
</template>

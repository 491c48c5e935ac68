<script setup lang="ts">
import { computed, useTemplateRef, watch } from 'vue'
import type { FrameTone } from '@/api/client'
import { rem, useDrawingSize } from '@/draw/measure'
import { outline, type Spread } from '@/draw/outline'
import { linear } from '@/draw/scale'
import RoleMark from '@/draw/RoleMark.vue'
import { useBoard } from '@/look/board'
import { BOTTOM, percent, shownTone as told, TOP } from './tone'
import ToneScale from './ToneScale.vue'

/** The tone of a patch: foretold by each light, or shot and so sure. */
interface PatchTone {
  tone?: number | null
  light?: number | null
  lights?: FrameTone['lights']
  sure?: number
}

/** The tones of a frame on the ladder's own scale: how they are spread, and each patch in a lane of its own. */
const { frame, tones, names, chosen, foretold, shot, taught } = defineProps<{
  frame: Spread & { clip_at: number; clipped: number; black_at: number; black: number }
  tones: (PatchTone | undefined)[]
  names: string[]
  chosen: number
  /** It was shot: what was foretold of it stands beside, as far as there is a plan. */
  shot?: boolean
  /** How sure its tones are by its camera's own curve; without one it is taken as plain sRGB. */
  taught?: number
  foretold?: { frame: Spread; tones: ReadonlyMap<string, number> }
  /** Lit side to shadow, by two patches of the same skin. */
  ratio?: { shown: string; sure: number } | null
}>()
const emit = defineEmits<{ choose: [n: number] }>()
const sure = computed(() => {
  if (!shot) return 'Skin lies about 1 over a grey card.'
  if (taught === undefined) return 'A picture already developed: stops are within 0.3.'
  return `By this camera’s own curve: stops are within ${Math.max(taught, 0.05).toFixed(2)}.`
})
const board = useBoard()
const box = useTemplateRef('box')
const { width, height } = useDrawingSize(box, { width: 520, height: 424 })

const heads = useTemplateRef('heads')
// A lane that is chosen by its key is brought into sight.
watch(
  () => chosen,
  (n) => heads.value?.[n]?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
  { flush: 'post' },
)

const AXIS = 62
/** A lane is never narrower: more of them scroll. */
const LEAST = 64
const y = computed(() => linear([TOP, BOTTOM], [9, height.value - 9]))
const spread = computed(() => Math.min(104, Math.max(64, width.value * 0.19)))
const lane = computed(() => (width.value - AXIS - spread.value) / Math.max(names.length, 1))
const laneAt = (n: number) => AXIS + spread.value + lane.value * n

const drawnOf = (of: Spread) => outline(of, [TOP, BOTTOM], y.value, AXIS + 4, spread.value - 12)
const drawn = computed(() => drawnOf(frame))
const drawnForetold = computed(() => foretold && drawnOf(foretold.frame))
/** Numbers stand over their line, at the ends of the scale beside it. */
const patches = computed(() =>
  names.map((name, n) => {
    const tone = tones[n]?.tone
    const at = tone == null ? BOTTOM : Math.min(Math.max(tone, BOTTOM), TOP)
    const wanted = foretold?.tones.get(name)
    const was = wanted === undefined ? undefined : y.value(Math.min(Math.max(wanted, BOTTOM), TOP))
    // Where what was foretold lies right above, the number stands below its line.
    const crossed = was !== undefined && was < y.value(at) - 1 && was > y.value(at) - 22
    return { name, n, tone, y: y.value(at), up: at < TOP - 0.6 && !crossed ? -7 : 18, was, wanted }
  }),
)
const lightOf = (id: string | undefined) => board.board?.lanes.find((l) => l.id === id)
const roles = computed(() => tones.map((t) => lightOf(t?.lights?.[0]?.light)))
/** What the chosen patch gets from each light. */
const parts = computed(() =>
  (tones[chosen]?.lights ?? []).map((l) => ({
    ...l,
    lane: lightOf(l.light),
    turnedBy: l.turned != null && l.turned < -0.15 ? l.turned : undefined,
  })),
)
</script>

<template>
  <section class="card flex min-h-0 flex-col overflow-hidden" aria-label="Tones in the picture">
    <header class="px-4 pt-3">
      <h2 class="text-head font-[650]">Tones in the picture</h2>
      <p class="label text-text-2">
        <template v-if="shot"
          ><svg viewBox="0 0 10 10" class="mr-1 inline h-2.5 w-2.5" aria-hidden="true">
            <rect width="10" height="10" rx="2" fill="currentColor" /></svg
          >shot<template v-if="foretold">, </template></template
        ><template v-if="!shot || foretold"
          ><svg viewBox="0 0 20 8" class="mr-1 inline h-2 w-5" aria-hidden="true">
            <path d="M0 4h20" stroke="currentColor" stroke-width="1.4" stroke-dasharray="3 2" /></svg
          >foretold</template
        >, stops over a mid-grey: tones, not readings.
        {{ sure }}
      </p>
    </header>
    <div class="flex min-h-0 flex-1 flex-col overflow-x-auto">
      <div class="flex min-h-0 flex-1 flex-col" :style="{ minWidth: rem(AXIS + spread + LEAST * names.length) }">
        <div class="grid px-1 pt-2" :style="{ gridTemplateColumns: `${AXIS + spread}px repeat(${names.length}, 1fr)` }">
          <span class="label self-end pl-4 font-[650] text-text">Frame</span>
          <button
            v-for="(name, n) in names"
            :key="n"
            ref="heads"
            type="button"
            class="label flex min-w-0 items-end px-1 text-left leading-4"
            :class="n === chosen ? 'font-[650] text-text' : 'text-text-2'"
            :aria-pressed="n === chosen"
            @click="emit('choose', n)"
          >
            <span class="line-clamp-2">{{ n + 1 }} {{ name }}</span>
          </button>
        </div>
        <div ref="box" class="relative min-h-80 flex-1">
          <svg
            :viewBox="`0 0 ${width} ${height}`"
            class="absolute inset-0 h-full w-full"
            role="img"
            aria-label="How the frame’s tones are spread, and where its patches lie"
          >
            <ToneScale id="tones" :y :width :height :axis="AXIS" :clip-at="frame.clip_at" :black-at="frame.black_at">
              <rect
                v-if="names.length"
                :x="laneAt(chosen)"
                y="0"
                :width="lane"
                :height
                class="fill-raise"
                opacity="0.5"
              />
            </ToneScale>
            <path v-if="shot" :d="drawn" class="fill-text-3" opacity="0.75" />
            <path
              v-if="!shot || drawnForetold"
              :d="shot ? drawnForetold : drawn"
              fill="none"
              class="stroke-text"
              stroke-width="1.3"
              stroke-dasharray="3 2"
              stroke-linejoin="round"
            />
            <text :x="AXIS + spread - 6" :y="y(frame.clip_at) - 6" text-anchor="end" class="label fill-text-2">
              clipped {{ percent(frame.clipped) }}
            </text>
            <text :x="AXIS + spread - 6" :y="y(frame.black_at) + 16" text-anchor="end" class="label fill-text-2">
              black {{ percent(frame.black) }}
            </text>
            <g v-for="p in patches" :key="p.n" :transform="`translate(${laneAt(p.n)} ${p.y})`">
              <path
                v-if="p.was !== undefined"
                :d="`M4 ${p.was - p.y}H${lane - 6}`"
                class="stroke-text-2"
                stroke-width="1.3"
                stroke-dasharray="3 2"
              />
              <path
                :d="`M4 0H${lane - 6}`"
                class="stroke-text"
                stroke-width="1.3"
                :stroke-dasharray="shot ? undefined : '3 2'"
              />
              <rect
                :x="6"
                y="-8"
                width="16"
                height="16"
                rx="3"
                class="stroke-text"
                :class="shot ? 'fill-text' : 'fill-card'"
                stroke-width="1.3"
                :stroke-dasharray="shot ? undefined : '3 2'"
              />
              <text
                x="14"
                y="4"
                text-anchor="middle"
                class="label font-[650]"
                :class="shot ? 'fill-card' : 'fill-text'"
              >
                {{ p.n + 1 }}
              </text>
              <text :x="lane - 8" :y="p.up" text-anchor="end" class="fill-text text-value font-[650]">
                {{ told(p.tone) }}
              </text>
            </g>
          </svg>
        </div>
        <div class="grid px-1 py-1" :style="{ gridTemplateColumns: `${AXIS + spread}px repeat(${names.length}, 1fr)` }">
          <span class="label pl-4 text-text-2">{{ shot ? 'foretold' : 'mostly by' }}</span>
          <template v-if="shot"
            ><span v-for="p in patches" :key="p.n" class="label px-1 text-text-2 tabular-nums">{{
              p.wanted === undefined ? '–' : told(p.wanted)
            }}</span></template
          >
          <span
            v-for="(light, n) in shot ? [] : roles"
            :key="n"
            class="label flex min-w-0 items-center gap-1 px-1 text-text-2"
          >
            <template v-if="light?.role"
              ><RoleMark :role="light.role" /><span class="truncate">{{ light.name }}</span></template
            >
            <template v-else>the room</template>
          </span>
        </div>
      </div>
    </div>
    <p class="label min-h-11 border-t border-line px-4 py-2 text-text-2" aria-live="polite">
      <b class="font-[650] text-text">{{ names[chosen] }} {{ told(tones[chosen]?.tone) }}</b>
      <template v-if="tones[chosen]?.sure != null"> ± {{ tones[chosen]?.sure?.toFixed(1) }}</template>
      <template v-for="(part, n) in parts" :key="n"
        >{{ n === 0 ? ': ' : ', ' }}{{ part.lane?.name ?? part.light }} alone {{ told(part.tone)
        }}<template v-if="part.turnedBy"> (turned away, {{ told(part.turnedBy) }})</template></template
      >
      <template v-if="ratio">
        · lit to shadow cheek <b class="font-[650] text-text tabular-nums">{{ ratio.shown }}</b> ±
        {{ ratio.sure.toFixed(1) }} stop</template
      >
      <template v-if="tones[chosen]?.light != null"
        >. A flat meter held there would show {{ told(tones[chosen]?.light) }}.</template
      >
    </p>
  </section>
</template>

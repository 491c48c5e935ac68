<script setup lang="ts">
import { useTimeoutFn } from '@vueuse/core'
import { computed, onMounted, onBeforeUnmount, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Entry, RoomWay } from '@/api/client'
import { useBoard } from '@/look/board'
import { useRoom } from '@/look/room'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import WordLine from '@/draw/WordLine.vue'
import HoldsDialog from '@/look/HoldsDialog.vue'
import { rem, useDrawingSize } from '@/draw/measure'
import WayLine from './WayLine.vue'
import { xOf } from './track'

/** Every way to the wish for the room, least given up first. The wish is dragged on the head's scale. */
const board = useBoard()
const room = useRoom()
const router = useRouter()
const setup = computed(() => board.view?.setup)
const dragged = ref<number>()
const holding = ref(false)
/** The wish is written once the hand rests: a key that is pressed again moves it on. */
const resting = useTimeoutFn(writeWish, 400, { immediate: false })

const wish = (level: number): Entry => ({ room_wish: ways.value?.kept ? { keep: { level } } : { remove: { level } } })
watch(
  setup,
  (now) => {
    if (!now) return
    // An older wish that arrives while a newer one is dragged or on its way must not pull the handle back.
    const wished = now.room.wish
    const level = 'remove' in wished ? wished.remove.level : wished.keep.level
    if (!resting.isPending.value && (board.waiting === 0 || level === dragged.value)) dragged.value = undefined
    void room.ways.ask({ setup: now, entry: dragged.value === undefined ? undefined : wish(dragged.value) })
  },
  { immediate: true },
)
onMounted(() => room.putAway())

const ways = computed(() => room.ways.answer.value)
/** The scale stands still while the wish is dragged on it. */
const held = ref<number[]>()
const scale = computed(() => held.value ?? ways.value?.scale ?? [0, -7])
const shownWays = computed(() => (ways.value ? { ...ways.value, scale: scale.value } : undefined))
const now = computed(() => board.view?.board.lanes.find((l) => l.id === 'room')?.reading?.stops)

const fate = computed({
  get: () => (ways.value?.kept ? 'keep' : 'remove'),
  set: (fate: 'keep' | 'remove') => {
    const shown = board.view?.board.room
    if (shown) board.write(fate === 'keep' ? shown.keep : shown.remove)
  },
})
const fates = computed(() => [
  { value: 'remove' as const, words: board.view?.board.room.remove_it_words ?? 'Remove it' },
  { value: 'keep' as const, words: board.view?.board.room.keep_it_words ?? 'Keep it' },
])

function drag(event: Event): void {
  const level = -Number((event.target as HTMLInputElement).value)
  held.value ??= ways.value?.scale
  dragged.value = level
  if (setup.value) void room.ways.ask({ setup: setup.value, entry: wish(level) })
}
const letGo = () => resting.start()
function writeWish(): void {
  resting.stop()
  held.value = undefined
  if (dragged.value !== undefined) board.write(wish(dragged.value))
}
onBeforeUnmount(() => {
  if (resting.isPending.value) writeWish()
})

async function tryIt(way: RoomWay): Promise<void> {
  const id = board.view?.id
  if (!id) return
  await room.tryWay(way)
  await router.push({ name: 'board', params: { id } })
}

const head = useTemplateRef('head')
const { width: measured } = useDrawingSize(head)
const width = computed(() => Math.max(Math.round(measured.value) || 300, 180))
const track = computed(() => ({ top: scale.value[0] ?? 0, bottom: scale.value[1] ?? -7, width: width.value }))
const level = computed(() => dragged.value ?? ways.value?.wish ?? -5)
const shown = (stops: number) => (stops < 0 ? `−${Math.abs(stops)}` : String(stops))
</script>

<template>
  <section v-if="shownWays" class="grid gap-2" aria-label="Ways">
    <div class="card flex flex-wrap items-center gap-x-6 gap-y-3 px-4.5 py-3">
      <div class="min-w-0 flex-1 basis-75">
        <h1 class="font-voice text-title font-[430] max-phone:text-[1.5rem] max-phone:leading-7" aria-live="polite">
          <WordLine :line="shownWays.title" />
        </h1>
        <p class="mt-1 text-text-2">
          <template v-if="shownWays.found.length > 0">As it stands: <WordLine :line="shownWays.found" /></template>
          Wished {{ shownWays.wish_words }}.
        </p>
      </div>
      <SegmentedChoice
        v-if="!board.looksOn"
        v-model="fate"
        label="The room is to be"
        :options="fates"
        class="min-w-62.5"
      />
    </div>
    <p v-if="shownWays.missing" class="card px-4.5 py-4">
      {{ shownWays.missing }}
      <RouterLink :to="{ name: 'board', params: { id: board.view?.id } }" class="ml-2 font-[650] underline"
        >To the board</RouterLink
      >
    </p>
    <div v-else class="card overflow-x-clip">
      <div class="label flex flex-wrap items-center gap-3 px-4 pt-3 text-text-2">
        <span class="min-w-0 flex-1"><b class="font-[650] text-text">Must hold:</b> {{ shownWays.holds }}</span>
        <PushButton v-if="!board.looksOn" @click="holding = true">Change what must hold</PushButton>
      </div>
      <table class="ways w-full table-fixed">
        <thead class="text-text-2">
          <tr class="align-bottom">
            <th scope="col" class="w-[21%] py-2 pl-4 text-left font-normal">Way</th>
            <th ref="head" scope="col" class="w-[24%] pt-2 font-normal">
              <span class="sr-only">Where the room lands</span>
              <div class="relative h-12" :style="{ width: rem(width) }">
                <svg :viewBox="`0 0 ${width} 10`" class="h-2.5 w-full absolute top-0 left-0" aria-hidden="true">
                  <rect
                    v-for="rung in shownWays.rungs"
                    :key="rung.stops"
                    :x="((track.top - rung.stops - 0.5) / (track.top - track.bottom)) * width"
                    :width="width / (track.top - track.bottom) + 0.5"
                    height="10"
                    :fill="`rgb(${rung.tone} ${rung.tone} ${rung.tone})`"
                  />
                </svg>
                <span
                  v-for="rung in shownWays.rungs.filter((r) => r.stops < track.top && r.stops > track.bottom)"
                  :key="rung.stops"
                  class="label absolute top-3.5 -translate-x-1/2"
                  :style="{ left: rem(xOf(track, rung.stops)) }"
                  aria-hidden="true"
                  >{{ shown(rung.stops) }}</span
                >
                <input
                  type="range"
                  class="wish absolute -left-2 bottom-0"
                  :min="-track.top"
                  :max="-track.bottom"
                  step="0.1"
                  :value="-level"
                  :style="{ width: rem(width + 16) }"
                  :aria-label="ways?.kept ? 'Level at which the room is kept' : 'Level below which the room is removed'"
                  :aria-valuetext="`${level < 0 ? 'minus ' : ''}${Math.abs(level).toFixed(1)} stops`"
                  @input="drag"
                  @change="letGo"
                />
              </div>
            </th>
            <th scope="col" class="w-[6.5%] px-2 py-2 text-right font-normal">Flash must rise</th>
            <th scope="col" class="w-[14%] px-2 py-2 text-left font-normal">Tightest unit</th>
            <th scope="col" class="w-[6%] px-2 py-2 text-right font-normal">Recycle</th>
            <th scope="col" class="w-[6.5%] px-2 py-2 text-right font-normal">In focus</th>
            <th scope="col" class="px-2 py-2 text-left font-normal">The catch</th>
            <th scope="col" class="w-22"><span class="sr-only">Try it</span></th>
          </tr>
        </thead>
        <tbody>
          <WayLine
            v-for="way in shownWays.ways"
            :key="way.id"
            :way="way"
            :ways="shownWays"
            :now="now"
            :width="width"
            @try="tryIt(way)"
            @use="room.use(way)"
          />
        </tbody>
        <tbody v-if="shownWays.other.ways.length > 0">
          <tr class="border-t border-edge">
            <th scope="rowgroup" colspan="8" class="cell wide px-4 py-2 text-left font-[650]">
              {{ shownWays.other.words }}
              <button
                v-if="!board.looksOn"
                type="button"
                class="label ml-3 h-8 rounded-key border border-line-2 px-2 font-normal hover:border-edge"
                @click="board.write(shownWays.other.entry)"
              >
                Wish for that
              </button>
            </th>
          </tr>
          <WayLine
            v-for="way in shownWays.other.ways"
            :key="way.id"
            :way="way"
            :ways="{ ...shownWays, kept: !shownWays.kept, wish: shownWays.other.wish }"
            :now="now"
            :width="width"
            @try="tryIt(way)"
            @use="room.use(way)"
          />
        </tbody>
      </table>
      <p class="border-t border-line px-4 py-3 text-text-2">
        {{ shownWays.helps }}
        <span class="text-text-3">{{ shownWays.looked_at.toLocaleString('en') }} combinations were looked at.</span>
      </p>
    </div>
    <HoldsDialog v-if="holding && board.scales" :scales="board.scales" @close="holding = false" />
  </section>
  <p v-else class="card px-4.5 py-4 text-text-2" role="status">
    {{ room.ways.failed.value ?? 'Looking for ways …' }}
  </p>
</template>

<style>
.ways .narrow-label {
  display: none;
}
.wish {
  appearance: none;
  background: none;
  height: 1.25rem;
  cursor: ew-resize;
}
.wish::-webkit-slider-thumb {
  appearance: none;
  width: 1rem;
  height: 1rem;
  background: var(--room);
  clip-path: polygon(50% 0, 94% 50%, 50% 100%, 6% 50%);
}
.wish::-moz-range-thumb {
  width: 1rem;
  height: 1rem;
  border: 0;
  border-radius: 0;
  background: var(--room);
  clip-path: polygon(50% 0, 94% 50%, 50% 100%, 6% 50%);
}
@media (width <= 62.5rem) {
  .ways,
  .ways tbody,
  .ways thead,
  .ways tr,
  .ways .cell {
    display: block;
    width: auto;
    text-align: left;
  }
  .ways thead th:not(:nth-child(2)) {
    display: none;
  }
  .ways thead th,
  .ways .cell {
    width: auto;
    padding: 0.125rem 1rem;
  }
  .ways tr {
    padding-block: 0.5rem;
  }
  .ways .narrow-label {
    display: inline;
    margin-right: 0.5rem;
    font-size: var(--text-label);
    font-weight: 400;
    color: var(--text-2);
  }
}
</style>

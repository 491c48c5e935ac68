<script setup lang="ts">
import { computed } from 'vue'
import type { Lane, Lit } from '@/api/client'
import PowerSlider, { type Setting } from '@/draw/PowerSlider.vue'
import RoleMark from '@/draw/RoleMark.vue'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import { smallOf } from '@/picture/roll'
import ChoiceList from '@/ui/ChoiceList.vue'
import PushButton from '@/ui/PushButton.vue'
import { usePhone } from '@/ui/phone'
import { ROOM, type Mix } from './mixed'

/** The lights of a mix, each with its frame and its own dial as a slider: filled as shot, hollow as tried. The room's dial is the shutter. */
const { mix } = defineProps<{ mix: Mix }>()
const board = useBoard()
const phone = usePhone()

const laneOf = (id: string): Lane | undefined => board.board?.lanes.find((l) => l.id === id)
const shots = computed(() => board.setup?.shots ?? [])
const mixed = computed(() => mix.mixed.value)
/** Shutter times as a dial has its settings: the longest is its full power. */
const shutters = computed<Setting[]>(() => {
  const times = mixed.value?.room?.shutters ?? []
  const whole = (n: number) => n % 3 === 0
  return times.map(({ written, stops }, n) => ({
    written,
    stops: stops - (times[0]?.stops ?? 0),
    label: whole(times.length - 1 - n) ? written : undefined,
  }))
})

const rows = computed(() => {
  const room = {
    id: ROOM,
    name: 'Room',
    role: 'room' as const,
    told: 'no flash',
    lit: 'no_flash' as Lit,
    has: mix.has.value.room,
    picture: mixed.value?.room?.picture,
    frame: mixed.value?.room?.frame,
    settings: shutters.value,
    shot: mixed.value?.as_shot.shutter,
    now: mixed.value?.exposure.shutter,
    over: undefined as number | undefined,
    warn: '',
  }
  const touched = (board.setup?.lights ?? []).filter((l) => l.unit || l.reading || mix.has.value.lights.includes(l.id))
  const lights = touched.map((light) => {
    const of = mixed.value?.lights.find((l) => l.light === light.id)
    const lane = laneOf(light.id)
    return {
      id: light.id,
      name: lane?.name ?? light.id,
      role: light.role,
      told: light.unit?.name ?? '',
      lit: { alone: light.id } as Lit,
      has: mix.has.value.lights.includes(light.id),
      picture: of?.picture,
      frame: of?.frame,
      settings: lane?.dial?.settings ?? [],
      shot: of?.as_shot ?? undefined,
      now: (mix.asShot.value ? of?.as_shot : (mix.tried.dials.get(light.id) ?? of?.dial)) ?? undefined,
      over: of?.over,
      warn: of?.changed ? 'changed since' : of?.stretched ? 'far from its frame' : '',
    }
  })
  return [room, ...lights]
})
type Row = (typeof rows.value)[number]

const signed = (stops: number) => `${stops < 0 ? '−' : '+'}${Math.abs(stops).toFixed(1)}`
const isTurned = (row: Row) => row.now !== undefined && row.now !== row.shot

function drop(row: Row, to: Setting | undefined): void {
  if (to) mix.turn(row.id, to.written)
  else mix.letGo()
}
const KEYS: Record<string, 'up' | 'down'> = { ArrowLeft: 'up', ArrowRight: 'down', ArrowUp: 'up', ArrowDown: 'down' }
function key(row: Row, event: KeyboardEvent): void {
  const way = KEYS[event.key]
  if (!way) return
  event.preventDefault()
  mix.step(row.id, way)
}

/** Frames that may be said to be of a light: those of which nothing else was said. */
const free = computed(() => shots.value.filter((s) => !s.lit))
const offered = computed(() => [
  { value: '', words: 'no frame yet' },
  ...free.value.map((s) => ({ value: s.picture, words: `Frame ${s.frame}` })),
])
const missing = computed(() => rows.value.filter((row) => !row.has))
/** As many frames as lights without one: most often they were shot in this order. */
const inOrder = computed(() => missing.value.length > 1 && free.value.length >= missing.value.length)
const say = (picture: string, lit: Lit) => picture && board.write({ frame_said: { picture, lit } })
function sayInOrder(): void {
  const last = free.value.slice(-missing.value.length)
  missing.value.forEach((row, n) => last[n] && say(last[n].picture, row.lit))
}
</script>

<template>
  <section class="card flex min-h-0 flex-col overflow-hidden" aria-label="Lights in the mix">
    <header class="flex min-h-12 flex-wrap items-center gap-x-3 gap-y-1 px-3 py-2">
      <h2 class="font-[650]">Lights in the mix</h2>
      <p class="label min-w-0 flex-1 text-text-2">filled as shot, hollow as tried</p>
      <PushButton v-if="inOrder" data-writes :disabled="board.still" @click="sayInOrder"
        >The last {{ missing.length }} frames, in this order</PushButton
      >
    </header>
    <ul class="min-h-0 flex-1 overflow-y-auto">
      <li
        v-for="row in rows"
        :key="row.id"
        class="row"
        :class="row.id === mix.chosen.value ? 'chosen' : ''"
        :aria-label="row.name"
        @focusin="mix.chooseLight(row.id)"
        @pointerdown="mix.chooseLight(row.id)"
      >
        <span class="surround" :class="mix.isOff(row.id) ? 'off' : ''">
          <img v-if="row.picture" :src="smallOf(row.picture)" :alt="`${row.name} alone`" draggable="false" />
        </span>
        <div class="min-w-0 py-2 pr-3">
          <div class="flex min-h-8 items-center gap-1.5">
            <RoleMark :role="row.role" />
            <b class="font-[650]">{{ row.name }}</b>
            <span class="label min-w-0 flex-1 truncate text-text-2">
              <span v-if="row.warn" class="text-warn">{{ row.warn }}</span><template v-else-if="row.frame"
                >frame {{ row.frame }}</template
              ><template v-if="!row.warn && !phone && row.told"
                ><template v-if="row.frame">, </template>{{ row.told }}</template
              >
            </span>
            <template v-if="row.has">
              <span class="label text-right whitespace-nowrap text-text-2 tabular-nums" aria-live="polite">
                <template v-if="mix.isOff(row.id)">off</template>
                <template v-else-if="isTurned(row)"
                  ><template v-if="row.over !== undefined && Math.abs(row.over) > 0.04"
                    >{{ signed(row.over) }}&ensp;</template
                  ><b class="font-[650] text-text">{{ row.now }}</b></template
                >
                <template v-else-if="row.shot"
                  >as shot <b class="font-[650] text-text">{{ row.shot }}</b></template
                >
              </span>
              <PushButton :aria-pressed="mix.isMuted(row.id)" @click="mix.mute(row.id)">Mute</PushButton>
              <PushButton :aria-pressed="mix.isAlone(row.id)" @click="mix.solo(row.id)">Alone</PushButton>
            </template>
            <ChoiceList
              v-else
              :model-value="''"
              :label="`Frame of ${row.name}`"
              :options="offered"
              small
              class="w-34"
              @update:model-value="say($event, row.lit)"
            />
          </div>
          <div
            v-if="row.has && row.settings.length > 1 && (!phone || row.id === mix.chosen.value)"
            class="slider"
            role="slider"
            tabindex="0"
            :aria-label="row.id === ROOM ? 'Shutter' : `Dial of ${row.name}`"
            :aria-valuenow="row.settings.findIndex((s) => s.written === row.now)"
            aria-valuemin="0"
            :aria-valuemax="row.settings.length - 1"
            :aria-valuetext="row.now ?? row.shot"
            @keydown="key(row, $event)"
          >
            <PowerSlider
              :named="row.name"
              :role="row.role"
              :settings="row.settings"
              :now="row.shot"
              :next="isTurned(row) ? row.now : undefined"
              @drag="mix.turn(row.id, $event.written, true)"
              @drop="drop(row, $event)"
            />
          </div>
          <p v-else-if="!row.has" class="label text-text-2">
            {{ row.id === ROOM ? 'Shoot one without flash.' : 'Shoot it alone, the others off.' }}
          </p>
        </div>
      </li>
    </ul>
    <footer class="border-t border-line px-3 py-2">
      <p
        v-for="(note, n) in mixed?.notes ?? []"
        :key="n"
        class="label flex gap-1.5"
        :class="note.good ? '' : 'text-warn'"
      >
        <svg viewBox="0 0 12 12" class="mt-1 h-3 w-3 shrink-0" aria-hidden="true">
          <path v-if="note.good" d="M1.5 6.5l3 3 6-7" fill="none" stroke="currentColor" stroke-width="1.8" />
          <path v-else d="M6 1.2l5 9.3H1zM6 4.6v2.8M6 8.6v1" fill="none" stroke="currentColor" stroke-width="1.3" />
        </svg>
        <span><WordLine :line="note.words" /></span>
      </p>
      <p v-if="!mix.hasAny.value" class="label text-text-2">
        Load one frame of each light alone, and one without flash: same camera, the sitter still. Then say here which is
        which.
      </p>
      <div v-else class="mt-1 flex flex-wrap items-center gap-2">
        <PushButton :disabled="!mix.canFind.value" @click="mix.find"
          >Find the dials{{ board.board?.ratio ? ` for ${board.board.ratio.shown}` : '' }}</PushButton
        >
        <span class="label min-w-0 flex-1 text-text-2" role="status"
          ><WordLine v-if="mix.notFound.value" :line="mix.notFound.value" /><template v-else
            >Key and fill are turned; the lit cheek stays as it is, unless a tone is wished.</template
          ></span
        >
      </div>
    </footer>
  </section>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 5.375rem minmax(0, 1fr);
  gap: 0.625rem;
  min-height: 6.25rem;
  border-top: 1px solid var(--line);
  border-left: 3px solid transparent;
}
.chosen {
  border-left-color: var(--text);
  background: color-mix(in srgb, var(--text) 5.5%, transparent);
}
/* Judged on grey, as the large one is. */
.surround {
  display: grid;
  margin: 0.5rem 0 0.5rem 0.5rem;
  place-items: center;
  background: #777777;
}
.off img {
  opacity: 0.25;
}
img {
  max-width: 3.75rem;
  max-height: 4.5rem;
}
.slider {
  border-radius: var(--radius-key, 6px);
}
</style>

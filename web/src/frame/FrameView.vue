<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { NamedPatch } from '@/api/client'
import CameraNow from '@/draw/CameraNow.vue'
import AwayBar from '@/look/AwayBar.vue'
import LookName from '@/look/LookName.vue'
import LooksOn from '@/look/LooksOn.vue'
import { useAsItStands } from '@/look/asItStands'
import { useBoard } from '@/look/board'
import { useMoment, type Moment } from '@/picture/choices'
import DropFrames from '@/picture/DropFrames.vue'
import { useForetold, type Wanted } from '@/picture/foretold'
import FramePicture from '@/picture/FramePicture.vue'
import TakeFrames from '@/picture/TakeFrames.vue'
import AppBar from '@/ui/AppBar.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { usePhone } from '@/ui/phone'
import { frameCommands } from './commands'
import ForetoldFoot from './ForetoldFoot.vue'
import FrameTitle from './FrameTitle.vue'
import { litChoices } from './lit'
import { useLess } from './less'
import { useMixed } from './mixed'
import MixedRows from './MixedRows.vue'
import MixedTitle from './MixedTitle.vue'
import MixedTones from './MixedTones.vue'
import PatchMarks from './PatchMarks.vue'
import { MOST, usePatches } from './patches'
import RollBar from './RollBar.vue'
import RollStrip from './RollStrip.vue'
import { CARD } from './shot'
import ShotFoot from './ShotFoot.vue'
import { useShots } from './shots'
import ShotTitle from './ShotTitle.vue'
import TonesCard from './TonesCard.vue'

/** The frame as plan and dials will give it, those that were shot, and those mixed: the picture, and its tones on the ladder's own scale. */
const { id } = defineProps<{ id: string }>()
const board = useBoard()
const router = useRouter()
const phone = usePhone()
const keysOpen = ref(false)
const grey = ref(false)
const card = ref(false)
const marks = ref(false)
/** Two frames are held against each other. */
const comparing = ref(false)
useAsItStands(() => id)
useTitle(() => (board.view ? `Frame · ${board.view.sitting.name} · Ink Lamp` : 'Ink Lamp'))

/** What is shown large. */
const source = ref<'foretold' | 'shot' | 'mixed'>('foretold')
const SOURCES = [
  { value: 'foretold', words: 'Foretold' },
  { value: 'shot', words: 'Shot' },
  { value: 'mixed', words: 'Mixed' },
] as const
const isForetold = computed(() => source.value === 'foretold')
const isShot = computed(() => source.value === 'shot')
const isMixed = computed(() => source.value === 'mixed')

const { moment, options, asked, placed, hasNext } = useMoment()
/** A picture of a moment, at a size; nothing before any light has a place. */
function wanted(of: Moment, width: number, height: number): Wanted | undefined {
  const what = placed.value ? asked(of) : undefined
  return what && { ...what, grey: grey.value, card: card.value, width, height }
}
const named = (all: { name?: string | null; at: { x: number; y: number; radius: number } }[]): NamedPatch[] =>
  all.map((t, n) => ({ ...t.at, name: t.name ?? `Patch ${n + 1}` }))
const tonesOf = () => large.frame.value?.patches ?? []
/** Of the picture that is asked for with them. */
const foretoldPatches = usePatches({ proposed: () => named(tonesOf()), tones: tonesOf }, () => id)
const large = useForetold(() => {
  const what = !isForetold.value ? undefined : wanted(moment.value, phone.value ? 390 : 480, phone.value ? 488 : 600)
  const { value: own } = foretoldPatches.asked
  return what && { ...what, marks: marks.value, ...(own ? { patches: own } : {}) }
})
/** The two moments that are not chosen stand small beside the chosen one; beside a frame that was shot, what was foretold of it. */
const others = computed(() => (!isForetold.value ? [] : options.value.filter((m) => m.value !== moment.value)))
const small = [0, 1].map((n) =>
  useForetold(() => {
    const of = others.value[n]?.value
    return of && wanted(of, 176, 220)
  }),
)
const ofShot = useForetold(() => (isForetold.value ? undefined : wanted('now', 176, 220)))
const shots = useShots(
  () => id,
  isShot,
  // Where they are foretold, they come with the picture; nowhere before that.
  () => (placed.value && !ofShot.wrong.value ? named(ofShot.frame.value?.patches ?? []) : undefined),
)
const { frames, shown, hasRoll, inSetup, lit } = shots
// A frame that comes in is what is looked at next; the first sight of a look is of what will be.
shots.onNew(() => (source.value = 'shot'))

const less = useLess({
  wanted: () => (isShot.value ? wanted('now', 176, 220) : undefined),
  picture: () => shown.value?.picture,
  foretold: () => ofShot.frame.value,
  patches: () => shots.patches.patches.value,
})
const beside = computed(() =>
  isShot.value
    ? [
        { words: 'Foretold', its: ofShot, none: undefined },
        { words: 'Shot less foretold', its: less.its, none: less.none.value },
      ]
    : others.value.flatMap(({ words }, n) => (small[n] ? [{ words, its: small[n], none: undefined }] : [])),
)

const mix = useMixed(
  () => id,
  isMixed,
  () => shots.patches.patches.value,
  grey,
  () => shown.value?.kept_width ?? 0,
)
const mixed = computed(() => mix.mixed.value)
const MIXED = [
  { value: 'shot', words: 'As shot' },
  { value: 'mixed', words: 'As mixed' },
] as const
const mixedMoment = computed<'shot' | 'mixed'>({
  get: () => (mix.asShot.value ? 'shot' : 'mixed'),
  set: (now) => (mix.asShot.value = now === 'shot'),
})
const mixedPicture = computed(() => {
  const now = mixed.value
  const named = shots.patches.patches.value.map((p, n) => ({ name: p.name, tone: now?.tones.patches[n]?.tone }))
  return now && { picture: now.picture, width: now.width, height: now.height, patches: named }
})
watch(
  () => id,
  () => (source.value = 'foretold'),
)
shots.onPressed(() => (source.value = 'shot'))
const lights = computed(() => litChoices(board.setup?.lights ?? [], board.board?.lanes ?? []))
const patches = computed(() => (isForetold.value ? foretoldPatches : shots.patches))
const names = computed(() => patches.value.patches.value.map((p) => p.name))
const tones = computed(() => names.value.map((_, n) => patches.value.toneOf(n)))
/** By name: where a place lies in a foretold frame and in one that was shot need not be the same. */
const foretold = computed(() => {
  const frame = ofShot.frame.value
  const all = (frame?.patches ?? []).flatMap((p) => (p.name && p.tone != null ? [[p.name, p.tone] as const] : []))
  return frame && { frame, tones: new Map(all) }
})
const spread = computed(() => (isShot.value ? shots.tones.value : large.frame.value))
const mixedFrom = computed(() => {
  const count = (mixed.value?.lights.length ?? 0) + (mixed.value?.room ? 1 : 0)
  return count === 1 ? '1 frame' : `${count} frames`
})
/** The large picture, and what stands in its place where there is none. */
const pictured = computed(() => {
  if (isMixed.value) {
    const none = mix.hasAny.value ? undefined : 'Say of a frame which light was on alone in it: then it can be mixed.'
    return { frame: mixedPicture.value, wrong: mix.wrong.value, named: 'The mix', none }
  }
  if (isShot.value) {
    const none = hasRoll.value ? 'Load a test frame: drop it here, or choose its file.' : 'Looking for the frames …'
    return { frame: shots.picture.value, wrong: shots.wrong.value, named: 'The frame as shot', none }
  }
  const { frame, drawn, wrong, busy } = large
  return {
    frame: frame.value,
    drawn: drawn.value,
    wrong: wrong.value,
    busy: busy.value,
    none: placed.value ? undefined : none,
  }
})
const none = 'Lay the lights on the plan, then the picture can be foretold.'
const next = computed(() => board.view?.board.next)
const unknown = computed(() =>
  (large.frame.value?.unknown ?? []).map((light) => board.board?.lanes.find((l) => l.id === light)?.name ?? light),
)
function choosePatch(n: number): boolean {
  const taken = patches.value.choose(n)
  // The light that moves it most is the one that keys turn.
  const light = foretoldPatches.toneOf(n)?.lights[0]?.light
  if (taken && light && isForetold.value) board.choose(light)
  return taken
}
function step(): void {
  if (isMixed.value) {
    mix.asShot.value = !mix.asShot.value
    return
  }
  if (isShot.value) {
    comparing.value = frames.value.length > 1
    return
  }
  const at = options.value.findIndex((m) => m.value === moment.value)
  moment.value = options.value[(at + 1) % options.value.length]?.value ?? 'now'
}
const take = useTemplateRef('take')
const commands = frameCommands({
  source: () => {
    const at = SOURCES.findIndex((s) => s.value === source.value)
    source.value = SOURCES[(at + 1) % SOURCES.length]?.value ?? 'foretold'
  },
  load: () => !board.still && take.value?.open(),
  moment: step,
  grey: () => (grey.value = !grey.value),
  card: () => (isMixed.value ? mix.choose('ground') : (card.value = !card.value)),
  marks: () => (isMixed.value ? mix.mute(mix.chosen.value) : (marks.value = !marks.value)),
  alone: () => isMixed.value && mix.solo(mix.chosen.value),
  light: (role) => isMixed.value && mix.choose(role),
  turn: (way) => isMixed.value && (mix.step(mix.chosen.value, way), true),
  wish: (by) => isMixed.value && mix.wish(patches.value.chosen.value, by),
  toBoard: () => isMixed.value && !document.activeElement?.closest('button, a') && mix.toBoard(),
  patch: (n) => choosePatch(n - 1),
  done: () => void board.doNext(),
  leave: () => void router.push({ name: 'board', params: { id } }),
})
</script>

<template>
  <div class="flex min-h-dvh flex-col" :class="phone ? '' : 'h-dvh min-h-180'">
    <header v-if="phone" class="flex h-11 items-center gap-2 px-3">
      <RouterLink :to="{ name: 'board', params: { id } }" class="flex h-11 items-center text-value text-text-2"
        >‹ Sitting&nbsp;{{ board.view?.sitting.number }}</RouterLink
      >
      <span class="text-value font-[650]">Frame</span>
      <RouterLink
        :to="{ name: 'plan', params: { id } }"
        class="ml-auto flex h-11 items-center px-1 text-value text-text-2"
        >Plan</RouterLink
      >
    </header>
    <AppBar v-else :board="id" :mend="board.board?.check?.count" @keys="keysOpen = true">
      <LookName />
      <CameraNow v-if="board.view" :camera="board.view.board.camera" />
    </AppBar>
    <AwayBar />
    <LooksOn v-if="board.looksOn" class="mx-2 mb-2" />
    <p v-if="board.failed" class="card mx-2 px-4.5 py-4 text-warn">{{ board.failed }}</p>
    <main
      v-else-if="board.view && board.scales"
      class="view grid min-h-0 flex-1 gap-2 px-2 pb-2"
      :class="isMixed ? 'mixed' : ''"
    >
      <h1 class="sr-only">Frame of {{ board.view.sitting.name }}, {{ board.view.name }}</h1>
      <MixedTitle v-if="isMixed" class="title" :mix />
      <ShotTitle v-else-if="next && isShot" class="title" :next :has-next :shots :foretold="ofShot.frame.value" />
      <FrameTitle v-else-if="next" v-model="moment" class="title" :next :has-next :unknown />
      <section class="card shown flex min-h-0 flex-col overflow-hidden" aria-label="Picture">
        <div class="flex flex-wrap items-center gap-1 px-3 py-2">
          <h2 class="sr-only">{{ SOURCES.find((s) => s.value === source)?.words }}</h2>
          <SegmentedChoice v-model="source" label="Foretold, shot or mixed" :options="SOURCES" />
          <TakeFrames ref="take" :look="id" :disabled="board.still" :bare="!isShot" />
          <template v-if="isMixed">
            <PushButton :aria-pressed="grey" @click="grey = !grey">Grey</PushButton>
            <SegmentedChoice v-model="mixedMoment" label="As shot or as mixed" :options="MIXED" class="ml-auto" />
          </template>
          <template v-else-if="isShot">
            <fieldset v-if="inSetup" :disabled="board.still" class="ml-auto flex items-center gap-1 max-phone:flex-1">
              <span class="label whitespace-nowrap text-text-2">Lit by</span>
              <ChoiceList
                v-model="lit"
                label="Lit by"
                :options="lights"
                class="w-44 max-phone:w-auto max-phone:flex-1"
              />
            </fieldset>
          </template>
          <template v-else>
            <PushButton :aria-pressed="grey" @click="grey = !grey">Grey</PushButton>
            <PushButton :aria-pressed="card" @click="card = !card">Card</PushButton>
            <PushButton :aria-pressed="marks" @click="marks = !marks">Clips</PushButton>
            <SegmentedChoice v-model="moment" label="Which moment" :options class="ml-auto" />
          </template>
        </div>
        <FramePicture class="pictured flex-1" v-bind="pictured">
          <template #default="{ frame }">
            <PatchMarks
              :patches="patches.patches.value"
              :chosen="patches.chosen.value"
              :aspect="frame.width / frame.height"
              :height="frame.height"
              @choose="choosePatch"
              @place="patches.place"
              @move="patches.move"
              @size="patches.size"
              @remove="patches.remove"
            />
          </template>
        </FramePicture>
        <RollStrip
          v-if="isShot && frames.length > 1"
          :frames
          :chosen="shown?.picture"
          :numbers="shots.numbers.value"
          @choose="shots.look"
        />
        <RollBar
          v-if="isShot && shown"
          v-model:comparing="comparing"
          :look="id"
          :frame="shown"
          :frames
          :numbers="shots.numbers.value"
          :card="shots.card.value"
          :follow="shots.follow"
          @rated="shots.refresh"
        />
        <div class="flex flex-wrap items-center gap-2 px-3 py-2">
          <ForetoldFoot v-if="isForetold" :scales="board.scales" :frame="large.frame.value" />
          <ShotFoot v-else-if="isShot" :shots />
          <p v-else class="label min-w-36 flex-1 text-text-2">
            <template v-if="mixed">
              <b class="font-[650] text-text">Mixed from {{ mixedFrom }}</b>
              ƒ{{ mixed.exposure.aperture }} · {{ mixed.exposure.shutter }} s · ISO {{ mixed.exposure.iso }}
            </template>
          </p>
          <PushButton v-if="isShot" :disabled="!spread || !names.length" @click="patches.add(CARD)"
            >Grey card</PushButton
          >
          <PushButton :disabled="!spread || !names.length || names.length >= MOST" @click="patches.add()"
            >Add a patch</PushButton
          >
          <PushButton v-if="patches.changed.value" @click="patches.propose">As proposed</PushButton>
        </div>
      </section>
      <MixedRows v-if="isMixed" class="beside mixing" :mix />
      <section v-else-if="!phone" class="card beside flex min-h-0 flex-col overflow-hidden" aria-label="Beside it">
        <template v-for="{ words, its, none: instead } in beside" :key="words">
          <h2 class="px-3 py-2 font-[650]">{{ words }}</h2>
          <FramePicture
            class="flex-1"
            :frame="its.frame.value"
            :drawn="its.drawn.value"
            :wrong="its.wrong.value"
            :none="instead ?? (placed ? undefined : none)"
            :named="words"
          />
        </template>
      </section>
      <MixedTones
        v-if="isMixed && mixed"
        class="tones"
        :tones="mixed.tones"
        :as-shot="mix.asShotTones.value"
        :patches="shots.patches.patches.value"
        :chosen="patches.chosen.value"
        :wishes="mix.wishes"
        @choose="choosePatch"
        @wish="mix.wish"
        @unwish="mix.unwish"
      />
      <TonesCard
        v-else-if="!isMixed && spread"
        class="tones"
        :frame="spread"
        :tones
        :names
        :chosen="patches.chosen.value"
        :shot="isShot"
        :foretold
        :ratio="isShot ? shots.tones.value?.ratio : undefined"
        :taught="shots.curve.value?.sure"
        @choose="choosePatch"
      />
      <section v-else class="card tones p-4 text-text-2" aria-label="Tones in the picture">
        <p v-if="isShot && hasRoll && !frames.length">The tones of a frame stand here once one is loaded.</p>
        <p v-else-if="isMixed">The tones of the mix stand here once there is one.</p>
        <p v-else-if="isForetold && !placed">
          {{ none }}
          <RouterLink :to="{ name: 'plan', params: { id } }" class="underline">To the plan</RouterLink>
        </p>
      </section>
    </main>
  </div>
  <DropFrames :look="id" />
  <ViewKeys v-model="keysOpen" :commands />
</template>

<style scoped>
.view {
  grid-template: 'title title title' auto 'shown beside tones' minmax(0, 1fr) / 31.75rem 13.25rem minmax(0, 1fr);
}
/* The lights of a mix need room for their dials. */
.mixed {
  grid-template-columns: 31.75rem 31rem minmax(0, 1fr);
}
.title {
  grid-area: title;
}
.shown {
  grid-area: shown;
}
.beside {
  grid-area: beside;
}
.tones {
  grid-area: tones;
}
@media (width < 72rem) {
  .view {
    grid-template: 'title' auto 'shown' auto 'tones' auto / minmax(0, 1fr);
  }
  .mixed {
    grid-template: 'title' auto 'shown' auto 'beside' auto 'tones' auto / minmax(0, 1fr);
  }
  .beside:not(.mixing) {
    display: none;
  }
  .shown {
    min-height: 34rem;
  }
  .pictured {
    min-height: 22.25rem;
  }
}
</style>

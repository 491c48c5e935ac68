<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import CameraNow from '@/draw/CameraNow.vue'
import WordLine from '@/draw/WordLine.vue'
import AwayBar from '@/look/AwayBar.vue'
import LookName from '@/look/LookName.vue'
import LooksOn from '@/look/LooksOn.vue'
import { useAsItStands } from '@/look/asItStands'
import { useBoard } from '@/look/board'
import { useMoment, type Moment } from '@/picture/choices'
import { useForetold, type Wanted } from '@/picture/foretold'
import FramePicture from '@/picture/FramePicture.vue'
import AppBar from '@/ui/AppBar.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { usePhone } from '@/ui/phone'
import type { StandIn } from '@/api/client'
import { frameCommands } from './commands'
import PatchMarks from './PatchMarks.vue'
import { MOST, usePatches } from './patches'
import TonesCard from './TonesCard.vue'

/** The frame as plan and dials will give it: the picture, and its tones on the ladder's own scale. */
const { id } = defineProps<{ id: string }>()
const board = useBoard()
const router = useRouter()
const phone = usePhone()
const keysOpen = ref(false)
const grey = ref(false)
const card = ref(false)
const marks = ref(false)
useAsItStands(() => id)
useTitle(() => (board.view ? `Frame · ${board.view.sitting.name} · Ink Lamp` : 'Ink Lamp'))

const { moment, options, asked, placed, hasNext } = useMoment()
/** A picture of a moment, at a size; nothing before any light has a place. */
function wanted(of: Moment, width: number, height: number): Wanted | undefined {
  const what = placed.value ? asked(of) : undefined
  return what && { ...what, grey: grey.value, card: card.value, width, height }
}
/** Of the picture that is asked for with them. */
const patches = usePatches(
  () => large.frame.value,
  () => id,
)
const large = useForetold(() => {
  const what = wanted(moment.value, phone.value ? 390 : 480, phone.value ? 488 : 600)
  return what && { ...what, marks: marks.value, ...(patches.asked.value ? { patches: patches.asked.value } : {}) }
})
/** The two that are not chosen stand small beside it. */
const others = computed(() => options.value.filter((m) => m.value !== moment.value))
const small = [0, 1].map((n) =>
  useForetold(() => {
    const of = others.value[n]?.value
    return of && wanted(of, 176, 220)
  }),
)
const names = computed(() => patches.patches.value.map((p) => p.name))
const tones = computed(() => names.value.map((_, n) => patches.toneOf(n)))
const none = 'Lay the lights on the plan, then the picture can be foretold.'
const next = computed(() => board.view?.board.next)
const unknown = computed(() =>
  (large.frame.value?.unknown ?? []).map((light) => board.board?.lanes.find((l) => l.id === light)?.name ?? light),
)
const face = computed<StandIn>({
  get: () => board.setup?.face ?? 'net_mender',
  set: (chosen) => board.write({ face: { face: chosen } }),
})

function choosePatch(n: number): boolean {
  const taken = patches.choose(n)
  // The light that moves it most is the one that keys turn.
  const light = patches.toneOf(n)?.lights[0]?.light
  if (taken && light) board.choose(light)
  return taken
}
function step(): void {
  const at = options.value.findIndex((m) => m.value === moment.value)
  moment.value = options.value[(at + 1) % options.value.length]?.value ?? 'now'
}
const commands = frameCommands({
  moment: step,
  grey: () => (grey.value = !grey.value),
  card: () => (card.value = !card.value),
  marks: () => (marks.value = !marks.value),
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
    <main v-else-if="board.view && board.scales" class="view grid min-h-0 flex-1 gap-2 px-2 pb-2">
      <h1 class="sr-only">Foretold frame of {{ board.view.sitting.name }}, {{ board.view.name }}</h1>
      <section
        v-if="next"
        class="card title flex items-center gap-x-4 gap-y-2 px-4.5 py-2"
        :class="phone ? 'flex-wrap' : ''"
        aria-label="Next move"
      >
        <p class="min-w-0 flex-1" :class="phone ? 'basis-full' : ''">
          <span class="block font-voice text-[1.625rem] leading-8" aria-live="polite"
            ><WordLine :line="next.say"
          /></span>
          <span class="label text-text-2"
            ><WordLine v-if="next.why[0]" :line="next.why[0]" /><template v-if="unknown.length">
              Not in the picture, since nothing is known of it yet: {{ unknown.join(', ').toLowerCase() }}.</template
            ></span
          >
        </p>
        <PushButton
          v-if="hasNext"
          :aria-pressed="moment === 'after'"
          @click="moment = moment === 'after' ? 'now' : 'after'"
          >Try it</PushButton
        >
        <button
          v-if="hasNext && next.action"
          type="button"
          data-writes
          class="flex h-8 items-center gap-2 rounded-key bg-act px-4 font-[650] text-act-t disabled:opacity-40"
          :disabled="board.still"
          @click="board.doNext()"
        >
          {{ next.action.label }} <KeyCap v-if="!phone">D</KeyCap>
        </button>
      </section>
      <section class="card shown flex min-h-0 flex-col overflow-hidden" aria-label="Picture">
        <div class="flex flex-wrap items-center gap-2 px-3 py-2">
          <h2 class="text-head font-[650]">Foretold</h2>
          <PushButton :aria-pressed="grey" @click="grey = !grey">In grey</PushButton>
          <PushButton :aria-pressed="card" @click="card = !card">Grey card</PushButton>
          <PushButton :aria-pressed="marks" @click="marks = !marks">Mark clipping</PushButton>
          <SegmentedChoice v-model="moment" label="Which moment" :options class="ml-auto" />
        </div>
        <FramePicture
          class="flex-1"
          :frame="large.frame.value"
          :drawn="large.drawn.value"
          :wrong="large.wrong.value"
          :busy="large.busy.value"
          :none="placed ? undefined : none"
        >
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
        <div class="flex flex-wrap items-center gap-2 px-3 py-2">
          <fieldset :disabled="board.still" class="contents">
            <span class="label text-text-2">Face</span>
            <ChoiceList v-model="face" label="Face" :options="board.scales.choices.faces" class="w-40" />
          </fieldset>
          <p class="label min-w-40 flex-1 text-text-2">
            <template v-if="large.frame.value && large.frame.value.shown < 0.97"
              >Head and shoulders out of a wider frame.</template
            >
            <template v-if="large.frame.value?.ground_stands_in">
              Nobody said what is behind: a usual ground stands in.</template
            >
          </p>
          <PushButton :disabled="patches.patches.value.length >= MOST" @click="patches.add">Add a patch</PushButton>
          <PushButton v-if="patches.changed.value" @click="patches.propose">As proposed</PushButton>
        </div>
      </section>
      <section v-if="!phone" class="card beside flex min-h-0 flex-col overflow-hidden" aria-label="The other moments">
        <template v-for="(other, n) in others" :key="other.value">
          <h2 class="px-3 py-2 font-[650]">{{ other.words }}</h2>
          <FramePicture
            class="flex-1"
            :frame="small[n]?.frame.value"
            :drawn="small[n]?.drawn.value"
            :wrong="small[n]?.wrong.value"
            :none="placed ? undefined : none"
            :named="other.words"
          />
        </template>
      </section>
      <TonesCard
        v-if="large.frame.value"
        class="tones"
        :frame="large.frame.value"
        :tones
        :names
        :chosen="patches.chosen.value"
        @choose="choosePatch"
      />
      <section v-else class="card tones p-4 text-text-2" aria-label="Tones in the picture">
        <p v-if="!placed">
          {{ none }}
          <RouterLink :to="{ name: 'plan', params: { id } }" class="underline">To the plan</RouterLink>
        </p>
      </section>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands />
</template>

<style scoped>
.view {
  grid-template: 'title title title' auto 'shown beside tones' minmax(0, 1fr) / 31.75rem 13.25rem minmax(0, 1fr);
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
  .beside {
    display: none;
  }
  .shown {
    min-height: 34rem;
  }
}
</style>

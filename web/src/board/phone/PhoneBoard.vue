<script setup lang="ts">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'
import { useWakeLock } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref } from 'vue'
import HowFields from '@/board/meter/HowFields.vue'
import { useReading } from '@/board/meter/reading'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import { useBoard } from '@/look/board'
import FNumber from '@/draw/FNumber.vue'
import RoleMark from '@/draw/RoleMark.vue'
import LaneCard from '@/board/cards/LaneCard.vue'
import CheckLine from '@/board/cards/CheckLine.vue'
import FindingList from '@/board/cards/FindingList.vue'
import WordLine from '@/draw/WordLine.vue'
import MeterKeys from './MeterKeys.vue'
import PhoneSheet from './PhoneSheet.vue'
import { useDrill } from '@/look/drill'
import { later } from '@/ui/later'
import SpineLadder from '@/draw/SpineLadder.vue'
import { rem } from '@/draw/measure'
import { timed } from '@/ui/times'
import LooksOn from '@/look/LooksOn.vue'

/** The board beside the sitter: one hand, no scroll, two taps a reading. */
const emit = defineEmits<{ work: [] }>()
const board = useBoard()
const drill = useDrill()
// Only a drill has it.
const DrillStrip = later(() => import('@/board/drill/DrillStrip.vue'))
const whole = ref('')
const tenth = ref('')
const howOpen = ref(false)
const laneOpen = ref(false)

const {
  meter,
  subjects: lanes,
  subject,
  read,
  how,
  entry,
  echo,
  gone,
} = useReading(() => (whole.value ? `${whole.value} ${tenth.value || '0'}` : ''))
const findings = computed(() => board.board?.findings ?? [])
const findingsOpen = ref(false)

// The screen stays on beside the sitter, where the browser can do that (it needs a secure address).
const wake = useWakeLock()
onMounted(() => void wake.request('screen').catch(() => undefined))
onUnmounted(() => void wake.release().catch(() => undefined))

const wrong = computed(() => (entry.value ? board.draftRefused?.problem.detail : gone.value))
const ghost = computed(() => {
  const lane =
    entry.value && board.draft && !board.draftInFull
      ? board.draft.board.lanes.find((l) => l.id === subject.value?.id)
      : undefined
  const mark = lane?.reading
  return lane && mark ? { lane: lane.id, stops: mark.stops, shown: mark.shown } : undefined
})

function clear(): void {
  whole.value = tenth.value = ''
}

function log(): void {
  const now = entry.value
  if (!now || wrong.value) return
  navigator.vibrate?.(12)
  clear()
  how.logged()
  board.write(now)
}

/** The simulated meter of a drill. */
async function measure(): Promise<void> {
  const of = subject.value?.id
  if (of) await drill.measure(of, how.how.value?.place ?? undefined, meter.iso.value || undefined)
}

function openLane(): void {
  if (subject.value) board.choose(subject.value.id)
  laneOpen.value = true
}

function done(): void {
  if (board.doNext()) navigator.vibrate?.(12)
}
function setAll(): void {
  if (board.setAll()) navigator.vibrate?.(12)
}
const next = computed(() => board.board?.next)
const all = computed(() => board.board?.set_all)
/** Set as large as it stands on two lines. */
const size = computed(() => {
  const letters =
    next.value?.say.reduce(
      (n, s) => n + ('text' in s ? s.text.length : 'strong' in s ? s.strong.length * 1.2 : 4),
      0,
    ) ?? 1
  return Math.round(Math.min(33, Math.max(20, 1320 / letters)))
})
const camera = computed(() => board.board?.camera)
const kept = computed(() => board.waiting)
const seenAt = computed(() => (board.kept ? timed('lately', board.kept) : ''))
</script>

<template>
  <main class="phone flex h-dvh min-h-160 flex-col gap-2 overflow-hidden px-2" aria-label="Board on the phone">
    <header class="col-span-full flex h-11 shrink-0 items-center gap-2 px-1">
      <RouterLink
        v-if="drill.run"
        to="/practice"
        class="flex h-11 items-center gap-1 text-value whitespace-nowrap text-text-2"
        >‹ Drill {{ drill.run.number }}</RouterLink
      >
      <RouterLink v-else to="/" class="flex h-11 items-center gap-1 text-value whitespace-nowrap text-text-2"
        >‹ <span class="max-[25rem]:sr-only">Sitting&nbsp;</span>{{ board.view?.sitting.number }}</RouterLink
      >
      <h1 class="sr-only">{{ board.view?.sitting.name }}, {{ board.view?.name }}</h1>
      <RouterLink
        v-if="board.view"
        :to="{ name: 'plan', params: { id: board.view.id } }"
        class="flex h-11 items-center px-1 text-value text-text-2"
        >Plan</RouterLink
      >
      <RouterLink
        v-if="board.view"
        :to="{ name: 'frame', params: { id: board.view.id } }"
        class="flex h-11 items-center px-1 text-value text-text-2"
        >Frame</RouterLink
      >
      <RouterLink
        v-if="board.view && board.known === 0"
        :to="{ name: 'check', params: { id: board.view.id } }"
        class="flex h-11 items-center px-1 text-value text-text-2"
        >Check</RouterLink
      >
      <span class="flex-1" />
      <button
        v-if="board.known > 0"
        type="button"
        class="h-11 rounded-key px-2 text-body font-[650] whitespace-nowrap"
        :class="board.spoils ? 'text-warn' : ''"
        @click="findingsOpen = true"
      >
        {{ board.spoils ? '! ' : '' }}{{ board.known }} to know
      </button>
      <button
        type="button"
        class="flex h-11 items-baseline gap-3 text-[1.0625rem] font-[650] whitespace-nowrap max-[25rem]:gap-2 max-[25rem]:text-value"
        aria-label="Camera and ways of working"
        :disabled="board.looksOn"
        @click="emit('work')"
      >
        <template v-if="camera"
          ><FNumber :f="camera.aperture" class="self-center" /><span class="self-center">{{ camera.shutter }}</span
          ><span class="self-center">ISO {{ camera.iso }}</span></template
        >
        <span v-else class="self-center text-head font-normal text-text-2">camera not set</span>
      </button>
    </header>

    <DrillStrip v-if="board.view?.run" phone class="col-span-full" />
    <section v-if="next" class="card flex h-38.75 shrink-0 flex-col px-3.5 pt-2 pb-3" aria-label="Next move">
      <h2
        class="line-clamp-3 flex-1 font-voice leading-[1.12] font-[430] tracking-[-0.01em]"
        :style="{ fontSize: rem(size) }"
        aria-live="polite"
      >
        <template v-if="drill.yours">{{ drill.run?.title }}: <b class="font-[700]">your move</b></template>
        <WordLine v-else :line="next.say" />
      </h2>
      <div class="flex items-end gap-3">
        <p class="min-w-0 flex-1 text-body leading-4.25 text-text-2" :class="all ? 'line-clamp-3' : 'line-clamp-2'">
          <span v-if="board.beforeFrame" class="text-warn"
            ><b class="font-[650]">Before the frame: </b><WordLine :line="board.beforeFrame.words"
          /></span>
          <span v-else-if="all" class="label leading-4 text-text">{{ all.words }}</span>
          <WordLine v-else-if="next.why[0]" :line="next.why[0]" />
        </p>
        <button
          v-if="all && !board.looksOn"
          type="button"
          class="h-11.5 shrink-0 rounded-key border border-edge px-3 text-head font-[650] disabled:opacity-50"
          :aria-label="`${all.action.label}: ${all.words}`"
          :disabled="board.busyWriting && !board.outOfReach"
          @click="setAll"
        >
          {{ all.action.label }}
        </button>
        <button
          v-if="next.action && !board.looksOn"
          type="button"
          class="h-11.5 shrink-0 rounded-key border px-5 text-gap font-[650] disabled:opacity-50"
          :class="entry ? 'border-edge' : 'border-act bg-act text-act-t'"
          :disabled="board.busyWriting && !board.outOfReach"
          @click="done"
        >
          {{ next.action.label }}
        </button>
      </div>
    </section>

    <SpineLadder v-if="board.board" class="min-h-0 flex-1" :board="board.board" :chosen="board.chosen" :ghost="ghost" />

    <!-- At the lower edge also before the board has come: nothing jumps. -->
    <LooksOn v-if="board.looksOn" class="mb-2" />
    <section
      v-else
      class="entry -mx-2 mt-auto shrink-0 rounded-t-[14px] bg-card px-2 pt-2 pb-3"
      aria-label="Meter entry"
    >
      <p v-if="board.view?.closed" class="px-1 pb-1 text-body text-warn" role="status">{{ board.view.closed }}</p>
      <p v-if="board.barred" class="px-1 pb-1 text-body text-warn" role="status">
        {{ board.barred }} {{ kept }} kept on this phone.
      </p>
      <p v-else-if="kept > 0 || board.kept" class="px-1 pb-1 text-body text-text-2" role="status">
        <template v-if="board.kept">Out of reach: as it was seen here on {{ seenAt }}. </template>
        <template v-if="kept > 0"
          >{{ kept }} kept on this phone{{ board.outOfReach ? ', sent when the connection is back' : '' }}</template
        >
      </p>
      <RadioGroup
        :model-value="subject?.id"
        class="flex min-h-11.5 gap-1 overflow-x-auto [scrollbar-width:none]"
        aria-label="What was read"
        @update:model-value="read"
      >
        <RadioGroupOption
          v-for="lane in lanes"
          :key="lane.id"
          :value="lane.id"
          class="flex h-11.5 min-w-13.5 flex-1 flex-col items-center justify-center gap-0.75 rounded-key border px-1 text-[0.78125rem]"
          :class="lane.id === subject?.id ? 'border-edge bg-raise font-[700]' : 'border-transparent text-text-2'"
        >
          <RoleMark v-if="lane.role" :role="lane.role" :size="15" />
          <svg v-else viewBox="0 0 14 10" class="h-2.75 w-3.75" aria-hidden="true">
            <path d="M1 1h12M1 5h12M1 9h12" stroke="currentColor" stroke-width="1.600" />
          </svg>
          <span class="whitespace-nowrap">{{ lane.name }}</span>
        </RadioGroupOption>
      </RadioGroup>
      <div class="flex h-14.5 items-center gap-3 px-1">
        <output
          class="w-27 shrink-0 text-[2.5rem] leading-none font-[650]"
          :aria-label="`Reading of ${subject?.name.toLowerCase()}`"
        >
          <template v-if="whole"
            ><i class="font-voice font-medium">ƒ</i>{{ whole }}<sup>{{ tenth || '0' }}</sup></template
          >
          <span v-else class="text-value font-normal text-text-3">two taps</span>
        </output>
        <div class="min-w-0 flex-1 text-body leading-4.25" aria-live="polite">
          <p v-if="wrong" class="text-warn">{{ wrong }}</p>
          <template v-else-if="echo">
            <p v-for="(line, i) in echo.lines.slice(0, 3)" :key="i" class="truncate text-text-2">
              <WordLine :line="line" />
            </p>
          </template>
          <p v-else-if="drill.run && !entry" class="text-text-2">{{ drill.says }}</p>
          <p v-else-if="entry && board.outOfReach" class="text-text-2">The server is out of reach; it is kept here.</p>
        </div>
        <button
          v-if="!entry && subject?.kind === 'light'"
          type="button"
          class="h-11 max-w-30 min-w-0 shrink-0 truncate rounded-key border border-line-2 px-2 text-body font-[650]"
          :aria-label="`Unit, dial and target of ${subject.name}`"
          @click="openLane"
        >
          {{ subject.dial?.now ?? 'unit, dial' }}
        </button>
        <button
          type="button"
          class="h-11 max-w-26 shrink-0 truncate rounded-key border border-line-2 px-2 text-body text-text-2"
          :aria-label="`How it is read: ${how.words.value}`"
          @click="howOpen = true"
        >
          {{ how.words.value }}
        </button>
      </div>
      <MeterKeys
        v-model:whole="whole"
        v-model:tenth="tenth"
        :stops="board.scales?.whole ?? []"
        :camera="camera?.aperture.number"
      />
      <div class="mt-2.5 flex gap-2">
        <button
          type="button"
          class="h-12.5 w-22 rounded-key border border-line-2 text-gap font-[650] disabled:opacity-50"
          :disabled="!board.canUndo"
          @click="board.undo()"
        >
          Undo
        </button>
        <button
          v-if="drill.run && !entry"
          type="button"
          class="h-12.5 flex-1 rounded-key bg-act text-gap font-[650] text-act-t disabled:opacity-50"
          :disabled="drill.busy || board.busyWriting || !subject"
          @click="measure"
        >
          Measure the {{ subject?.name.toLowerCase() }}
        </button>
        <button
          v-else
          type="button"
          class="h-12.5 flex-1 rounded-key text-gap font-[650] disabled:opacity-50"
          :class="entry ? 'bg-act text-act-t' : 'border border-line-2 text-text-2'"
          :disabled="!entry || Boolean(wrong)"
          @click="log"
        >
          Log {{ subject?.name.toLowerCase() }} reading
        </button>
      </div>
    </section>

    <PhoneSheet v-if="howOpen" title="How it is read" @close="howOpen = false">
      <div class="mt-4 grid grid-cols-2 gap-2">
        <LabelledField label="Meter's ISO"
          ><ChoiceList v-model="meter.iso.value" label="Meter's ISO" :options="meter.isos.value"
        /></LabelledField>
        <LabelledField label="Meter's time"
          ><ChoiceList v-model="meter.shutter.value" label="Meter's shutter time" :options="meter.shutters.value"
        /></LabelledField>
      </div>
      <HowFields :how="how" :kind="subject?.kind" class="mt-4" />
    </PhoneSheet>
    <PhoneSheet v-if="laneOpen" :title="board.lane?.name ?? 'Light'" @close="laneOpen = false">
      <LaneCard class="!px-0" />
    </PhoneSheet>
    <PhoneSheet v-if="findingsOpen" title="Worth knowing" @close="findingsOpen = false">
      <CheckLine class="mt-2" />
      <FindingList :findings class="mt-2" @mended="findingsOpen = false" />
    </PhoneSheet>
  </main>
</template>

<style scoped>
/* Lying on its side: what is said and drawn at the left, what is pressed at the right. */
@media (height <= 30rem) {
  .phone {
    display: grid;
    min-height: 0;
    grid-template-columns: 1fr 1fr;
    grid-template-rows: auto auto minmax(7.5rem, 1fr);
    overflow: auto;
  }

  .entry {
    grid-row: 2 / span 2;
    grid-column: 2;
    margin: 0;
    overflow-y: auto;
    border-radius: var(--radius-card);
  }
}
</style>

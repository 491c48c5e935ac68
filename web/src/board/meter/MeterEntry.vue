<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel, RadioGroup, RadioGroupOption } from '@headlessui/vue'
import { refDebounced } from '@vueuse/core'
import { computed, nextTick, shallowRef, useTemplateRef, watch } from 'vue'
import type { Refused } from '@/api/client'
import { useBoard } from '@/look/board'
import { useDrill } from '@/look/drill'
import { useNotices } from '@/ui/notices'
import ChoiceList from '@/ui/ChoiceList.vue'
import FNumber from '@/draw/FNumber.vue'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import WordLine from '@/draw/WordLine.vue'
import HowFields from './HowFields.vue'
import { useReading } from './reading'

/** One field, always ready: what the meter shows, of the light that is chosen. */
const board = useBoard()
const drill = useDrill()
const notices = useNotices()
const typed = defineModel<string>({ required: true })

const field = useTemplateRef('field')
const { meter, subjects, subject, read, how, entry, echo, gone } = useReading(() => typed.value)
const { iso, shutter, isos, shutters } = meter

// A reading that is half typed is no mistake yet: what is wrong is said once the hands rest.
const settled = refDebounced(typed, 500)
/** Why a reading that was logged came back. */
const sentBack = shallowRef<Refused>()
watch(typed, () => (sentBack.value = undefined))
const wrong = computed(() => {
  if (!entry.value) return gone.value
  const refused = sentBack.value ?? (settled.value === typed.value ? board.draftRefused : undefined)
  return refused?.problem.detail
})

/** Takes the reading out of the field at once, and keeps it until the server has it: the next one may be typed meanwhile. */
function log(): void {
  const now = entry.value
  const of = subject.value?.id
  if (!now || !of) return
  const [look, text, on] = [board.view?.id, typed.value, how.on.value]
  typed.value = ''
  how.logged()
  focus()
  board.write(now, async (refused) => {
    if (typed.value !== '' || board.view?.id !== look || subject.value?.id !== of) {
      notices.say(`“${text}” was not logged: ${refused.problem.detail}`, { warn: true })
      return
    }
    // What is not understood comes back to be mended: nothing typed is lost.
    typed.value = text
    how.on.value = on
    await nextTick()
    sentBack.value = refused
  })
}

/** The simulated meter of a drill, turned to what is chosen. */
async function measure(): Promise<void> {
  const of = subject.value?.id
  if (!of) return
  await drill.measure(of, how.how.value?.place ?? undefined, iso.value || undefined)
  focus()
}

function focus(): void {
  field.value?.focus()
}

function leave(): void {
  typed.value = ''
  field.value?.blur()
}

defineExpose({ focus, measure })
</script>

<template>
  <section class="card flex min-w-0 flex-col gap-1.5 p-2.5" aria-label="Meter entry">
    <RadioGroup
      :model-value="subject?.id"
      class="grid gap-0.5"
      :class="subjects.length > 6 ? 'grid-cols-5' : 'grid-cols-3'"
      aria-label="What was read"
      @update:model-value="read"
    >
      <RadioGroupOption
        v-for="lane in subjects"
        :key="lane.id"
        :value="lane.id"
        :title="lane.name"
        class="flex h-8 min-w-0 cursor-pointer items-center justify-center gap-1 rounded-key border px-1 text-body"
        :class="lane.id === subject?.id ? 'border-edge font-[700] text-text' : 'border-transparent text-text-2'"
        @click="focus()"
      >
        <RoleMark v-if="lane.role" :role="lane.role" :size="13" />
        <span :class="subjects.length > 6 ? (lane.role ? 'sr-only' : 'label') : 'truncate'">{{ lane.name }}</span>
        <span v-if="subjects.length > 6 && lane.nth" class="label -ml-1" aria-hidden="true">{{ lane.nth }}</span>
      </RadioGroupOption>
    </RadioGroup>
    <div class="relative h-13 shrink-0">
      <RoleMark
        v-if="subject?.role"
        :role="subject.role"
        :size="13"
        class="pointer-events-none absolute top-1/2 left-2.5 -translate-y-1/2"
      />
      <input
        ref="field"
        v-model="typed"
        data-entry
        class="h-full w-full rounded-key focus-visible:outline-offset-0 border bg-field pr-2 pl-7.5 text-entry font-[620] text-text placeholder:text-value placeholder:font-normal placeholder:text-text-3"
        :class="wrong ? 'border-warn' : 'border-edge'"
        :aria-label="`Reading of ${subject?.name.toLowerCase() ?? 'nothing'}`"
        :aria-invalid="wrong ? true : undefined"
        aria-describedby="meter-echo"
        placeholder="5.6 8"
        inputmode="decimal"
        autocomplete="off"
        spellcheck="false"
        maxlength="24"
        @keydown.enter.prevent="log"
        @keydown.esc.stop="leave"
      />
    </div>
    <div
      id="meter-echo"
      class="min-h-0 min-w-0 flex-1 overflow-hidden text-[0.78125rem] leading-4.25"
      aria-live="polite"
    >
      <p v-if="wrong" class="text-warn">{{ wrong }}</p>
      <template v-else-if="echo">
        <p v-for="(line, i) in echo.lines" :key="i" class="text-text-2">
          <b v-if="i === 0" class="mr-1 font-[650] text-text"><FNumber :f="echo.aperture" /></b
          ><WordLine :line="line" />
        </p>
      </template>
      <template v-else-if="drill.run">
        <p v-if="drill.says" class="text-text-2">{{ drill.says }}</p>
        <p v-else class="text-text-3">
          Turn the stand-in meter to the {{ subject?.name.toLowerCase() }} and press Measure, or type what it shows.
        </p>
      </template>
      <p v-else class="pt-1 text-text-3">
        Type it as on the meter:<br /><b class="font-[650] text-text-2">5.6 1</b> and <KeyCap>Enter</KeyCap>
      </p>
    </div>
    <PushButton
      v-if="drill.run"
      data-writes
      :disabled="drill.busy || board.still || board.busyWriting || !subject"
      @click="measure"
      >Measure the {{ subject?.name.toLowerCase() }} <KeyCap>X</KeyCap></PushButton
    >
    <span class="label text-text-2">Meter at</span>
    <div class="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto] items-center gap-1">
      <ChoiceList v-model="iso" label="Meter's ISO" :options="isos" small />
      <ChoiceList v-model="shutter" label="Meter's shutter time" :options="shutters" small />
      <Popover class="relative min-w-0">
        <PopoverButton
          class="label flex h-8 max-w-16 min-w-0 items-center rounded-key border border-line-2 px-2 text-text-2 hover:border-edge"
          :aria-label="`How it is read: ${how.words.value}`"
          ><span class="truncate">{{ how.words.value }}</span></PopoverButton
        >
        <PopoverPanel
          class="absolute right-0 z-30 mt-1 w-95 rounded-card border border-edge bg-card p-4"
          aria-label="How it is read"
        >
          <HowFields :how="how" :kind="subject?.kind" />
        </PopoverPanel>
      </Popover>
    </div>
  </section>
</template>

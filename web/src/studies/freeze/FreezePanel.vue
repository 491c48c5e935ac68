<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Movement, Scales, Study } from '@/api/client'
import { among, useEntryForm } from '@/forms/entry'
import { given, numberOf, shown } from '@/forms/numbers'
import { orNone } from '@/forms/offers'
import { useBoard } from '@/look/board'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import StudyHead from '@/studies/StudyHead.vue'
import TextField from '@/ui/TextField.vue'
import DurationPlot from './DurationPlot.vue'

/** What moves, how sharp it must be, and which power on which unit does it. */
const { study, scales } = defineProps<{ study: Study; scales: Scales }>()
const { usual } = scales
const board = useBoard()
const freeze = computed(() => study.freeze)
const kind = ref<Movement['kind'] | ''>('')
const blur = ref(shown(usual.movement.blur))
const speed = ref('')
const late = ref('')
const fallen = ref('')
const width = ref('')
watch(
  () => board.view?.setup.holds?.movement,
  (now) => {
    kind.value = now?.kind ?? ''
    if (!now) return
    blur.value = shown(now.blur)
    speed.value = shown(now.speed)
    late.value = shown(now.late)
    fallen.value = shown(now.fallen)
    width.value = shown(now.width)
  },
  { immediate: true },
)
const kinds = computed(() =>
  orNone(
    'nothing moves',
    freeze.value.offers.map((o) => ({ value: o.kind, words: o.name })),
  ),
)
const offer = computed(() => freeze.value.offers.find((o) => o.kind === kind.value))
const leftOut = (number: number) => `${number} where it is left out`
const { wrong, elsewhere, write } = useEntryForm(board, among('blur', 'speed', 'late', 'fallen', 'width'))

function save(): void {
  const before = board.view?.setup.holds ?? usual.holds
  const movement = kind.value && {
    kind: kind.value,
    blur: numberOf(blur.value),
    speed: given(speed.value),
    late: offer.value?.by_top ? given(late.value) : undefined,
    fallen: offer.value?.by_fall ? given(fallen.value) : undefined,
    width: given(width.value),
  }
  void write({ holds: { ...before, movement: movement || undefined } })
}
</script>

<template>
  <section class="grid gap-2" aria-label="Freeze">
    <StudyHead :title="freeze.title" :under="[freeze.fate, freeze.ghost].filter(Boolean).join(' ')" />
    <div class="grid grid-cols-[18.75rem_minmax(0,1fr)] gap-2 max-[62.5rem]:grid-cols-1">
      <form class="card grid content-start gap-3 p-4" aria-label="What moves" @submit.prevent="save">
        <LabelledField label="What moves"
          ><ChoiceList v-model="kind" label="What moves" :options="kinds"
        /></LabelledField>
        <template v-if="kind">
          <TextField v-model="blur" label="Blur allowed on the sitter" suffix="mm" :wrong="wrong('blur')" />
          <TextField
            v-model="speed"
            label="Its speed"
            suffix="m/s"
            :hint="`Usually ${offer?.speed}`"
            :wrong="wrong('speed')"
          />
          <TextField
            v-if="offer?.by_top"
            v-model="late"
            label="Caught how far from its top"
            suffix="s"
            :hint="leftOut(usual.movement.late)"
            :wrong="wrong('late')"
          />
          <TextField
            v-if="offer?.by_fall"
            v-model="fallen"
            label="Fallen how far"
            suffix="m"
            :hint="leftOut(usual.movement.fallen)"
            :wrong="wrong('fallen')"
          />
          <TextField
            v-model="width"
            label="How wide it is along its way"
            suffix="mm"
            :hint="`For the ghost; ${leftOut(usual.movement.width)}`"
            :wrong="wrong('width')"
          />
        </template>
        <button
          type="submit"
          class="inline-flex h-8 items-center justify-self-start rounded-key border border-act bg-act px-3 font-[650] text-act-t"
        >
          Work it out
        </button>
        <p v-if="elsewhere" class="label text-warn" role="alert">{{ elsewhere }}</p>
        <p v-if="offer?.caution" class="label text-warn">{{ offer.caution }}</p>
      </form>
      <div class="card min-w-0 p-4">
        <div class="flex flex-wrap items-baseline gap-x-6">
          <h2 class="text-head font-[650]">t0.1 by power</h2>
          <p v-if="freeze.movement" class="text-text-2">
            {{ freeze.speed }} when the light comes on<template v-if="freeze.pixels"
              >; {{ freeze.movement.blur }} mm are {{ freeze.pixels }}</template
            >
          </p>
        </div>
        <DurationPlot :freeze="freeze" :marked="scales.choices.durations" />
      </div>
    </div>
    <div class="card overflow-x-auto p-4">
      <table class="w-full text-left">
        <caption class="sr-only">
          Each light and the movement
        </caption>
        <thead class="label text-text-2">
          <tr>
            <th scope="col" class="py-1 font-normal">Light</th>
            <th scope="col" class="font-normal">Now</th>
            <th scope="col" class="font-normal">Short enough</th>
            <th scope="col" class="font-normal">What that costs</th>
            <th scope="col"><span class="sr-only">Set it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="light in freeze.lights" :key="light.id" class="border-t border-line align-top">
            <th scope="row" class="py-2 pr-4 font-normal">
              <span class="font-[650]"
                ><RoleMark :role="light.role" :size="12" /> {{ light.name }}, {{ light.unit }}</span
              >
              <span class="label block text-text-2">{{ light.kind }}</span>
            </th>
            <td class="py-2 pr-4 whitespace-nowrap">
              <b class="font-[650]">{{ light.now }}</b>
              <span class="label block text-text-2"
                >{{ light.now_time ?? 'not known'
                }}<template v-if="light.now_blur">, {{ light.now_blur }}</template></span
              >
            </td>
            <td class="py-2 pr-4">
              <template v-if="freeze.movement">
                <b class="font-[650]">{{ light.does ?? 'at no power' }}</b>
                <span v-if="light.freezes" class="label block text-text-2">✓ as it is set</span>
              </template>
            </td>
            <td class="py-2 pr-4 text-text-2">{{ light.costs }}</td>
            <td class="py-2 text-right">
              <PushButton v-if="light.entry" @click="board.write(light.entry)">Set {{ light.dial }}</PushButton>
            </td>
          </tr>
          <tr v-if="freeze.lights.length === 0">
            <td colspan="5" class="py-2 text-text-3">Say which units are on the lights: their tables decide.</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

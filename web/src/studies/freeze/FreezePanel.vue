<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Entry, Holds, Movement, Refused, Study } from '@/api/client'
import { numberOf } from '@/forms/numbers'
import { useBoard } from '@/look/board'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import StudyHead from '@/studies/StudyHead.vue'
import TextField from '@/ui/TextField.vue'
import DurationPlot from './DurationPlot.vue'

/** What moves, how sharp it must be, and which power on which unit does it. */
const { study } = defineProps<{ study: Study }>()
const board = useBoard()
const freeze = computed(() => study.freeze)
const kind = ref<Movement['kind'] | ''>('')
const blur = ref('2')
const speed = ref('')
const late = ref('')
const fallen = ref('')
const width = ref('')
const text = (n: number | null | undefined) => (n == null ? '' : String(n))
watch(
  () => board.view?.setup.holds?.movement,
  (now) => {
    kind.value = now?.kind ?? ''
    if (!now) return
    blur.value = text(now.blur)
    speed.value = text(now.speed)
    late.value = text(now.late)
    fallen.value = text(now.fallen)
    width.value = text(now.width)
  },
  { immediate: true },
)
const kinds = computed(() => [
  { value: '' as const, words: 'nothing moves' },
  ...freeze.value.offers.map((o) => ({ value: o.kind, words: o.name })),
])
const usual = computed(() => freeze.value.offers.find((o) => o.kind === kind.value)?.speed)
const refused = ref<Refused>()
const wrong = (field: string) => (refused.value?.isAt(field) ? refused.value.problem.detail : undefined)
const number = (typed: string) => (typed.trim() ? (numberOf(typed) as number) : undefined)

async function save(): Promise<void> {
  const before: Partial<Holds> = board.view?.setup.holds ?? {}
  const movement: Movement | undefined = kind.value
    ? {
        kind: kind.value,
        blur: numberOf(blur.value) as number,
        speed: number(speed.value),
        late: kind.value === 'jump_top' ? number(late.value) : undefined,
        fallen: kind.value === 'falling' ? number(fallen.value) : undefined,
        width: number(width.value),
      }
    : undefined
  const entry: Entry = { holds: { ...before, movement } }
  refused.value = await board.check(entry)
  if (!refused.value) board.write(entry)
}
</script>

<template>
  <section class="grid gap-2" aria-label="Freeze">
    <StudyHead :title="freeze.title" :under="[freeze.fate, freeze.ghost].filter(Boolean).join(' ')" />
    <div class="grid grid-cols-[300px_minmax(0,1fr)] gap-2 max-[999px]:grid-cols-1">
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
            :hint="`Usually ${usual}`"
            :wrong="wrong('speed')"
          />
          <TextField
            v-if="kind === 'jump_top'"
            v-model="late"
            label="Caught how far from its top"
            suffix="s"
            hint="0.05 where it is left out"
            :wrong="wrong('late')"
          />
          <TextField
            v-if="kind === 'falling'"
            v-model="fallen"
            label="Fallen how far"
            suffix="m"
            hint="0.3 where it is left out"
            :wrong="wrong('fallen')"
          />
          <TextField
            v-model="width"
            label="How wide it is along its way"
            suffix="mm"
            hint="For the ghost; 10 where it is left out"
            :wrong="wrong('width')"
          />
        </template>
        <button
          type="submit"
          class="inline-flex h-8 items-center justify-self-start rounded-key border border-act bg-act px-3 font-[650] text-act-t"
        >
          Work it out
        </button>
        <p v-if="kind === 'jump_top' || kind === 'falling' || kind === 'water'" class="label text-warn">
          Jumps, trampolines and water need their own safety plan: a clear floor, somebody to watch, no cables and no
          mains near water.
        </p>
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
        <DurationPlot :freeze="freeze" />
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

<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import type { RatioSpec, Scales, Schools } from '@/api/client'
import CameraCard from './CameraCard.vue'
import { among, useEntryForm } from '@/forms/entry'
import { given, numberOf, shown } from '@/forms/numbers'
import { byName, offers } from '@/forms/offers'
import { useBoard } from '@/look/board'
import { ratioWith } from '@/look/wishes'
import { useKit } from '@/look/kit'
import ChoiceList from '@/ui/ChoiceList.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import TextField from '@/ui/TextField.vue'
import WayRow from './WayRow.vue'

/** The ways of working in this look, each with what it does here; the transmitter and its groups; the mains, and the pace. */
const { scales } = defineProps<{ scales: Scales }>()
const emit = defineEmits<{ close: [] }>()
const { choices, usual } = scales
const board = useBoard()
const kit = useKit()
onMounted(() => kit.load().catch(() => undefined))

const schools = computed(() => board.meant<Schools>('schools') ?? board.view?.setup.schools ?? usual.schools)
const effects = computed(() => board.board?.schools)
/** One of the ways, as a field that writes all of them. */
function school<K extends keyof Schools>(key: K) {
  return computed({
    // The server always says all of them; only what is written may leave some out.
    get: () => schools.value[key] as Required<Schools>[K],
    set: (value) =>
      board.change<Schools>({
        of: 'schools',
        now: () => schools.value,
        next: (now) => ({ ...now, [key]: value }),
        entry: (to) => ({ schools: to }),
      }),
  })
}
const follow = school('follow')
const step = school('step')
const receptor = school('receptor')
const trim = school('trim')
const length = computed({
  get: () => board.board?.length ?? 'metres',
  set: (unit) => board.write({ length: { unit } }),
})

const ratio = computed(() => board.meant<RatioSpec>('ratio') ?? board.view?.setup.ratio ?? undefined)
const anchor = computed({
  get: () => ratio.value?.anchor ?? usual.ratio.anchor,
  set: (now) => board.change(ratioWith(ratio.value, { anchor: now })),
})
const convention = computed({
  get: () => ratio.value?.convention ?? usual.ratio.convention,
  set: (now) => board.change(ratioWith(ratio.value, { convention: now })),
})

const transmitter = computed({
  get: () => board.view?.setup.transmitter?.name ?? '',
  set: (name) =>
    board.write({ transmitter: { transmitter: kit.transmitters.find((t) => t.sheet.name === name)?.sheet } }),
})
const transmitters = computed(() => offers(byName(kit.transmitters), transmitter.value, 'none'))
const groups = computed(() => board.board?.groups)

const supplies = computed(() => board.view?.setup.supplies)
const volts = ref('')
const breaker = ref('')
const pace = ref('')
const mains = useEntryForm(board, among('volts', 'breaker', 'pace'))
watch(
  supplies,
  (now) => {
    volts.value = shown(now?.volts)
    breaker.value = shown((now ?? usual.supplies).breaker)
    pace.value = shown(now?.pace)
  },
  { immediate: true },
)
const saveSupplies = () =>
  mains.write({
    supplies: { volts: given(volts.value), breaker: numberOf(breaker.value), pace: given(pace.value) },
  })

const tone = ref<(typeof choices.tones)[number]['value']>('middle')
const gave = ref('')
const lit = computed(() => board.view?.setup.lights.filter((l) => l.unit) ?? [])
const lights = computed(() =>
  lit.value.map((l) => ({ value: l.id, words: board.board?.lanes.find((lane) => lane.id === l.id)?.name ?? l.id })),
)
const light = ref(lit.value[0]?.id ?? '')
const automatic = useEntryForm(board, () => 'gave')
async function saveAutomatic(): Promise<void> {
  const entry = { automatic: { light: light.value, gave: gave.value.trim(), tone: tone.value } }
  if (await automatic.write(entry)) emit('close')
}
</script>

<template>
  <ModalDialog open title="Ways of working" @close="emit('close')">
    <div class="mt-3 grid gap-4">
      <CameraCard :scales="scales" class="!bg-transparent !p-0 min-phone:hidden" />
      <section class="grid gap-2" aria-label="Schools">
        <WayRow label="Who follows" :effect="effects?.follow">
          <SegmentedChoice v-model="follow" label="Who follows" :options="choices.follows" />
        </WayRow>
        <WayRow label="Told in" :effect="effects?.step">
          <SegmentedChoice v-model="step" label="Differences told in" :options="choices.steps" />
        </WayRow>
        <WayRow label="A little off" :effect="effects?.trim">
          <SegmentedChoice v-model="trim" label="A light that is a little off is corrected" :options="choices.trims" />
        </WayRow>
        <WayRow label="The meter is held" :effect="effects?.receptor">
          <ChoiceList v-model="receptor" label="The meter is held" :options="choices.receptors" />
        </WayRow>
        <template v-if="ratio">
          <WayRow label="What lies on 0" :effect="effects?.anchor">
            <SegmentedChoice v-model="anchor" label="On 0 lies" :options="choices.anchors" />
          </WayRow>
          <WayRow
            :label="`${board.board?.ratio?.shown} means`"
            :effect="`${board.board?.ratio?.stops}; the same light is ${board.board?.ratio?.other}.`"
          >
            <SegmentedChoice v-model="convention" label="The ratio means" :options="choices.conventions" />
          </WayRow>
        </template>
        <WayRow label="Distances in">
          <SegmentedChoice v-model="length" label="Distances in" :options="choices.lengths" />
        </WayRow>
      </section>

      <section class="border-t border-line pt-3" aria-labelledby="work-transmitter">
        <div class="flex items-center gap-3">
          <h3 id="work-transmitter" class="flex-1 text-head font-[650]">Transmitter and groups</h3>
          <ChoiceList v-model="transmitter" label="Transmitter" :options="transmitters" class="w-40" />
        </div>
        <template v-if="groups">
          <p class="mt-2">{{ groups.words }}</p>
          <table v-if="groups.rows.length > 0" class="mt-1 text-left">
            <tbody>
              <tr v-for="row in groups.rows" :key="row.group">
                <th scope="row" class="pr-4 font-[650]">{{ row.group }}</th>
                <td class="pr-4 text-text-2">{{ row.lights }}</td>
                <td class="font-[650]">{{ row.set }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="groups.ratios.length > 0" class="label mt-2 flex flex-wrap gap-x-4 text-text-2">
            <span v-for="r in groups.ratios" :key="r.shown" :class="r.wanted ? 'font-[650] text-text' : ''"
              >{{ r.shown }} is {{ r.stops }}</span
            >
          </p>
        </template>
      </section>

      <form class="border-t border-line pt-3" aria-labelledby="work-mains" @submit.prevent="saveSupplies">
        <h3 id="work-mains" class="text-head font-[650]">Mains and pace</h3>
        <div class="mt-2 grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-3">
          <TextField v-model="volts" label="Mains here" suffix="V" :wrong="mains.wrong('volts')" />
          <TextField v-model="breaker" label="One circuit" suffix="A" :wrong="mains.wrong('breaker')" />
          <TextField v-model="pace" label="A frame each" suffix="s" :wrong="mains.wrong('pace')" />
          <button type="submit" class="h-8 rounded-key border border-edge px-3 font-[650]">Set</button>
        </div>
        <p v-if="mains.elsewhere.value" class="label mt-1 text-warn" role="alert">{{ mains.elsewhere.value }}</p>
        <template v-for="circuit in board.board?.circuits ?? []" :key="circuit.number">
          <p class="mt-2" :class="circuit.over ? 'font-[650]' : ''">
            Circuit {{ circuit.number }}: {{ circuit.words }}
          </p>
          <p class="label text-text-2">{{ circuit.units.join(', ') }}</p>
          <p class="label text-warn">{{ circuit.caution }}</p>
        </template>
      </form>

      <form
        v-if="lights.length > 0"
        class="border-t border-line pt-3"
        aria-labelledby="work-automatic"
        @submit.prevent="saveAutomatic"
      >
        <h3 id="work-automatic" class="text-head font-[650]">One automatic frame, then manual</h3>
        <div class="mt-2 grid grid-cols-[1fr_1fr_1fr_auto] items-end gap-3 max-[35rem]:grid-cols-2">
          <div>
            <span class="label text-text-2">Light</span>
            <ChoiceList v-model="light" label="Light" :options="lights" class="mt-1" />
          </div>
          <TextField
            v-model="gave"
            label="Automatic gave"
            :wrong="automatic.wrong('gave') ?? automatic.elsewhere.value"
          />
          <div>
            <span class="label text-text-2">Of</span>
            <ChoiceList v-model="tone" label="Tone of the scene" :options="choices.tones" class="mt-1" />
          </div>
          <button type="submit" class="h-8 rounded-key border border-edge px-3 font-[650]">Log</button>
        </div>
      </form>
    </div>
    <div class="mt-4 flex justify-end"><PushButton @click="emit('close')">Close</PushButton></div>
  </ModalDialog>
</template>

<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { answered, api, type Firing, type Question, type Scales, type Study } from '@/api/client'
import { among, useEntryForm, useForm, type Typed } from '@/forms/entry'
import { numberOf, scaledNumber } from '@/forms/numbers'
import { asTimes } from '@/forms/offers'
import { useBoard } from '@/look/board'
import ChoiceList from '@/ui/ChoiceList.vue'
import LabelledField from '@/ui/LabelledField.vue'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import StudyHead from '@/studies/StudyHead.vue'
import TextField from '@/ui/TextField.vue'
import CurtainDrawing from './CurtainDrawing.vue'
import FrameBand from './FrameBand.vue'

/** What the shutter does to flash, drawn; high-speed sync in its three places; the true sync time from test frames. */
const { study, scales } = defineProps<{ study: Study; scales: Scales }>()
const board = useBoard()
const shutter = computed(() => study.shutter)
const firing = computed<Firing>(() => board.meant<Firing>('firing') ?? board.view?.setup.firing ?? {})

const times = asTimes(scales.shutters)
const now = computed({
  get: () => board.view?.setup.camera?.exposure.shutter ?? '',
  set: (to) => {
    const e = board.view?.setup.camera?.exposure
    if (e) board.write({ camera: { aperture: e.aperture, shutter: to, iso: e.iso } })
  },
})

function toggle(place: string, on: boolean): void {
  const switched = (now: Firing) => {
    const high = { camera: false, transmitter: false, units: [], ...now.high_speed }
    const units = (high.units ?? []).filter((id) => id !== place)
    return place === 'camera' || place === 'transmitter'
      ? { ...high, [place]: on }
      : { ...high, units: on ? [...units, place] : units }
  }
  board.change<Firing>({
    of: 'firing',
    now: () => firing.value,
    next: (now) => ({ ...now, high_speed: switched(now) }),
    entry: (to) => ({ firing: to }),
  })
}

const delay = ref('')
const extra = ref('')
watch(
  firing,
  (f) => {
    delay.value = String(Math.round((f.delay ?? 0) * 1e5) / 100)
    extra.value = String(f.extra ?? 0)
  },
  { immediate: true },
)
const { wrong, write } = useEntryForm(board, among('delay', 'extra'))
const saveFiring = () =>
  write({
    firing: { ...firing.value, delay: scaledNumber(delay.value, 0.001), extra: numberOf(extra.value) },
  })

/** Clipped test frames, as they are typed: the time, and how much came out black. */
const frames = ref([{ shutter: '1/320', black: '' }])
const found = ref<Study['shutter']['found']>()
const finding = useForm()
function find(): void {
  const setup = board.view?.setup
  const typed = frames.value.filter((f) => f.black.trim())
  void finding.send(async () => {
    found.value = undefined
    if (!setup || typed.length === 0) throw new Error('Type how much of a test frame came out black, in per cent.')
    const question: Typed<Question> = {
      frames: typed.map((f) => ({ shutter: f.shutter, share: scaledNumber(f.black, 0.01) })),
    }
    const answer = await answered(api.POST('/api/study', { body: { setup, question: question as Question } }))
    found.value = answer.shutter.found
  })
}
function take(): void {
  for (const entry of found.value?.entries ?? []) board.write(entry)
  found.value = undefined
}
</script>

<template>
  <section class="grid gap-2" aria-label="Shutter">
    <StudyHead :title="shutter.title" :under="shutter.camera" />
    <p v-if="shutter.missing" class="card px-4.5 py-4">{{ shutter.missing }}</p>
    <div v-else class="grid grid-cols-[minmax(0,1fr)_18.75rem] gap-2 max-[62.5rem]:grid-cols-1">
      <div class="card min-w-0 p-4">
        <div class="mb-2 flex flex-wrap items-center gap-3">
          <h2 class="flex-1 text-head font-[650]">Curtains over time</h2>
          <span class="label text-text-2">Shutter</span>
          <ChoiceList v-model="now" label="Shutter time" :options="times" class="w-28" />
        </div>
        <CurtainDrawing :shutter="shutter" />
      </div>
      <div class="card p-4">
        <h2 class="mb-2 text-head font-[650]">On the frame</h2>
        <FrameBand :shutter="shutter" />
        <form class="mt-4 grid grid-cols-[1fr_auto] items-end gap-2" @submit.prevent="saveFiring">
          <TextField v-model="delay" label="Trigger delay" suffix="ms" :wrong="wrong('delay')" />
          <button type="submit" class="h-8 rounded-key border border-edge px-3 font-[650]">Set</button>
        </form>
      </div>
      <div class="card p-4">
        <h2 class="mb-1 text-head font-[650]">Each light through this shutter</h2>
        <table class="w-full text-left">
          <thead class="label text-text-2">
            <tr>
              <th scope="col" class="py-1 font-normal">Light</th>
              <th scope="col" class="font-normal">Unit and setting</th>
              <th scope="col" class="font-normal">Burns</th>
              <th scope="col" class="font-normal">Lost</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="light in shutter.lights" :key="light.id" class="border-t border-line">
              <th scope="row" class="py-1.5 pr-3 font-[650] whitespace-nowrap">
                <RoleMark :role="light.role" :size="12" /> {{ light.name }}
              </th>
              <td class="pr-3">{{ light.unit }}</td>
              <td class="pr-3 text-text-2">{{ light.duration }}</td>
              <td :class="(light.lost ?? 0) < -0.1 ? 'font-[650]' : 'text-text-2'">{{ light.words }}</td>
            </tr>
            <tr v-if="shutter.lights.length === 0">
              <td colspan="4" class="py-2 text-text-3">Say which unit is on a light, and its pulse is drawn.</td>
            </tr>
          </tbody>
        </table>
      </div>
      <form class="card p-4" aria-labelledby="find-sync" @submit.prevent="find">
        <h2 id="find-sync" class="text-head font-[650]">Find the true sync time</h2>
        <p class="label mt-1 text-text-2">
          Shoot test frames too short to sync, flash only, and type how much of each came out black.
        </p>
        <div v-for="(frame, i) in frames" :key="i" class="mt-2 grid grid-cols-2 gap-2">
          <LabelledField label="Shot at"
            ><ChoiceList v-model="frame.shutter" :label="`Frame ${i + 1} shot at`" :options="times"
          /></LabelledField>
          <TextField v-model="frame.black" label="Black" suffix="%" />
        </div>
        <div class="mt-3 flex gap-2">
          <PushButton :disabled="frames.length >= 20" @click="frames.push({ shutter: '1/400', black: '' })"
            >Another frame</PushButton
          >
          <button type="submit" class="h-8 rounded-key border border-edge px-3 font-[650]">Find it</button>
        </div>
        <p v-if="finding.elsewhere.value" class="mt-2 text-warn" role="alert">{{ finding.elsewhere.value }}</p>
        <div v-if="found" class="mt-2" role="status">
          <p>{{ found.words }}</p>
          <PushButton class="mt-2" @click="take">Set sync and delay so</PushButton>
        </div>
      </form>
      <div
        v-if="!shutter.leaf"
        class="card col-span-2 grid grid-cols-[1fr_1fr_16.25rem] gap-6 p-4 max-[62.5rem]:col-span-1 max-[62.5rem]:grid-cols-1"
      >
        <fieldset>
          <legend class="mb-1 text-head font-[650]">High-speed sync is switched on at</legend>
          <label v-for="place in shutter.places" :key="place.id" class="flex min-h-8 items-center gap-2">
            <input
              type="checkbox"
              class="h-4 w-4 accent-text"
              :checked="place.on"
              :disabled="Boolean(place.not) && !place.on"
              @change="toggle(place.id, ($event.target as HTMLInputElement).checked)"
            />
            <span :class="place.not ? 'text-text-3' : ''">{{ place.words }}</span>
            <span v-if="place.not" class="label text-text-2">{{ place.not }}</span>
          </label>
          <p class="label mt-1 text-text-2">
            {{
              shutter.past_sync
                ? 'The shutter is past sync: it is needed.'
                : 'The shutter is within sync: it is not needed now.'
            }}
          </p>
          <p v-if="shutter.together" class="mt-2">{{ shutter.together }}</p>
        </fieldset>
        <table v-if="shutter.table.length > 0" class="self-start text-left">
          <caption class="label pb-1 text-left text-text-2">
            What it costs, by shutter time
          </caption>
          <thead class="label text-text-2">
            <tr>
              <th scope="col" class="font-normal">Shutter</th>
              <th scope="col" class="text-right font-normal">Flash</th>
              <th scope="col" class="text-right font-normal">Room</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="row in shutter.table"
              :key="row.shutter"
              class="border-t border-line"
              :class="row.now ? 'font-[650]' : ''"
            >
              <th scope="row" class="py-1 font-[inherit]">{{ row.shutter }}<span v-if="row.now"> (set)</span></th>
              <td class="text-right">−{{ Math.abs(row.flash).toFixed(1) }}</td>
              <td class="text-right">−{{ Math.abs(row.room).toFixed(1) }}</td>
            </tr>
          </tbody>
        </table>
        <form class="grid content-start gap-2" @submit.prevent="saveFiring">
          <TextField
            v-model="extra"
            label="A test frame lost more than that by"
            suffix="stops"
            :wrong="wrong('extra')"
            hint="Ordinary flash meters can't read it: the test frame is the meter."
          />
          <button type="submit" class="h-8 justify-self-start rounded-key border border-edge px-3 font-[650]">
            Calibrate
          </button>
        </form>
      </div>
    </div>
  </section>
</template>

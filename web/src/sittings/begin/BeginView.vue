<script setup lang="ts">
import { useMediaQuery, useTitle } from '@vueuse/core'
import { v7 } from 'uuid'
import { computed, nextTick, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useAsking } from '@/api/asking'
import { answered, api, type Beginning, type Entry, type Scales, type StartOffered } from '@/api/client'
import SpineLadder from '@/draw/SpineLadder.vue'
import WordLine from '@/draw/WordLine.vue'
import { useForm } from '@/forms/entry'
import { byName, offers } from '@/forms/offers'
import StepField from '@/forms/StepField.vue'
import { useGear } from '@/look/gear'
import { useKit } from '@/look/kit'
import AppBar from '@/ui/AppBar.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import { may } from '@/ui/who'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { entriesOf, formOf, type Form } from './form'
import LightRows from './LightRows.vue'
import StartTiles from './StartTiles.vue'
import { timed } from '@/ui/times'

/** A new sitting: from nothing to the first sentence by a name and Enter. Everything else may stay as it is, and is set as it is shown. */
const { from } = defineProps<{ from?: string }>()
const router = useRouter()
const kit = useKit()
const gear = useGear()
const narrow = useMediaQuery('(width < 56.25rem)')
const more = ref(false)
const keysOpen = ref(false)
useTitle('A new sitting · Ink Lamp')

const name = ref('')
const field = useTemplateRef('field')
const starts = shallowRef<StartOffered[]>()
const scales = shallowRef<Scales>()
const failed = ref<string>()
const picked = ref(0)
const start = computed(() => starts.value?.[picked.value])
const form = ref<Form>()
/** A date is name enough. */
const today = timed('day', new Date())

async function load(): Promise<void> {
  failed.value = undefined
  // Without the kit one begins all the same, with what any unit can stand for.
  const kits = kit.load().catch(() => undefined)
  try {
    const [all, marks] = await Promise.all([
      answered(api.GET('/api/begin', { params: { query: { from } } })),
      answered(api.GET('/api/scales')),
      kits,
    ])
    ;[starts.value, scales.value] = [all, marks]
    pick(all.length > 1 ? 1 : 0)
    await nextTick()
    field.value?.focus()
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)

function pick(n: number): void {
  picked.value = n
  if (start.value && scales.value) form.value = formOf(start.value, scales.value)
}

const entries = computed(() =>
  form.value && start.value && scales.value
    ? entriesOf(
        form.value,
        start.value,
        scales.value,
        gear,
        kit.cameras.map((c) => c.sheet),
      )
    : [],
)
const body = computed(() => ({
  from: start.value?.look ?? undefined,
  entries: entries.value.map((e) => e.entry as Entry),
}))

// Any change says at once what the board would say.
const asking = useAsking(async (now: typeof body.value) => answered(api.POST('/api/begin', { body: now })))
watch(body, (now) => start.value && void asking.ask(now))
const begins = shallowRef<Beginning>()
watch(asking.answer, (now) => {
  // What is half typed leaves what was foretold before.
  if (now?.begins) begins.value = now.begins
})
/** The part of the form that a problem's path means. */
const partOf = (path: string) => entries.value[Number(/^entries\[(\d+)\]/.exec(path)?.[1])]?.of
const sending = useForm(partOf)
/** What is wrong with a part, as it is typed or once it was sent. */
function wrong(part: string): string | undefined {
  const refused = asking.answer.value?.refused
  return sending.wrong(part) ?? (refused?.field && partOf(refused.field) === part ? refused.detail : undefined)
}

/** Made once, however often it is sent. */
const ids = { id: v7(), look: { id: v7(), name: 'Look 1' } }
async function begin(): Promise<void> {
  if (!start.value) return
  const all = { ...ids, ...body.value, name: name.value.trim() || today }
  const done = await sending.send(() => answered(api.POST('/api/sittings', { body: all })))
  if (done) await router.push({ name: 'board', params: { id: ids.look.id } })
}

const bodies = computed(() => offers(byName(kit.cameras), form.value?.body ?? '', 'camera not said'))
const DIALS = [
  { dial: 'aperture', label: 'Aperture', before: 'ƒ' },
  { dial: 'shutter', label: 'Shutter time', after: 's' },
  { dial: 'iso', label: 'ISO', before: 'ISO' },
] as const
const lists = computed(() => ({
  aperture: scales.value?.apertures ?? [],
  shutter: scales.value?.shutters ?? [],
  iso: scales.value?.isos ?? [],
}))
type Dial = (typeof DIALS)[number]['dial']
function stepped(dial: Dial, by: 1 | -1): void {
  if (!form.value) return
  const { [dial]: all } = lists.value
  form.value.exposure[dial] = all[all.indexOf(form.value.exposure[dial]) + by] ?? form.value.exposure[dial]
}
async function typed(dial: Dial, text: string): Promise<string | undefined> {
  if (!form.value) return undefined
  const exposure = { ...form.value.exposure, [dial]: text }
  const { refused } = await answered(api.POST('/api/begin', { body: { entries: [{ camera: exposure } as Entry] } }))
  if (refused) return refused.detail
  form.value.exposure = exposure
  return undefined
}
/** Only key and fill have a ratio. */
const paired = computed(() =>
  (['key', 'fill'] as const).every((r) => form.value?.rows.some((l) => l.on && l.role === r)),
)
function ratioBy(by: number): void {
  if (!form.value) return
  const now = Number.parseFloat(form.value.ratio) || 3
  form.value.ratio = `${Math.max(1.1, Math.round((now + by) * 10) / 10)} : 1`
}
async function ratioTyped(text: string): Promise<string | undefined> {
  if (form.value) form.value.ratio = text.includes(':') ? text : `${text} : 1`
  return undefined
}
const ROOMS = [
  { value: 'remove', words: 'Room removed' },
  { value: 'keep', words: 'Room kept' },
] as const
const GROUNDS = [
  { value: 'open', words: 'Ground open' },
  { value: 'grey', words: 'Grey' },
  { value: 'black', words: 'Black' },
  { value: 'white', words: 'White' },
] as const
/** The right column says it in full; on the phone what is most wanted comes first. */
const whole = computed(() => !narrow.value || more.value)
</script>

<template>
  <div class="mx-auto flex min-h-dvh max-w-400 flex-col" :class="narrow ? '' : 'h-dvh'">
    <AppBar @keys="keysOpen = true" />
    <p v-if="!may('keep')" class="card mx-2 px-4 py-3">New sittings are the owner’s to begin.</p>
    <p v-else-if="failed" class="card mx-2 flex items-center gap-3 px-4 py-3 text-warn" role="alert">
      {{ failed }} <PushButton @click="load">Try again</PushButton>
    </p>
    <form
      v-else-if="form && starts && start && scales"
      class="grid min-h-0 flex-1 gap-2 px-2 pb-2"
      :class="narrow ? 'grid-rows-[1fr_auto]' : 'grid-cols-[minmax(0,1fr)_17rem]'"
      aria-label="A new sitting"
      @submit.prevent="begin"
      @keydown.esc="router.push('/')"
    >
      <main class="card min-h-0 overflow-y-auto p-5 max-phone:p-3">
        <div class="flex items-start gap-3">
          <div class="flex-1">
            <h1 class="font-voice text-title font-[430] tracking-[-0.012em] max-phone:text-[1.625rem]">
              A new sitting
            </h1>
            <p class="text-text-2">Everything below may stay as it is. <KeyCap>Enter</KeyCap> begins.</p>
          </div>
          <PushButton @click="router.push('/')">Put away <KeyCap>Esc</KeyCap></PushButton>
        </div>

        <div class="part">
          <label for="begin-name" class="part-name">Who</label>
          <div class="flex flex-wrap items-center gap-3">
            <input
              id="begin-name"
              ref="field"
              v-model="name"
              class="h-8 w-72 max-w-full rounded-key border border-edge bg-field px-3 text-head max-phone:h-11"
              :placeholder="today"
              maxlength="60"
              autocomplete="off"
            />
            <span class="text-text-2">by trade or by any name; a date is enough</span>
          </div>
        </div>

        <div class="part">
          <div id="begin-from">
            <span class="part-name">Start from</span>
            <p class="label text-text-2">a look is copied, never changed</p>
          </div>
          <StartTiles :starts :picked labelled="begin-from" @pick="pick" />
        </div>

        <button v-if="narrow" type="button" class="part-name h-11" :aria-expanded="more" @click="more = !more">
          {{ more ? 'Less' : 'More: camera, lights, wish' }}
        </button>
        <template v-if="whole">
          <div class="part">
            <span class="part-name">Camera</span>
            <div>
              <div class="flex flex-wrap gap-2">
                <ChoiceList v-model="form.body" label="Camera" :options="bodies" class="w-33" />
                <StepField
                  v-for="d in DIALS"
                  :key="d.dial"
                  :label="d.label"
                  :before="'before' in d ? d.before : ''"
                  :after="'after' in d ? d.after : ''"
                  :value="form.exposure[d.dial]"
                  :write="(text: string) => typed(d.dial, text)"
                  class="w-36"
                  down
                  up
                  @down="stepped(d.dial, -1)"
                  @up="stepped(d.dial, 1)"
                />
              </div>
              <p v-if="wrong('camera')" class="label mt-1 text-warn" role="alert">{{ wrong('camera') }}</p>
            </div>
          </div>

          <div class="part">
            <div>
              <span class="part-name">Lights</span>
              <p class="label text-text-2">
                {{ start.look ? 'as they stood last time' : 'what is not known may wait' }}
              </p>
            </div>
            <LightRows v-model="form.rows" :start :wrong />
          </div>

          <div class="part">
            <span class="part-name">Wish</span>
            <div>
              <div class="flex flex-wrap items-center gap-3">
                <StepField
                  label="Ratio, lit : shadow"
                  :value="paired ? form.ratio : undefined"
                  :write="paired ? ratioTyped : undefined"
                  class="w-33"
                  :down="paired"
                  :up="paired"
                  @down="ratioBy(-0.5)"
                  @up="ratioBy(0.5)"
                >
                  <template v-if="!paired" #default>no fill</template>
                </StepField>
                <SegmentedChoice v-model="form.room" label="The room is to be" :options="ROOMS" />
                <SegmentedChoice v-model="form.ground" label="The ground is to be" :options="GROUNDS" />
              </div>
              <p v-for="of in ['ratio', 'room', 'ground'].filter(wrong)" :key="of" class="label mt-1 text-warn">
                {{ wrong(of) }}
              </p>
            </div>
          </div>

          <div v-if="kit.loaded && kit.strobes.length === 0" class="part">
            <span class="part-name">No kit yet?</span>
            <p class="text-text-2">
              Leave the units at <b class="font-[650] text-text">a strobe</b>: its dial is taken as 1/1 to 1/128 in
              tenths, and every move is also said in stops.
              <RouterLink to="/kit" class="underline">Write up your kit</RouterLink>
              when there is time.
            </p>
          </div>
        </template>
      </main>

      <aside class="card flex min-h-0 flex-col gap-3 overflow-y-auto p-4" aria-label="Then the board says">
        <template v-if="whole && begins">
          <div aria-live="polite">
            <p class="text-text-2">Then the board says</p>
            <p class="mt-1 font-voice text-[1.5rem] leading-7.25 font-[430]">
              <WordLine :line="begins.board.next.say" />
            </p>
            <p v-for="(line, i) in begins.board.next.why" :key="i" class="mt-2 text-text-2">
              <WordLine :line="line" />
            </p>
          </div>
          <SpineLadder :board="begins.board" wished class="-mx-4 h-65 shrink-0 rounded-none! border-y border-line" />
          <dl class="grid grid-cols-[auto_1fr]">
            <template
              v-for="row in [
                {
                  is: 'Lit : shadow',
                  words: begins.board.ratio
                    ? `${begins.board.ratio.shown}, ${begins.board.ratio.anchor}`
                    : 'no ratio yet',
                },
                { is: 'Kit', words: begins.kit },
                ...(begins.tightest ? [{ is: 'Tightest', words: begins.tightest }] : []),
                { is: 'Readings', words: `${begins.readings} to the first frame` },
                { is: 'Likely time', words: begins.time },
              ]"
              :key="row.is"
            >
              <dt class="border-b border-line py-1.5 pr-3 text-text-2">{{ row.is }}</dt>
              <dd class="border-b border-line py-1.5 text-right font-[650]">{{ row.words }}</dd>
            </template>
          </dl>
          <p v-for="(line, i) in begins.troubles" :key="i" class="label text-warn"><WordLine :line="line" /></p>
        </template>
        <p v-if="asking.failed.value" class="text-warn">{{ asking.failed.value }}</p>
        <div class="mt-auto">
          <p v-if="sending.elsewhere.value" class="mb-2 text-warn" role="alert">{{ sending.elsewhere.value }}</p>
          <button
            type="submit"
            class="flex h-11 w-full items-center justify-center gap-3 rounded-key bg-act text-head font-[650] text-act-t disabled:opacity-50"
            :disabled="sending.busy.value"
          >
            Begin <KeyCap v-if="!narrow">Enter</KeyCap>
          </button>
        </div>
      </aside>
    </form>
  </div>
  <ViewKeys v-model="keysOpen" :commands="[]" />
</template>

<style scoped>
.part {
  display: grid;
  grid-template-columns: 8.75rem minmax(0, 1fr);
  gap: 0.625rem 0.8125rem;
  border-top: 1px solid var(--line);
  margin-top: 0.8125rem;
  padding-top: 0.8125rem;
}

.part-name {
  font-weight: 650;
}

@media (width < 45rem) {
  .part {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>

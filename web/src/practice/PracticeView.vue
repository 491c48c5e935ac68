<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { answered, api, type DrillView, type PracticeView, type Setup } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import AppBar from '@/ui/AppBar.vue'
import KeyCap from '@/ui/KeyCap.vue'
import PipRow from '@/ui/PipRow.vue'
import PushButton from '@/ui/PushButton.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { spent } from '@/ui/times'
import { may } from '@/ui/who'
import DrillCard from './DrillCard.vue'
import { useBegin } from './begin'
import { drillCommands } from './commands'
import { useHow } from './how'

/** Drills, in the order of the work: what each asks, how near to the shortest way one came, and which to try next. */
const keysOpen = ref(false)
const view = shallowRef<PracticeView>()
const failed = ref<string>()
const chosen = ref<string>()
const how = useHow()
useTitle('Practice · Ink Lamp')

async function load(): Promise<void> {
  try {
    view.value = await answered(api.GET('/api/practice'))
    failed.value = undefined
    chosen.value ??= view.value.next
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)

const drills = computed(() => view.value?.drills ?? [])
const drill = computed(() => drills.value.find((one) => one.name === chosen.value))
const number = computed(() => drills.value.findIndex((one) => one.name === chosen.value) + 1)
const next = computed(() => drills.value.find((one) => one.name === view.value?.next))
/** Where a lane's drills begin, it is said. */
const begins = (at: number) => drills.value[at]?.lane !== drills.value[at - 1]?.lane

/** How its studio may stand, for its first picture. */
const setup = shallowRef<Setup>()
watch(chosen, async (name) => {
  setup.value = undefined
  if (!name) return
  const start = await answered(api.GET('/api/practice/drills/{name}', { params: { path: { name } } })).catch(
    () => undefined,
  )
  if (chosen.value === name) setup.value = start?.setup
})

const { busy, begin } = useBegin()
function beginChosen(): void {
  if (drill.value) void begin(drill.value.name, how.value === 'alone')
}

function step(by: number): void {
  const at = drills.value.findIndex((one) => one.name === chosen.value)
  const to = drills.value[Math.min(Math.max(at + by, 0), drills.value.length - 1)]
  if (to) {
    chosen.value = to.name
    document.getElementById(`drill-${to.name}`)?.focus()
  }
}
const commands = drillCommands({ step, begin: beginChosen })
const sign = (one: DrillView) => (one.running ? '●' : one.state === 'at the best' ? '✓' : one.best ? '–' : '··')
</script>

<template>
  <div class="mx-auto flex h-dvh min-h-180 max-w-400 flex-col max-column:h-auto">
    <AppBar @keys="keysOpen = true" />
    <main class="flex min-h-0 flex-1 flex-col gap-2 px-2 pb-2">
      <p v-if="failed && !view" class="card p-4.5 text-warn" role="alert">
        {{ failed }} <PushButton @click="load">Try again</PushButton>
      </p>
      <p v-else-if="!view" class="card p-4.5 text-text-2" role="status">Laying out the drills …</p>
      <template v-else>
        <header class="card flex min-h-20.5 shrink-0 flex-wrap items-center gap-2 px-4.5 py-3">
          <div class="min-w-0 flex-1 max-phone:basis-full">
            <h1 class="font-voice text-title font-[430]">
              {{ view.say }}<b class="font-[700]">{{ next?.title.toLowerCase() }}</b>
            </h1>
            <p class="mt-1 text-text-2">
              The studio is simulated: its units, its walls and its meter have errors of their own, drawn anew for each
              try. Nothing here touches a sitting.
            </p>
          </div>
          <RouterLink
            v-if="view.running"
            :to="{ name: 'board', params: { id: view.running.id } }"
            class="flex h-8 items-center rounded-key border border-edge px-3 font-[650]"
            >Go on with {{ view.running.title }}</RouterLink
          >
          <PushButton v-if="may('write')" primary :disabled="busy || !drill" @click="beginChosen"
            >Begin <KeyCap>Enter</KeyCap></PushButton
          >
        </header>
        <p v-if="view.running" class="sr-only" role="status">{{ view.running.title }} is still running: go on.</p>
        <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_22.75rem] gap-2 max-column:grid-cols-1">
          <section class="card flex min-h-0 min-w-0 flex-col px-4 py-3" aria-labelledby="drills">
            <h2 id="drills" class="text-body font-[650]">Drills, in the order of work</h2>
            <div class="min-h-0 flex-1 overflow-y-auto">
              <table class="w-full border-collapse tabular-nums">
                <thead class="label sticky top-0 bg-card text-left text-text-2 max-phone:sr-only">
                  <tr class="h-8">
                    <th scope="col" class="w-26 font-normal"><span class="sr-only">Lane</span></th>
                    <th scope="col" class="font-normal"><span class="sr-only">Drill</span></th>
                    <th scope="col" class="w-45 font-normal">Readings, own best / possible</th>
                    <th scope="col" class="w-18 font-normal">Moves</th>
                    <th scope="col" class="w-26 font-normal">Time</th>
                    <th scope="col" class="w-28 font-normal">State</th>
                  </tr>
                </thead>
                <tbody>
                  <tr
                    v-for="(one, at) in drills"
                    :key="one.name"
                    class="h-11 border-t border-line max-phone:flex max-phone:h-auto max-phone:flex-wrap max-phone:items-center max-phone:gap-x-3 max-phone:py-1.5"
                    :class="one.name === chosen ? 'bg-raise' : ''"
                    :aria-current="one.name === chosen ? 'true' : undefined"
                    @click="chosen = one.name"
                  >
                    <th scope="row" class="pl-2 text-left font-[650] whitespace-nowrap max-phone:basis-full">
                      <span :class="begins(at) ? '' : 'sr-only'">
                        <RoleMark v-if="one.role" :role="one.role" :size="12" />
                        {{ one.of }}
                      </span>
                    </th>
                    <td class="min-w-0 max-phone:basis-full">
                      <button
                        :id="`drill-${one.name}`"
                        type="button"
                        data-drill
                        class="block w-full py-1 text-left leading-4.25"
                        @click="chosen = one.name"
                        @focus="chosen = one.name"
                      >
                        <b class="block font-[650]">{{ one.title }}</b>
                        <span class="label block text-text-2">{{ one.task }}</span>
                      </button>
                    </td>
                    <td>
                      <span class="flex items-center gap-3"
                        ><PipRow
                          class="w-26 max-phone:w-auto"
                          :done="one.best?.readings ?? 0"
                          :best="one.shortest.readings"
                        /><span class="whitespace-nowrap"
                          ><b class="font-[650]">{{ one.best?.readings ?? '–' }}</b
                          ><span class="text-text-2"> / {{ one.shortest.readings }}</span></span
                        ></span
                      >
                    </td>
                    <td class="whitespace-nowrap">
                      <span class="label mr-1 hidden text-text-2 max-phone:inline">moves</span
                      ><b class="font-[650]">{{ one.best?.moves ?? '–' }}</b
                      ><span class="text-text-2"> / {{ one.shortest.moves }}</span>
                    </td>
                    <td class="whitespace-nowrap">
                      <b class="font-[650]">{{ one.best ? spent(one.best.seconds) : '–' }}</b><span class="text-text-2">
                        / {{ spent(one.seconds) }}</span
                      >
                    </td>
                    <td class="whitespace-nowrap" :class="one.best || one.running ? '' : 'text-text-2'">
                      <span aria-hidden="true" class="mr-1.5 inline-block w-3 text-center">{{ sign(one) }}</span>{{
                        one.running ? 'running' : one.state
                      }}
                    </td>
                  </tr>
                </tbody>
              </table>
            </div>
            <p class="label mt-2 flex shrink-0 flex-wrap gap-x-5 border-t border-line pt-2 text-text-2">
              <span class="flex items-center gap-2"
                ><PipRow :done="1" :best="1" /> a reading the shortest way needs</span
              >
              <span class="flex items-center gap-2"><PipRow :done="1" :best="0" /> a reading over it</span>
              <span class="ml-auto max-phone:ml-0">own best is kept per drill and per person</span>
            </p>
          </section>
          <DrillCard
            v-if="drill"
            v-model="how"
            class="max-column:order-first"
            :drill
            :number
            :of="drills.length"
            :setup
          />
        </div>
      </template>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands />
</template>

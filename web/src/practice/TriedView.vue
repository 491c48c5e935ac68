<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { answered, api, type RunOver } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import AppBar from '@/ui/AppBar.vue'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { may } from '@/ui/who'
import TimeLines from './TimeLines.vue'
import { useBegin } from './begin'
import { triedCommands } from './commands'

/** A try that is done: what was done against the shortest way, what was hidden, and one thing to take along. */
const { id } = defineProps<{ id: string }>()
const keysOpen = ref(false)
const over = shallowRef<RunOver>()
const failed = ref<string>()
const done = computed(() => over.value?.done)
useTitle(() => (over.value ? `${over.value.title} · Ink Lamp` : 'Ink Lamp'))

async function load(): Promise<void> {
  const wanted = id
  try {
    const got = await answered(api.GET('/api/practice/{id}', { params: { path: { id } } }))
    if (wanted !== id) return
    over.value = got
    failed.value = undefined
  } catch (error) {
    if (wanted === id) failed.value = (error as Error).message
  }
}
watch(
  () => id,
  () => {
    over.value = undefined
    void load()
  },
  { immediate: true },
)

const { busy, begin } = useBegin()
/** As this try was done: told or alone. */
const next = (drill: string, again?: string) => over.value && void begin(drill, over.value.alone, again)
const most = computed(() => Math.max(1, ...(over.value?.tries ?? []).map((one) => one.tried.readings)))
const commands = triedCommands({ next: () => over.value && next(over.value.next) })
</script>

<template>
  <div class="mx-auto max-w-400">
    <AppBar @keys="keysOpen = true" />
    <main class="flex flex-col gap-2 px-2 pb-2">
      <p v-if="failed && !over" class="card p-4.5 text-warn" role="alert">
        {{ failed }} <PushButton @click="load">Try again</PushButton>
        <RouterLink :to="{ name: 'practice' }" class="ml-2 underline">To the drills</RouterLink>
      </p>
      <p v-else-if="!over" class="card p-4.5 text-text-2" role="status">Adding it up …</p>
      <template v-else>
        <header class="card flex min-h-20.5 flex-wrap items-center gap-2 px-4.5 py-3">
          <div class="min-w-0 flex-1 max-phone:basis-full">
            <h1 class="font-voice text-title font-[430]">
              <template v-if="done"
                >{{ done.title }}<b class="font-[700]">{{ done.strong }}</b></template
              >
              <template v-else>{{ over.title }}: ended</template>
            </h1>
            <p class="mt-1 text-text-2">
              {{ done ? done.under : 'It was ended before it was done, and counts as no try.' }}
            </p>
          </div>
          <template v-if="may('write')">
            <PushButton :disabled="busy" @click="next(over.drill, over.id)">Same errors again</PushButton>
            <PushButton :disabled="busy" @click="next(over.drill)">New errors</PushButton>
            <PushButton primary :disabled="busy" :title="over.next_title" @click="next(over.next)"
              >Next drill <KeyCap>Enter</KeyCap></PushButton
            >
          </template>
          <RouterLink
            :to="{ name: 'practice' }"
            class="flex h-8 items-center rounded-key border border-edge px-3 font-[650]"
            >All drills</RouterLink
          >
        </header>
        <template v-if="done">
          <TimeLines :done />
          <div class="grid grid-cols-[minmax(0,1.26fr)_minmax(0,1fr)] gap-2 max-column:grid-cols-1">
            <section class="card min-w-0 px-4.5 py-3.5" aria-labelledby="hidden">
              <h2 id="hidden" class="text-body font-[650]">
                What was hidden <span class="label ml-1 font-normal text-text-2">the true errors of this try</span>
              </h2>
              <div class="overflow-x-auto">
                <table class="mt-2 w-full border-collapse">
                  <thead class="label text-left text-text-2">
                    <tr class="h-7.5">
                      <th scope="col" class="font-normal">Of what</th>
                      <th scope="col" class="font-normal">Truth</th>
                      <th scope="col" class="font-normal">What it did</th>
                      <th scope="col" class="font-normal">Answer</th>
                    </tr>
                  </thead>
                  <tbody>
                    <tr v-for="(row, i) in done.hidden" :key="i" class="border-t border-line">
                      <th scope="row" class="py-1.5 pr-3 text-left font-[650]">
                        <RoleMark v-if="row.role" :role="row.role" :size="12" /> {{ row.of }}
                      </th>
                      <td class="py-1.5 pr-3">{{ row.truth }}</td>
                      <td class="py-1.5 pr-3 text-text-2">{{ row.did }}</td>
                      <td class="py-1.5">{{ row.answer }}</td>
                    </tr>
                  </tbody>
                </table>
                <table class="mt-4 w-full border-collapse tabular-nums">
                  <thead class="label text-text-2">
                    <tr class="h-7.5">
                      <th scope="col" class="text-left font-normal">Asked</th>
                      <th scope="col" class="text-right font-normal">your reading</th>
                      <th scope="col" class="text-right font-normal">truth</th>
                      <th scope="col" class="text-right font-normal">asked</th>
                      <th scope="col" class="text-right font-normal">left over</th>
                      <th scope="col"><span class="sr-only">Whether it is as asked</span></th>
                    </tr>
                  </thead>
                  <tbody>
                    <tr v-for="(row, i) in done.asked" :key="i" class="border-t border-line">
                      <th scope="row" class="py-1.5 text-left font-[650] whitespace-nowrap">
                        <RoleMark v-if="row.role" :role="row.role" :size="12" /> {{ row.of }}
                      </th>
                      <td class="text-right">{{ row.yours }}</td>
                      <td class="text-right">{{ row.truth }}</td>
                      <td class="text-right">{{ row.asked }}</td>
                      <td class="text-right">{{ row.left }}</td>
                      <td class="pl-3 text-right whitespace-nowrap" :class="row.ok ? '' : 'text-warn'">
                        <span aria-hidden="true">{{ row.ok ? '✓' : '!' }}</span>
                        {{ row.ok ? 'as asked' : 'not as asked' }}
                      </td>
                    </tr>
                  </tbody>
                </table>
              </div>
            </section>
            <section class="card flex min-w-0 flex-col px-4.5 py-3.5" aria-labelledby="along">
              <h2 id="along" class="text-body font-[650]">One thing to take along</h2>
              <p class="mt-3 font-voice text-[1.5625rem] leading-[2.0625rem]">
                {{ done.lesson.before }}<b class="font-[700]">{{ done.lesson.strong }}</b
                >{{ done.lesson.after }}
              </p>
              <p class="mt-3 text-text-2">{{ done.here }} {{ done.lesson.sum }}</p>
              <div class="mt-auto flex items-end gap-4 border-t border-line pt-3">
                <span class="label text-text-2">Last tries</span>
                <ol class="flex flex-1 items-end gap-4 tabular-nums">
                  <li
                    v-for="(one, i) in over.tries"
                    :key="i"
                    class="flex items-end gap-2"
                    :class="one.this ? 'font-[650]' : 'text-text-2'"
                  >
                    <span
                      class="w-1.5"
                      :class="one.this ? 'bg-text' : 'bg-edge'"
                      :style="{ height: `${0.4 + (1.8 * one.tried.readings) / most}rem` }"
                      aria-hidden="true"
                    />{{ one.tried.readings }}<span v-if="!one.tried.done" class="label">not done</span>
                  </li>
                </ol>
                <span class="label text-text-2">readings</span>
              </div>
            </section>
          </div>
        </template>
      </template>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands />
</template>

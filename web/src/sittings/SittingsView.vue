<script setup lang="ts">
import { useDebounceFn, useIntersectionObserver, useTitle } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api, type SittingInList } from '@/api/client'
import FlatLadder from './FlatLadder.vue'
import { seen, type Seen } from '@/look/seen'
import { useNotices } from '@/ui/notices'
import AppBar from '@/ui/AppBar.vue'
import KeyCap from '@/ui/KeyCap.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import PushButton from '@/ui/PushButton.vue'
import NameDialog from '@/forms/NameDialog.vue'
import StateSign from '@/draw/StateSign.vue'
import WordLine from '@/draw/WordLine.vue'
import SittingMenu from './SittingMenu.vue'
import SummaryCells from './SummaryCells.vue'
import { sittingsCommands } from './commands'
import { later } from '@/ui/later'
import { timed } from '@/ui/times'
import { may } from '@/ui/who'

const ForgetDialog = later(() => import('./ForgetDialog.vue'))

/** All sittings: the one worked on last first, with its next move; each row known by its pattern. */
const router = useRouter()
const notices = useNotices()
const list = shallowRef<SittingInList[]>()
const failed = ref<string>()
/** What can be looked at without the server. */
const here = shallowRef<Seen[]>([])
const find = ref('')
const deleted = ref(false)
const findField = useTemplateRef('findField')
const keysOpen = ref(false)
const forgetting = shallowRef<{ of?: SittingInList }>()
const renaming = shallowRef<SittingInList>()

const open = computed(() => {
  const first = find.value || deleted.value ? undefined : list.value?.[0]
  return first?.summary ? { ...first, summary: first.summary } : undefined
})
const rows = computed(() => (open.value ? list.value?.slice(1) : list.value) ?? [])
const when = (row: SittingInList) => timed('day', row.updated_at)

let asked = 0
async function load(): Promise<void> {
  const question = ++asked
  try {
    const query = { find: find.value, deleted: deleted.value }
    const answer = await answered(api.GET('/api/sittings', { params: { query } }))
    if (question !== asked) return
    list.value = answer
    failed.value = undefined
  } catch (error) {
    // Overtaken by a later question, it is not looked at.
    if (question !== asked) return
    failed.value = (error as Error).message
    here.value = await seen()
  }
}
onMounted(load)
watch(find, useDebounceFn(load, 150))
watch(deleted, load)
useTitle('Sittings · Ink Lamp')

/** A long list is put on the page part by part, as one comes to its end. */
const PART = 30
const upTo = ref(PART)
watch([find, deleted], () => (upTo.value = PART))
const older = computed(() => Math.max(0, rows.value.length - upTo.value))
const listEnd = useTemplateRef('listEnd')
useIntersectionObserver(listEnd, ([seen]) => {
  if (seen?.isIntersecting) upTo.value += PART
})

/** To a new sitting, from a look where one is said. */
const begin = (from?: SittingInList) => void router.push({ name: 'begin', query: { from: from?.last.id } })

const commands = sittingsCommands({ find: () => findField.value?.focus(), begin: () => may('keep') && begin() })

const toBoard = (row: SittingInList) => ({ name: 'board', params: { id: row.last.id } })

async function rename(name: string): Promise<void> {
  const id = renaming.value?.sitting.id
  if (!id) return
  await answered(api.PATCH('/api/sittings/{id}', { params: { path: { id } }, body: { name } }))
  await load()
}

async function forgotten(): Promise<void> {
  forgetting.value = undefined
  await load()
}

async function setDeleted(row: SittingInList, to: boolean): Promise<void> {
  const params = { path: { id: row.sitting.id } }
  try {
    if (to) await answered(api.DELETE('/api/sittings/{id}', { params }))
    else await answered(api.POST('/api/sittings/{id}/restore', { params }))
    const words = to
      ? `Sitting ${row.sitting.number}, ${row.sitting.name}, is deleted.`
      : `Sitting ${row.sitting.number}, ${row.sitting.name}, is back.`
    notices.say(words, { action: to ? { label: 'Undo', run: () => void setDeleted(row, false) } : undefined })
    await load()
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}
</script>

<template>
  <div class="mx-auto max-w-400">
    <AppBar :board="list?.[0]?.last.id" @keys="keysOpen = true" />
    <main class="px-2 pb-8">
      <h1 class="sr-only">Sittings</h1>
      <p v-if="failed" class="card mb-2 flex items-center gap-3 px-4 py-3 text-warn" role="alert">
        {{ failed }} <PushButton @click="load">Try again</PushButton>
      </p>
      <section v-if="failed && !list && here.length > 0" class="card mb-2 p-4" aria-labelledby="seen-here">
        <h2 id="seen-here" class="text-value font-[650]">Seen on this device</h2>
        <ul class="mt-1">
          <li v-for="{ id, at, view } in here" :key="id" class="border-t border-line">
            <RouterLink :to="{ name: 'board', params: { id } }" class="flex min-h-11 flex-wrap items-center gap-x-3">
              <span class="font-[650]">{{ view.sitting.name }}, {{ view.name }}</span>
              <span class="text-text-2">as it was on {{ timed('lately', at) }}</span>
            </RouterLink>
          </li>
        </ul>
      </section>

      <section
        v-if="open"
        class="card mb-2.5 flex items-end gap-8 p-6 max-[56.25rem]:flex-col max-[56.25rem]:items-start"
        aria-labelledby="open-now"
      >
        <div class="min-w-0 flex-1">
          <p class="text-value text-text-2">
            Open now · Sitting {{ open.sitting.number }} · {{ open.sitting.name }} · {{ open.last.name }}
          </p>
          <h2 id="open-now" class="my-1 font-voice text-[2.5rem] leading-11.5 font-[430] tracking-[-0.012em]">
            <WordLine :line="open.summary.next" />
          </h2>
          <FlatLadder :summary="open.summary" :width="760" :height="58" scale />
          <ul class="mt-2 flex flex-wrap gap-x-6 gap-y-1" aria-label="How it stands">
            <li
              v-for="{ name: lane, state } in open.summary.lanes"
              :key="lane"
              class="flex items-center gap-2"
              :class="
                state === 'over' || state === 'under' || state === 'read_again'
                  ? 'font-[700]'
                  : state === 'untouched'
                    ? 'text-text-3'
                    : 'text-text-2'
              "
            >
              <StateSign :state="state" /> {{ lane }}
              <span v-if="state === 'over' || state === 'under'" class="sr-only">{{ state }}</span>
            </li>
          </ul>
        </div>
        <div class="flex items-center gap-2">
          <RouterLink
            :to="toBoard(open)"
            class="flex h-10 w-38.5 shrink-0 items-center justify-center rounded-key bg-act text-body font-[650] text-act-t"
            >Back to the board</RouterLink
          >
          <SittingMenu
            v-if="may('keep')"
            :number="open.sitting.number"
            @copy="begin(open)"
            @rename="renaming = open"
            @remove="setDeleted(open, true)"
          />
        </div>
      </section>

      <div v-if="list" class="mb-2.5 flex flex-wrap items-center gap-3 px-3">
        <h2 class="text-value font-[650]">{{ deleted ? 'Deleted' : open ? 'Earlier' : 'Sittings' }}</h2>
        <label
          class="flex h-8 w-47.5 items-center gap-2 rounded-key border border-edge bg-field px-3 focus-within:outline-2 focus-within:outline-offset-2 focus-within:outline-text"
        >
          <span class="sr-only">Find a sitting</span>
          <input
            ref="findField"
            v-model="find"
            type="search"
            class="w-full bg-transparent outline-none placeholder:text-text-3"
            placeholder="Find a sitting"
            @keydown.esc="find = ''"
          />
          <KeyCap>/</KeyCap>
        </label>
        <button
          type="button"
          class="label h-8 rounded-key px-2 text-text-2"
          :aria-pressed="deleted"
          @click="deleted = !deleted"
        >
          {{ deleted ? 'Back to the list' : 'Show deleted' }}
        </button>
        <span class="flex-1" />
        <PushButton v-if="deleted && rows.length > 0 && may('keep')" @click="forgetting = {}"
          >Forget older ones…</PushButton
        >
        <PushButton v-if="may('keep')" primary @click="begin()">New sitting <KeyCap>N</KeyCap></PushButton>
        <span v-else class="label text-text-2">New sittings are the owner’s to begin.</span>
      </div>

      <div v-if="rows.length > 0" class="card overflow-x-clip">
        <table class="w-full text-left">
          <thead>
            <tr class="label h-8.5 text-text-2">
              <th class="pl-6 font-normal">Sitting</th>
              <th class="font-normal max-[56.25rem]:hidden">Camera</th>
              <th class="font-normal max-[56.25rem]:hidden">Lights against the exposure</th>
              <th class="font-normal max-[56.25rem]:hidden">Lit : shadow</th>
              <th class="font-normal max-[56.25rem]:hidden">Room</th>
              <th class="font-normal">State</th>
              <th class="w-12 pr-3 font-normal"><span class="sr-only">More</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows.slice(0, upTo)" :key="row.sitting.id" class="h-19 border-t border-line">
              <td class="pr-4 pl-6">
                <RouterLink v-if="!deleted" :to="toBoard(row)" class="text-value font-[650] hover:underline">{{
                  row.sitting.name
                }}</RouterLink>
                <span v-else class="text-value font-[650]">{{ row.sitting.name }}</span>
                <p class="mt-0.5 text-text-2">
                  Sitting {{ row.sitting.number }} · {{ when(row) }} · {{ row.last.name
                  }}<template v-if="row.sitting.looks.length > 1"> · {{ row.sitting.looks.length }} looks</template
                  ><template v-if="row.sitting.deleted_at">
                    · deleted {{ timed('day', row.sitting.deleted_at) }}</template
                  >
                </p>
              </td>
              <SummaryCells v-if="row.summary" :summary="row.summary" />
              <template v-else>
                <td colspan="4" class="max-w-0 pr-4 text-warn max-[56.25rem]:hidden">{{ row.unreadable }}</td>
                <td class="pr-4 text-warn">
                  ! can’t be read
                  <p class="label min-[56.25rem]:hidden">{{ row.unreadable }}</p>
                </td>
              </template>
              <td class="pr-3">
                <div v-if="deleted && may('keep')" class="flex justify-end gap-2 max-phone:flex-col max-phone:py-2">
                  <PushButton @click="setDeleted(row, false)">Restore</PushButton>
                  <PushButton :aria-label="`Forget ${row.sitting.name} for good`" @click="forgetting = { of: row }"
                    >Forget…</PushButton
                  >
                </div>
                <SittingMenu
                  v-else-if="may('keep')"
                  :number="row.sitting.number"
                  @copy="begin(row)"
                  @rename="renaming = row"
                  @remove="setDeleted(row, true)"
                />
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="older > 0" ref="listEnd" class="border-t border-line px-6 py-3">
          <PushButton @click="upTo += PART">{{ older }} older ones</PushButton>
        </p>
      </div>
      <p v-else-if="list && !open" class="card p-6 text-text-2">
        <template v-if="deleted">Nothing was deleted.</template>
        <template v-else-if="find">No sitting is called that.</template>
        <template v-else-if="!may('keep')">No sitting yet. The owner begins one.</template>
        <template v-else
          >No sitting yet. Begin one, meter the room with the flash off, and type what the meter shows.</template
        >
      </p>
    </main>

    <ViewKeys v-model="keysOpen" :commands />
    <ForgetDialog v-if="forgetting" v-bind="forgetting" @close="forgetting = undefined" @done="forgotten" />
    <NameDialog
      v-if="renaming"
      title="Rename the sitting"
      label="Name of the sitting"
      action="Rename"
      :name="renaming.sitting.name"
      :save="rename"
      @close="renaming = undefined"
    />
  </div>
</template>

<script setup lang="ts">
import { Tab, TabGroup, TabList } from '@headlessui/vue'
import { useTitle } from '@vueuse/core'
import { v7 } from 'uuid'
import { computed, nextTick, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { answered, api, Refused, type KitDocument } from '@/api/client'
import KitForm from './KitForm.vue'
import { KINDS } from './fields/kinds'
import { told } from './fields/told'
import { kindOf, sheetOf, useKit, type GearKind } from '@/look/kit'
import { useBoard } from '@/look/board'
import { useNotices } from '@/ui/notices'
import AppBar from '@/ui/AppBar.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import { may } from '@/ui/who'
import { kitCommands } from './commands'

/** The kit: what there is, what its sheets say, and what readings taught of it. */
const kit = useKit()
/** The look that one came from: the way back. */
const board = useBoard()
const notices = useNotices()
const search = ref('')
const find = useTemplateRef('find')
const kind = ref<GearKind>('strobe')
const withRetired = ref(false)
const chosen = ref<string>()
/** A new piece, or a copy of one, until it is saved. */
const fresh = shallowRef<{ id: string; from?: string }>()
const failed = ref<string>()
const keysOpen = ref(false)
const clearing = ref(false)
const file = useTemplateRef('file')
/** No larger document is taken in: the server's limit. */
const MOST_BYTES = 96 * 1024 * 1024

async function load(): Promise<void> {
  failed.value = undefined
  try {
    await kit.load()
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)
useTitle('Kit · Ink Lamp')

const words = computed(() => search.value.trim().toLowerCase())
const found = computed(() =>
  kit.items.filter((item) => {
    if (item.retired && !withRetired.value) return false
    // A search looks through all kinds.
    if (!words.value) return kindOf(item.is) === kind.value
    return `${sheetOf(item.is).name} ${told(item.is)}`.toLowerCase().includes(words.value)
  }),
)
const counts = computed(() => {
  const all = kit.items.filter((i) => withRetired.value || !i.retired)
  return Object.fromEntries(KINDS.map((k) => [k.kind, all.filter((i) => kindOf(i.is) === k.kind).length]))
})
const one = computed(() => KINDS.find((k) => k.kind === kind.value)?.one ?? 'piece')
const item = computed(() => (fresh.value ? undefined : kit.items.find((i) => i.id === chosen.value)))
const copied = computed(() => kit.items.find((i) => i.id === fresh.value?.from))

// Something is always open where there is something.
watch(
  [found, fresh],
  () => {
    if (!fresh.value && !found.value.some((i) => i.id === chosen.value)) chosen.value = found.value[0]?.id
  },
  { immediate: true },
)

function choose(id: string): void {
  fresh.value = undefined
  chosen.value = id
  const is = kit.items.find((i) => i.id === id)?.is
  if (is) kind.value = kindOf(is)
}

function add(from?: string): void {
  fresh.value = { id: v7(), from }
  void nextTick(() => document.querySelector<HTMLInputElement>('[data-kit-form] input')?.focus())
}

function saved(id: string): void {
  fresh.value = undefined
  chosen.value = id
}

async function exportKit(): Promise<void> {
  try {
    const text = JSON.stringify(await answered(api.GET('/api/kit/export')), undefined, 2)
    const link = document.createElement('a')
    link.href = URL.createObjectURL(new Blob([text], { type: 'application/json' }))
    link.download = 'ink-lamp-kit.json'
    link.click()
    URL.revokeObjectURL(link.href)
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}

async function importKit(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [picked] = input.files ?? []
  input.value = ''
  if (!picked) return
  try {
    if (picked.size > MOST_BYTES)
      throw new Error(
        `${picked.name} has ${Math.ceil(picked.size / 1024 ** 2)} MB. A kit has at most ${MOST_BYTES / 1024 ** 2} MB.`,
      )
    // What it is the server finds out.
    const body = JSON.parse(await picked.text()) as KitDocument
    const got = await answered(api.POST('/api/kit/import', { body }))
    await load()
    notices.say(`${got.added} added, ${got.changed} changed, ${got.same} there already.`)
  } catch (error) {
    const where = error instanceof Refused && error.problem.field ? `${error.problem.field}: ` : ''
    const what = error instanceof SyntaxError ? `${picked.name} is no JSON: ${error.message}` : (error as Error).message
    notices.say(`Nothing was changed. ${where}${what}`, { warn: true })
  }
}

async function bringBack(): Promise<void> {
  try {
    const { pieces } = await answered(api.POST('/api/kit/restore'))
    await load()
    notices.say(pieces > 0 ? `${pieces} pieces are back.` : 'Nothing was cleared away.')
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}

async function clear(): Promise<void> {
  clearing.value = false
  try {
    await answered(api.DELETE('/api/kit'))
    await load()
    notices.say('The kit is empty. Sittings keep what they used.', {
      action: { label: 'Undo', run: () => void bringBack() },
    })
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}

function ofKind(n: number): void {
  kind.value = KINDS[n]?.kind ?? kind.value
  search.value = ''
  fresh.value = undefined
}
const commands = kitCommands({ find: () => find.value?.focus(), add: () => may('keep') && add() })
</script>

<template>
  <div class="flex h-dvh flex-col max-[56.25rem]:h-auto">
    <AppBar :board="board.view?.id" @keys="keysOpen = true" />
    <main class="grid min-h-0 flex-1 grid-cols-[23.75rem_minmax(0,1fr)] gap-2 px-2 pb-2 max-[56.25rem]:grid-cols-1">
      <section class="card flex min-h-0 flex-col p-3" aria-labelledby="kit-title">
        <div class="flex items-center gap-2">
          <h1 id="kit-title" class="flex-1 font-voice text-[1.625rem] leading-8 font-medium">Kit</h1>
          <PushButton v-if="may('keep')" primary @click="add()">Add a {{ one }}</PushButton>
        </div>
        <input
          ref="find"
          v-model="search"
          type="search"
          class="mt-2 h-8 rounded-key border border-edge bg-field px-2"
          placeholder="Find by name or what it does"
          aria-label="Find in the kit"
        />
        <TabGroup :selected-index="KINDS.findIndex((k) => k.kind === kind)" manual>
          <TabList class="mt-2 flex flex-wrap gap-1" aria-label="Kinds">
            <Tab
              v-for="(k, n) in KINDS"
              :key="k.kind"
              class="label flex h-8 items-center gap-1 rounded-key border px-2"
              :class="!words && kind === k.kind ? 'border-edge bg-raise font-[650]' : 'border-transparent text-text-2'"
              @click="ofKind(n)"
            >
              {{ k.many }} <span class="text-text-3">{{ counts[k.kind] }}</span>
            </Tab>
          </TabList>
        </TabGroup>
        <ul v-if="kit.unreadable.length > 0" class="mt-2 text-warn" aria-label="Pieces that can’t be read">
          <li v-for="piece in kit.unreadable" :key="piece.id">
            ! {{ piece.name }} can’t be read: {{ piece.why }}. It is kept as it is, and is not in an export.
          </li>
        </ul>
        <ul class="mt-2 min-h-0 flex-1 overflow-y-auto" aria-label="Pieces">
          <li v-for="piece in found" :key="piece.id">
            <button
              type="button"
              class="flex min-h-10 w-full items-center gap-2 border-l-[3px] px-3 py-1 text-left"
              :class="piece.id === item?.id ? 'border-text bg-raise' : 'border-transparent'"
              :aria-current="piece.id === item?.id || undefined"
              @click="choose(piece.id)"
            >
              <span class="min-w-0 flex-1">
                <span class="block truncate text-head font-[650]" :class="piece.retired ? 'text-text-3' : ''">{{
                  sheetOf(piece.is).name
                }}</span>
                <span class="label block truncate text-text-2">{{ told(piece.is) }}</span>
              </span>
              <span v-if="piece.retired" class="label text-text-3">retired</span>
            </button>
          </li>
          <li v-if="found.length === 0" class="p-3 text-text-2">
            <template v-if="failed"
              >{{ failed }} <button type="button" class="underline" @click="load">Try again</button></template
            >
            <template v-else-if="!kit.loaded">Looking</template>
            <template v-else-if="words">Nothing in the kit is called so.</template>
            <template v-else>None yet. Add a {{ one }}, or import a kit.</template>
          </li>
        </ul>
        <div v-if="kit.loaded" class="mt-2 flex flex-wrap items-center gap-2 border-t border-line pt-2">
          <label class="label flex h-8 items-center gap-2 text-text-2"
            ><input v-model="withRetired" type="checkbox" class="h-4 w-4 accent-text" /> retired too</label
          >
          <span class="flex-1" />
          <template v-if="may('keep')">
            <PushButton @click="exportKit">Export</PushButton>
            <PushButton @click="file?.click()">Import</PushButton>
            <PushButton v-if="kit.loaded && kit.items.length === 0" @click="bringBack">Bring back</PushButton>
            <PushButton v-else @click="clearing = true">Clear</PushButton>
          </template>
          <span v-else class="label text-text-2">The kit is the owner’s to change.</span>
          <input
            ref="file"
            type="file"
            accept="application/json,.json"
            class="hidden"
            aria-label="Kit document to import"
            @change="importKit"
          />
        </div>
      </section>

      <section v-if="kit.loaded" class="card min-h-0 overflow-y-auto p-5" aria-label="The chosen piece">
        <KitForm
          v-if="fresh"
          :id="fresh.id"
          :key="`new ${fresh.id}`"
          :kind="copied ? kindOf(copied.is) : kind"
          :from="copied?.is"
          adding
          @saved="saved"
          @cancel="fresh = undefined"
        />
        <fieldset v-else-if="item" :disabled="!may('keep')" class="contents" :class="may('keep') ? '' : 'not-yours'">
          <KitForm :id="item.id" :key="item.id" :kind="kindOf(item.is)" :item="item" @copy="add" @saved="saved" />
        </fieldset>
        <p v-else class="text-text-2">
          What the sheets of your strobes, modifiers and cameras say makes the board true: their dials, what they reach,
          and what a light will likely read before it is read.
        </p>
      </section>
    </main>
    <ViewKeys v-model="keysOpen" :commands />
    <ModalDialog v-if="clearing" open title="Clear the whole kit?" @close="clearing = false">
      <p class="mt-3 text-text-2">
        All {{ kit.items.length }} pieces go, and what readings taught of them. Sittings keep what they used. What is
        cleared last can be brought back here; an export comes back anywhere.
      </p>
      <div class="mt-4 flex justify-end gap-2">
        <PushButton @click="clearing = false">Keep it</PushButton>
        <PushButton @click="clear">Clear the kit</PushButton>
      </div>
    </ModalDialog>
  </div>
</template>

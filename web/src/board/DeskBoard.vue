<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { useMediaQuery } from '@vueuse/core'
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api, type FrameForetold } from '@/api/client'
import CameraNow from '@/draw/CameraNow.vue'
import type { Ghost } from '@/board/ladder/drawn'
import StopLadder from '@/board/ladder/StopLadder.vue'
import MeterEntry from '@/board/meter/MeterEntry.vue'
import NextMove from '@/board/next/NextMove.vue'
import { useDrill } from '@/look/drill'
import PlaceCard from '@/plan/PlaceCard.vue'
import PlanCard from '@/plan/PlanCard.vue'
import { useBoard } from '@/look/board'
import AwayBar from '@/look/AwayBar.vue'
import LooksOn from '@/look/LooksOn.vue'
import MomentBar from '@/look/MomentBar.vue'
import { useNewLook } from '@/look/newLook'
import { usePlan } from '@/plan/store'
import { useRoom } from '@/look/room'
import { boardCommands } from './commands'
import TapeStrip from '@/board/tape/TapeStrip.vue'
import AppBar from '@/ui/AppBar.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import { useNotices } from '@/ui/notices'
import { later } from '@/ui/later'
import { may } from '@/ui/who'

// Only a drill has them.
const DrillStrip = later(() => import('@/board/drill/DrillStrip.vue'))
const YourMove = later(() => import('@/board/drill/YourMove.vue'))
// What most never open on this screen.
const NameDialog = later(() => import('@/forms/NameDialog.vue'))
// It is asked of the server a moment after the ladder anyway.
const PictureCard = later(() => import('@/picture/PictureCard.vue'))
// Behind a tab where there is a plan; where there is none it comes a moment after the ladder.
const AsideTabs = later(() => import('@/board/cards/AsideTabs.vue'))

/** The board on a desk: the ladder whole, and beside it what one step needs. */
const { id } = defineProps<{ id: string }>()
const emit = defineEmits<{ work: [] }>()
const router = useRouter()
const newLook = useNewLook()
const board = useBoard()
const drill = useDrill()
const notices = useNotices()
const room = useRoom()
const plan = usePlan()
const entry = useTemplateRef('entry')
const typed = ref('')
/** The frame as it will be, for the ladder's last lane. */
const foretold = shallowRef<FrameForetold>()
const keysOpen = ref(false)
const naming = ref<'sitting' | 'look' | 'copy' | 'empty' | 'keep'>()
/** Move and ladder alone, twice the size: read from two steps away. */
const far = ref(false)
// A look that comes is ready to be typed into.
watch(
  () => board.view?.id,
  async (now) => {
    typed.value = ''
    await nextTick()
    if (now) entry.value?.focus()
  },
  { immediate: true },
)

const ghosts = computed<Ghost[]>(() => {
  // A way that is tried, or a light that is dragged, moves what it moves; a reading that is typed only its own lane.
  const whole = room.tried?.board.lanes ?? plan.ghosts
  const [lanes, typing] = whole
    ? [whole, false]
    : [
        board.draftInFull || !typed.value ? [] : (board.draft?.board.lanes ?? []).filter((l) => l.id === board.typing),
        true,
      ]
  return lanes.flatMap((l) => {
    const now = board.view?.board.lanes.find((lane) => lane.id === l.id)?.reading
    return l.reading && (typing || l.reading.stops !== now?.stops) ? [{ lane: l.id, mark: l.reading }] : []
  })
})
// Whatever is written or typed puts a way that was only tried away.
watch([() => board.view?.version, typed], ([version], [before]) => {
  if (before !== undefined && (version !== before || typed.value)) room.putAway()
})
const still = computed(() => board.still)
/** Beside the ladder there is room for the plan or the settings; on a wide screen for both. */
const wide = useMediaQuery('(width >= 102.5rem)')
const sitting = computed(() => board.view?.sitting)

function useTried(): void {
  if (room.tried) room.use(room.tried.way)
}

function done(): void {
  const kind = board.doNext()
  if (kind && kind !== 'shoot') entry.value?.focus()
}

function mend(): void {
  if (board.beforeFrame?.remedy) board.write(board.beforeFrame.remedy.entry)
}

const commands = boardCommands({
  meter: () => entry.value?.focus(),
  done,
  far: () => (far.value = !far.value),
  measure: () => void (drill.run && entry.value?.measure()),
  go: (name) => void router.push({ name, params: { id } }),
})

async function name(text: string): Promise<void> {
  const now = board.view
  if (!now) return
  if (naming.value === 'sitting') {
    await answered(api.PATCH('/api/sittings/{id}', { params: { path: { id: now.sitting.id } }, body: { name: text } }))
    await board.open(now.id)
  } else if (naming.value === 'look') {
    board.accept(
      await answered(api.PATCH('/api/setups/{id}', { params: { path: { id: now.id } }, body: { name: text } })),
    )
  } else if (naming.value === 'keep') {
    board.accept(
      await answered(api.PUT('/api/setups/{id}/kept', { params: { path: { id: now.id } }, body: { name: text } })),
    )
    notices.say(`Kept as “${text}”: a new sitting can begin from it.`)
  } else {
    await newLook(now.sitting.id, text, naming.value === 'copy' ? { from: now.id } : {})
  }
}

const dialog = computed(() => {
  const looks = (sitting.value?.looks.length ?? 0) + 1
  switch (naming.value) {
    case 'sitting':
      return {
        title: 'Rename the sitting',
        label: 'Name of the sitting',
        action: 'Rename',
        name: sitting.value?.name ?? '',
      }
    case 'look':
      return { title: 'Rename this look', label: 'Name of the look', action: 'Rename', name: board.view?.name ?? '' }
    case 'keep':
      return {
        title: 'Keep this look to begin from',
        label: 'Kept as',
        action: 'Keep it',
        name: board.view?.kept_as ?? board.view?.name ?? '',
      }
    case 'copy':
      return { title: 'A new look from this one', label: 'Name of the look', action: 'Make it', name: `Look ${looks}` }
    case 'empty':
      return { title: 'A new look from scratch', label: 'Name of the look', action: 'Make it', name: `Look ${looks}` }
    default:
      return undefined
  }
})
/** A look that is kept is a start no more; the look stays. */
async function letGo(): Promise<void> {
  const id = board.view?.id
  if (!id) return
  try {
    board.accept(await answered(api.DELETE('/api/setups/{id}/kept', { params: { path: { id } } })))
    notices.say('It is no longer offered as a start.')
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}
const KEEPING = computed(() => [
  { words: 'New look from this one', run: () => (naming.value = 'copy') },
  { words: 'New look from scratch', run: () => (naming.value = 'empty') },
  board.view?.kept_as
    ? { words: `No longer keep it as “${board.view.kept_as}”`, run: () => void letGo() }
    : { words: 'Keep it to begin from', run: () => (naming.value = 'keep') },
  { words: 'Rename this look', run: () => (naming.value = 'look') },
  { words: 'Rename the sitting', run: () => (naming.value = 'sitting') },
  { words: 'Share by link', run: () => void router.push({ name: 'door', query: { look: id } }) },
  { words: 'Door', run: () => void router.push({ name: 'door', query: { look: id } }) },
])
/** What is the owner's to do. */
const MENU = computed(() => (may('keep') ? KEEPING.value : []))
</script>

<template>
  <div class="flex h-dvh flex-col" :class="far ? '' : 'min-h-180 max-column:h-auto'">
    <PushButton v-if="far" class="fixed top-1 right-1 z-20" @click="far = false">Near <KeyCap>0</KeyCap></PushButton>
    <AppBar
      v-else
      :board="id"
      :mend="board.board?.check?.count"
      :phone="may('door')"
      @keys="keysOpen = true"
      @phone="router.push({ name: 'door', query: { look: id } })"
    >
      <template v-if="board.view && sitting">
        <p v-if="board.view.run" class="min-w-0 truncate px-2">
          <span class="font-[650]">Drill {{ board.view.run.number }}</span>
          <span class="ml-2 text-text-2">{{ board.view.run.title }} · simulated</span>
        </p>
        <Menu v-else as="div" class="relative min-w-0">
          <MenuButton class="flex h-8 max-w-105 min-w-0 items-center gap-2 rounded-key px-2">
            <span class="shrink-0 font-[650]">Sitting {{ sitting.number }}</span>
            <span class="truncate text-text-2">{{ sitting.name }} · {{ board.view.name }}</span>
            <svg viewBox="0 0 10 6" class="h-1.25 w-2 shrink-0" aria-hidden="true">
              <path d="M1 1l4 4 4-4" fill="none" stroke="currentColor" stroke-width="1.500" />
            </svg>
          </MenuButton>
          <MenuItems
            class="absolute right-0 z-30 mt-1 min-w-56 rounded-key border border-edge bg-field py-1 outline-none"
          >
            <MenuItem v-for="look in sitting.looks" :key="look.id" v-slot="{ active }">
              <RouterLink
                :to="{ name: 'board', params: { id: look.id } }"
                class="flex h-8 items-center gap-2 px-3"
                :class="[active ? 'bg-raise' : '', look.id === id ? 'font-[650]' : '']"
              >
                <span class="w-3" aria-hidden="true">{{ look.id === id ? '●' : '' }}</span>
                {{ look.name }}
              </RouterLink>
            </MenuItem>
            <div class="my-1 border-t border-line" />
            <MenuItem v-slot="{ active }">
              <button
                type="button"
                class="flex h-8 w-full items-center px-3 pl-8 text-left"
                :class="active ? 'bg-raise' : ''"
                @click="far = true"
              >
                From afar: move and ladder alone
              </button>
            </MenuItem>
            <MenuItem v-if="!board.looksOn" v-slot="{ active }">
              <button
                type="button"
                class="flex h-8 w-full items-center px-3 pl-8 text-left"
                :class="active ? 'bg-raise' : ''"
                @click="emit('work')"
              >
                Ways of working, triggers, mains
              </button>
            </MenuItem>
            <div v-if="MENU.length > 0" class="my-1 border-t border-line" />
            <MenuItem v-for="item in MENU" :key="item.words" v-slot="{ active }">
              <button
                type="button"
                class="flex h-8 w-full items-center px-3 pl-8 text-left"
                :class="active ? 'bg-raise' : ''"
                @click="item.run"
              >
                {{ item.words }}
              </button>
            </MenuItem>
          </MenuItems>
        </Menu>
        <CameraNow :camera="board.board?.camera" />
      </template>
    </AppBar>

    <AwayBar />
    <MomentBar />

    <div role="status" aria-label="A way on trial">
      <p v-if="room.tried" class="mx-2 mb-2 flex flex-wrap items-center gap-3 rounded-card bg-card px-4 py-1">
        <span
          ><b class="font-[650]">{{ room.tried.way.name }}</b> on trial: {{ room.tried.way.settings }}. The ghosts show
          where room and lights would lie.</span
        >
        <PushButton class="ml-auto" @click="useTried">Use: write camera and dials</PushButton>
        <PushButton @click="room.putAway">Put away</PushButton>
      </p>
    </div>

    <main
      v-if="far && board.board"
      class="grid min-h-0 flex-1 grid-rows-[6.5rem_minmax(0,1fr)] gap-1 px-1 pb-1 [zoom:2]"
    >
      <h1 class="sr-only">{{ sitting?.name }}, {{ board.view?.name }}, from afar</h1>
      <NextMove :next="board.board.next" :spoils="board.beforeFrame" far still />
      <StopLadder :board="board.board" :chosen="board.chosen" far still @choose="board.choose" />
    </main>
    <main
      v-else-if="board.board && board.scales"
      class="grid min-h-0 flex-1 grid-rows-[9rem_minmax(0,1fr)_3.125rem] gap-2 px-2 pb-2 max-column:grid-cols-1 max-column:grid-rows-none"
      :class="wide ? 'grid-cols-[minmax(0,1fr)_31.25rem_27.5rem]' : 'grid-cols-[minmax(0,1fr)_27.5rem]'"
    >
      <h1 class="sr-only">{{ sitting?.name }}, {{ board.view?.name }}</h1>
      <YourMove v-if="drill.yours" :still />
      <NextMove
        v-else
        :next="board.board.next"
        :all="board.board.set_all"
        :spoils="board.beforeFrame"
        :still="still"
        @done="done"
        @all="board.setAll"
        @mend="mend"
      />
      <PlanCard v-if="wide" class="row-span-2" />
      <div class="row-span-2 flex min-h-0 flex-col gap-2">
        <LooksOn v-if="board.looksOn" />
        <div class="grid shrink-0 grid-cols-[minmax(0,1fr)_12.25rem] gap-2" :class="board.looksOn ? 'h-60' : 'h-72.5'">
          <fieldset v-if="!board.looksOn" :disabled="still" class="contents">
            <MeterEntry ref="entry" v-model="typed" />
          </fieldset>
          <PictureCard
            :class="board.looksOn ? 'col-span-2' : ''"
            :moving="plan.dropped ? undefined : plan.moving"
            @frame="(frame) => (foretold = frame)"
          />
        </div>
        <AsideTabs :scales="board.scales" :plan="!wide">
          <PlanCard class="flex-1 max-column:min-h-120" />
          <template #place><PlaceCard class="mt-2" /></template>
        </AsideTabs>
      </div>
      <StopLadder
        class="max-column:h-140"
        :board="board.board"
        :chosen="board.chosen"
        :ghosts="ghosts"
        :foretold="foretold"
        :still="still"
        @choose="board.choose"
        @draft="(e) => board.tryOut(e, true)"
        @write="board.write"
        @drop="board.giveUp"
      />
      <DrillStrip v-if="board.view?.run" class="max-column:col-span-1" :class="wide ? 'col-span-3' : 'col-span-2'" />
      <TapeStrip v-else class="max-column:col-span-1" :class="wide ? 'col-span-3' : 'col-span-2'" />
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands />
  <NameDialog v-if="dialog" v-bind="dialog" :save="name" @close="naming = undefined" />
</template>

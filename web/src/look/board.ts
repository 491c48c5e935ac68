import { until, useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import {
  answered,
  api,
  Refused,
  type Board,
  type Draft,
  type Entry,
  type Moment,
  type Scales,
  type Setup,
  type SetupView,
  type TapeItem,
} from '@/api/client'
import { useAsking } from '@/api/asking'
import { useFollowing } from '@/api/following'
import { useOutbox } from './outbox'
import { useNotices } from '@/ui/notices'

/** How long a lane that was chosen by hand stays chosen, whatever the board would go on to. */
const HELD_MS = 10_000

/** The open setup: how it stands, what a draft would do, and the way to its tape. */
export const useBoard = defineStore('board', () => {
  const notices = useNotices()
  const view = shallowRef<SetupView>()
  const scales = shallowRef<Scales>()
  /** Items before those that come with the setup, once somebody looked for them; and whether there are more. */
  const earlier = shallowRef<TapeItem[]>([])
  const moreEarlier = ref(false)
  /** A moment of the tape that is looked at. */
  const moment = shallowRef<Moment & { id: string }>()
  const trying = useAsking(async ({ inFull, ...body }: { setup: Setup; entry: Entry; inFull: boolean }) => ({
    inFull,
    draft: await answered(api.POST('/api/draft', { body })),
  }))
  const tried = computed(() => (trying.refused.value || trying.failed.value ? undefined : trying.answer.value))
  /** What an entry would do that is being dragged or typed. */
  const draft = computed<Draft | undefined>(() => tried.value?.draft)
  /** Whether it is shown in full (a target being dragged) or only as a ghost (a reading being typed). */
  const draftInFull = computed(() => tried.value?.inFull ?? false)
  const failed = ref<string>()
  const chosen = ref('room')
  let chosenByHandAt = 0

  const outbox = useOutbox(({ setup, view: now, refused }) => {
    if (refused) {
      notices.say(refused.problem.detail, { warn: true })
      if (view.value?.id === setup) void refresh()
    } else if (now && view.value?.id === setup) {
      show(now)
    }
  })

  const board = computed<Board | undefined>(
    () => moment.value?.board ?? (draftInFull.value ? draft.value?.board : undefined) ?? view.value?.board,
  )
  /** The setup behind it. */
  const setup = computed<Setup | undefined>(() => moment.value?.setup ?? view.value?.setup)
  const lane = computed(() => board.value?.lanes.find((l) => l.id === chosen.value))
  const light = computed(() => view.value?.setup.lights.find((l) => l.id === chosen.value))
  const tape = computed(() => [...earlier.value, ...(view.value?.tape.items ?? [])])

  function show(now: SetupView): void {
    const next = now.board.next.lane
    const movedOn = view.value?.id === now.id && view.value.version !== now.version
    // What slid off the end of the newest part would be missing between the two.
    if (movedOn || view.value?.id !== now.id) {
      earlier.value = []
      moreEarlier.value = now.tape.earlier
    }
    view.value = now
    moment.value = undefined
    if (movedOn && Date.now() - chosenByHandAt > HELD_MS) chosen.value = next
    if (!now.board.lanes.some((l) => l.id === chosen.value)) chosen.value = next
  }

  async function open(id: string): Promise<void> {
    if (view.value?.id !== id) {
      view.value = undefined
      moment.value = undefined
      earlier.value = []
      chosenByHandAt = 0
    }
    failed.value = undefined
    dropDraft()
    try {
      scales.value ??= await answered(api.GET('/api/scales'))
      const now = await answered(api.GET('/api/setups/{id}', { params: { path: { id } } }))
      chosen.value = now.board.next.lane
      show(now)
      void outbox.flush()
      following.follow(id)
    } catch (error) {
      failed.value = (error as Error).message
    }
  }

  async function refresh(): Promise<void> {
    const id = view.value?.id
    if (!id) return
    try {
      const now = await answered(api.GET('/api/setups/{id}', { params: { path: { id } } }))
      if (view.value?.id === id && now.version !== view.value.version) show(now)
    } catch {
      // The next look tries again; what is shown stays.
    }
  }

  /** Somebody else may have written meanwhile; and what waits here goes out as soon as the server is back. */
  const following = useFollowing((version) => {
    if (outbox.outOfReach.value) void outbox.flush()
    if (version === undefined || version > (view.value?.version ?? 0)) void refresh()
  })
  useEventListener(window, ['focus', 'online'], () => {
    void outbox.flush()
    void refresh()
  })

  function choose(id: string): void {
    if (!board.value?.lanes.some((l) => l.id === id)) return
    chosen.value = id
    chosenByHandAt = Date.now()
  }

  function write(entry: Entry): void {
    const now = view.value
    if (!now) return
    dropDraft()
    moment.value = undefined
    outbox.add(now.id, now.version, entry)
  }

  /** What is being done, one thing after the other: a key that is pressed fast must not overtake the reading before it. */
  let turn: Promise<unknown> = Promise.resolve()
  const acting = ref(0)
  const busyWriting = computed(() => acting.value > 0 || outbox.waiting.value > 0)

  function inTurn(act: () => Promise<void> | void): Promise<void> {
    acting.value += 1
    const mine = turn.then(act).finally(() => (acting.value -= 1))
    turn = mine.catch(() => undefined)
    return mine
  }

  /**
   * Logs that the next move was done, and tells what kind it was; nothing where there is none, or where it can't be meant: a move that nobody
   * has seen yet is not done by a key that was pressed for the one before.
   */
  function doNext(): Board['next']['kind'] | undefined {
    const next = view.value?.board.next
    if (!next?.action || moment.value || busyWriting.value) return undefined
    write(next.action.entry)
    return next.kind
  }

  function back(kind: 'undo' | 'redo'): Promise<void> {
    if (outbox.outOfReach.value) {
      notices.say(`The server is out of reach: ${kind} when it is back.`)
      return Promise.resolve()
    }
    return inTurn(async () => {
      await until(outbox.waiting).toBe(0)
      const of = view.value?.[kind]
      if (of) write(kind === 'undo' ? { undo: { of } } : { redo: { of } })
      await until(outbox.waiting).toBe(0)
    })
  }
  const undo = () => back('undo')
  const redo = () => back('redo')

  /** Asks what an entry would do. */
  async function tryOut(entry: Entry, inFull: boolean): Promise<void> {
    const now = view.value
    if (now) await trying.ask({ setup: now.setup, entry, inFull })
  }

  /** Whether an entry could be written. Out of reach counts as yes: it waits in the outbox, and a refusal is told from there. */
  async function check(entry: Entry): Promise<Refused | undefined> {
    const setup = view.value?.setup
    if (!setup) return undefined
    try {
      await answered(api.POST('/api/draft', { body: { setup, entry } }))
      return undefined
    } catch (error) {
      return error instanceof Refused ? error : undefined
    }
  }

  const dropDraft = trying.giveUp

  async function lookAt(item: TapeItem | undefined): Promise<void> {
    const id = view.value?.id
    if (!id || !item || moment.value?.id === item.id) {
      moment.value = undefined
      return
    }
    try {
      const then = await answered(
        api.GET('/api/setups/{id}/tape/{entry}', { params: { path: { id, entry: item.id } } }),
      )
      moment.value = { id: item.id, ...then }
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
    }
  }

  async function loadEarlier(): Promise<void> {
    const id = view.value?.id
    const first = tape.value[0]
    if (!id || !first) return
    try {
      const part = await answered(
        api.GET('/api/setups/{id}/tape', { params: { path: { id }, query: { before: first.seq } } }),
      )
      earlier.value = [...part.items, ...earlier.value]
      moreEarlier.value = part.earlier
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
    }
  }

  watch(chosen, dropDraft)

  return {
    view,
    scales,
    board,
    setup,
    lane,
    light,
    tape,
    moreEarlier,
    moment,
    draft,
    draftRefused: trying.refused,
    draftInFull,
    failed,
    chosen,
    waiting: outbox.waiting,
    leave: following.stop,
    busyWriting,
    inTurn,
    doNext,
    outOfReach: outbox.outOfReach,
    open,
    show,
    refresh,
    choose,
    write,
    undo,
    redo,
    tryOut,
    check,
    dropDraft,
    lookAt,
    loadEarlier,
  }
})

import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { Board, Lane, Refused, Setup } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { useNotices } from '@/ui/notices'
import { may } from '@/ui/who'
import { useChoice } from './choice'
import { useDraft } from './draft'
import { useOutbox } from './outbox'
import { stackOf, usePast } from './past'
import { useSession } from './session'
import { useSteps, type Step } from './steps'
import { wishStep } from './wishes'

/** The open look: how it stands, what a draft would do, which lane is chosen, and the way to its tape. To be read; changed by what it offers. */
export const useBoard = defineStore('board', () => {
  const notices = useNotices()
  /** Which light a reading is being typed for: it stays that one's until it is logged or cleared, whatever the board goes on to. */
  const typing = ref<string>()
  const session = useSession({
    opening(other) {
      steps.settle()
      draft.dropDraft()
      chosen.begin(other)
      if (!other) return
      past.leaveMoment()
      past.begin()
      typing.value = undefined
    },
    accepted(now, before) {
      const movedOn = before !== undefined && before.version !== now.version
      if (movedOn || !before) past.begin(now)
      if (movedOn) steps.again()
      chosen.follow(now.board, movedOn && !typing.value)
    },
    reached: () => void outbox.flush(),
  })
  const past = usePast(() => session.view.value)
  const draft = useDraft(() => session.view.value?.setup)

  /** Who mends an entry that comes back, by its id. */
  const menders = new Map<string, (refused: Refused) => void>()
  const outbox = useOutbox(({ id, setup, view: now, refused }) => {
    const mend = menders.get(id) ?? ((why: Refused) => notices.say(why.problem.detail, { warn: true }))
    menders.delete(id)
    if (refused) {
      mend(refused)
      if (session.view.value?.id === setup) void session.refresh()
    } else if (now) {
      session.accept(now)
    }
  })

  const board = computed<Board | undefined>(
    () =>
      past.moment.value?.board ??
      (draft.draftInFull.value ? draft.draft.value?.board : undefined) ??
      session.view.value?.board,
  )
  /** What would spoil a frame; and the same where something else is to be done before it is mended. */
  const spoils = computed(() => board.value?.findings?.find((f) => f.spoils))
  /** How much is worth knowing; what is to be mended on the devices counts once. */
  const known = computed(() => (board.value?.findings?.length ?? 0) + (board.value?.check ? 1 : 0))
  const beforeFrame = computed(() => (board.value?.next.kind === 'mend' ? undefined : spoils.value))
  /** The setup behind it. */
  const setup = computed<Setup | undefined>(() => past.moment.value?.setup ?? session.view.value?.setup)
  const chosen = useChoice(() => board.value)
  const lane = computed(() => board.value?.lanes.find((l) => l.id === chosen.chosen.value))
  const light = computed(() => session.view.value?.setup.lights.find((l) => l.id === chosen.chosen.value))
  watch(chosen.chosen, () => !typing.value && draft.dropDraft())

  /** How many entries of this look wait. */
  const waitingHere = computed(() => outbox.of(session.view.value?.id).length)
  const steps = useSteps({
    view: () => session.view.value,
    waiting: () => waitingHere.value,
    show: (entry) => void draft.tryOut(entry, true),
    write: outbox.add,
  })
  // What steps led to is shown until it is written and there: nothing jumps back and forth.
  watch(waitingHere, (left) => {
    if (left === 0 && steps.arrived()) draft.dropDraft()
  })

  /** Writes what was typed, or says why not, and what would be right. */
  async function typed(entry: TypedEntry): Promise<string | undefined> {
    steps.settle()
    const refused = await draft.check(entry)
    if (!refused) write(entry)
    return refused?.problem.detail
  }

  /** Who is here as a guest looks, and writes nothing. */
  const looksOn = computed(() => !may('write'))
  /** Nothing is written now: it is looked at an earlier moment, or by a guest. */
  const still = computed(() => Boolean(past.moment.value) || looksOn.value)

  /** Says why nothing is written, where nothing is. */
  function isStill(): boolean {
    if (!still.value) return false
    notices.say(
      looksOn.value
        ? 'You look on as a guest: nothing is written from here. The owner can let you in as an assistant.'
        : 'This is an earlier moment: nothing is written in it. Go on from here, or back to now.',
    )
    return true
  }

  /** Writes an entry; `mend` is told why, should it come back. */
  function write(entry: TypedEntry, mend?: (refused: Refused) => void): void {
    steps.settle()
    const now = session.view.value
    if (!now || isStill()) return
    draft.dropDraft()
    // A reading leads on, whichever light was chosen for it.
    if ('reading' in entry) chosen.letGo()
    const id = outbox.add(now.id, now.version, entry)
    if (mend) menders.set(id, mend)
  }

  /** Something waits that what is shown does not have yet: word of others may bring it before its own answer does. */
  const busyWriting = computed(() => {
    const now = session.view.value
    const there = new Set(now?.tape?.items.map((item) => item.id))
    return outbox.of(now?.id).some((waiting) => !there.has(waiting.id))
  })

  /**
   * Logs that the next move was done, and tells what kind it was; nothing where there is none, or where it can't be meant: a move that nobody
   * has seen yet is not done by a key that was pressed for the one before.
   */
  function doNext(): Board['next']['kind'] | undefined {
    const next = session.view.value?.board.next
    return press(next?.action) ? next?.kind : undefined
  }

  /** Logs that all dials were turned at once, and tells whether there were any; by the same rule. */
  const setAll = (): boolean => press(session.view.value?.board.set_all?.action)

  function press(action: Board['next']['action']): boolean {
    steps.settle()
    if (!action || isStill() || busyWriting.value) return false
    chosen.letGo()
    write(action.entry)
    return true
  }

  const stack = computed(() => {
    const now = session.view.value
    return now ? stackOf(now, outbox.of(now.id)) : { undo: [], redo: [] }
  })

  /** Takes back what was written last, or brings back what was taken back last: counted on from what is on its way, and kept with it. */
  function back(kind: 'undo' | 'redo'): void {
    if (isStill()) return
    steps.settle()
    const of = stack.value[kind].at(-1)
    if (of) write(kind === 'undo' ? { undo: { of } } : { redo: { of } })
    else if (busyWriting.value) notices.say(`What is on its way comes first: ${kind} again when it is there.`)
  }

  /** Goes on from the moment that is shown: all that came after it is taken back, in one step. */
  function goOn(): void {
    const of = past.moment.value?.id
    past.leaveMoment()
    if (of && of !== stack.value.undo.at(-1)) write({ go_on: { of } })
  }

  /** One step of something, by key, press or wheel. */
  function step<T>(what: Step<T>): void {
    if (isStill()) return
    // The next press is for the same light.
    chosen.hold()
    steps.step(what)
  }

  /** A part of something that is written as a whole: what else of it was changed and is not there yet stays. Written at once. */
  function change<T>(what: Step<T>): void {
    step(what)
    steps.settle()
  }

  /** Raises a lane's wish by some stops. */
  function raise(lane: Lane | undefined, by: number): void {
    if (!lane) return
    if (lane.wish == null && lane.first_wish) write(lane.first_wish)
    else step(wishStep(lane, by))
  }

  /** Turns the dial of a light by one setting. */
  function turnDial(lane: Lane | undefined, way: 'up' | 'down'): void {
    const { id, dial } = lane ?? {}
    if (!id || !dial) return
    const settings = dial.settings.map((s) => s.written)
    step({
      of: `dial ${id}`,
      now: () => dial.now,
      next: (now) => settings[settings.indexOf(now) + (way === 'up' ? -1 : 1)],
      entry: (to) => ({ dial: { light: id, dial: to } }),
    })
  }

  /** Puts a draft away, and steps that are not written yet. */
  function giveUp(): void {
    steps.giveUp()
    draft.dropDraft()
  }

  /** Changes the wish for the room to the other one. */
  function keepOrRemove(): void {
    const room = session.view.value?.board.room
    if (room) write(room.kept ? room.remove : room.keep)
  }

  return {
    view: session.view,
    scales: session.scales,
    failed: session.failed,
    kept: session.kept,
    open: session.open,
    accept: session.accept,
    leave: session.leave,
    board,
    setup,
    spoils,
    beforeFrame,
    known,
    chosen: chosen.chosen,
    choose: chosen.choose,
    lane,
    light,
    tape: past.tape,
    moreEarlier: past.moreEarlier,
    moment: past.moment,
    still,
    looksOn,
    lookAt: past.lookAt,
    loadEarlier: past.loadEarlier,
    ...draft,
    giveUp,
    waiting: outbox.waiting,
    outOfReach: outbox.outOfReach,
    barred: outbox.barred,
    busyWriting,
    typing,
    write,
    typed,
    goOn,
    doNext,
    setAll,
    canUndo: computed(() => stack.value.undo.length > 0),
    canRedo: computed(() => stack.value.redo.length > 0),
    undo: () => back('undo'),
    redo: () => back('redo'),
    step,
    change,
    meant: steps.meant,
    raise,
    turn: turnDial,
    keepOrRemove,
  }
})

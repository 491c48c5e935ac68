import { until } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import type { Board, Lane, Setup } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { useNotices } from '@/ui/notices'
import { useChoice } from './choice'
import { useDraft } from './draft'
import { useOutbox } from './outbox'
import { usePast } from './past'
import { useSession } from './session'
import { useSteps, type Step } from './steps'
import { wishStep } from './wishes'

/** The open look: how it stands, what a draft would do, which lane is chosen, and the way to its tape. To be read; changed by what it offers. */
export const useBoard = defineStore('board', () => {
  const notices = useNotices()
  const session = useSession({
    opening(other) {
      steps.settle()
      draft.dropDraft()
      chosen.begin(other)
      if (!other) return
      past.leaveMoment()
      past.begin()
    },
    accepted(now, before) {
      const movedOn = before !== undefined && before.version !== now.version
      if (movedOn || !before) past.begin(now)
      past.leaveMoment()
      if (movedOn) steps.again()
      chosen.follow(now.board, movedOn)
    },
    reached: () => void outbox.flush(),
  })
  const past = usePast(() => session.view.value)
  const draft = useDraft(() => session.view.value?.setup)

  const outbox = useOutbox(({ setup, view: now, refused }) => {
    if (refused) {
      notices.say(refused.problem.detail, { warn: true })
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
  /** The setup behind it. */
  const setup = computed<Setup | undefined>(() => past.moment.value?.setup ?? session.view.value?.setup)
  const chosen = useChoice(() => board.value)
  const lane = computed(() => board.value?.lanes.find((l) => l.id === chosen.chosen.value))
  const light = computed(() => session.view.value?.setup.lights.find((l) => l.id === chosen.chosen.value))
  watch(chosen.chosen, draft.dropDraft)

  /** How many entries of this look wait. */
  const waitingHere = computed(() => outbox.waitingOf(session.view.value?.id))
  const steps = useSteps({
    view: () => session.view.value,
    waiting: () => waitingHere.value,
    show: (entry) => void draft.tryOut(entry, true),
    write: (look, version, entry) => outbox.add(look, version, entry),
  })
  // What steps led to is shown until it is written and there: nothing jumps back and forth.
  watch(waitingHere, (left) => {
    if (left === 0 && steps.arrived()) draft.dropDraft()
  })

  function write(entry: TypedEntry): void {
    steps.settle()
    const now = session.view.value
    if (!now) return
    draft.dropDraft()
    past.leaveMoment()
    outbox.add(now.id, now.version, entry)
  }

  /** What is being done, one thing after the other: a key that is pressed fast must not overtake the reading before it. */
  let turn: Promise<unknown> = Promise.resolve()
  const acting = ref(0)
  const busyWriting = computed(() => acting.value > 0 || waitingHere.value > 0)

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
    steps.settle()
    const next = session.view.value?.board.next
    if (!next?.action || past.moment.value || busyWriting.value) return undefined
    write(next.action.entry)
    return next.kind
  }

  function back(kind: 'undo' | 'redo'): Promise<void> {
    if (outbox.outOfReach.value) {
      notices.say(`The server is out of reach: ${kind} when it is back.`)
      return Promise.resolve()
    }
    steps.settle()
    return inTurn(async () => {
      await until(waitingHere).toBe(0)
      const of = session.view.value?.[kind]
      if (of) write(kind === 'undo' ? { undo: { of } } : { redo: { of } })
      await until(waitingHere).toBe(0)
    })
  }

  /** One step of something, by key, press or wheel. */
  function step<T>(what: Step<T>): void {
    if (!past.moment.value) steps.step(what)
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
    // From full power to the lowest, as far as it is told.
    const settings = [...dial.up.toReversed(), dial.now, ...dial.down]
    step({
      of: `dial ${id}`,
      now: () => dial.now,
      next: (now) => settings[settings.indexOf(now) + (way === 'up' ? -1 : 1)],
      entry: (to) => ({ dial: { light: id, dial: to } }),
    })
  }

  /** Puts a draft away, and steps that are not written yet. */
  function dropDraft(): void {
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
    open: session.open,
    accept: session.accept,
    leave: session.leave,
    board,
    setup,
    chosen: chosen.chosen,
    choose: chosen.choose,
    lane,
    light,
    tape: past.tape,
    moreEarlier: past.moreEarlier,
    moment: past.moment,
    lookAt: past.lookAt,
    loadEarlier: past.loadEarlier,
    ...draft,
    dropDraft,
    waiting: outbox.waiting,
    outOfReach: outbox.outOfReach,
    busyWriting,
    inTurn,
    write,
    doNext,
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

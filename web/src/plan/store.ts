import { useTimeoutFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef, watch } from 'vue'
import { answered, api, type Entry, type Plan, type PlanDrawn, type PlanQuestion, type Setup } from '@/api/client'
import { useAsking } from '@/api/asking'
import { useBoard } from '@/look/board'
import { useNotices } from '@/ui/notices'

interface Asked {
  setup: Setup
  entry?: Entry
  question: PlanQuestion
}

/** What an entry moves: steps of one thing add up to one entry. */
const subject = (entry: Entry) => ('placed' in entry ? entry.placed.light : Object.keys(entry)[0])

/** Keys that nudge write one entry when they rest for this long, milliseconds. */
const REST = 600

/** The plan of the open setup: as it stands, and as it would be while something is dragged. */
export const usePlan = defineStore('plan', () => {
  const board = useBoard()
  const notices = useNotices()
  const put = (body: Asked) => answered(api.POST('/api/plan', { body }))
  // Raw: a store would unwrap what lies within.
  const asking = markRaw(useAsking<Asked, PlanDrawn>(put))
  const dragging = markRaw(useAsking<Asked, PlanDrawn>(put))
  /** What is drawn beside the chosen light's lines. */
  const wants = ref<Omit<PlanQuestion, 'chosen'>>({ others: true })
  /** The move that is not written yet. */
  const moving = shallowRef<Entry>()
  /** It was let go: what it led to stays on the screen until the entry is there. */
  const dropped = ref(false)
  const watched = ref(0)

  const rest = computed<Plan | undefined>(() => asking.answer.value?.plan)
  const shown = computed<Plan | undefined>(() => (moving.value ? dragging.answer.value?.plan : undefined) ?? rest.value)
  /** Every light's lines: the chosen one's as it is dragged, the others' as they stand. */
  const contours = computed(() => {
    const now = shown.value?.contours ?? []
    if (shown.value === rest.value) return now
    return [...now, ...(rest.value?.contours ?? []).filter((c) => !now.some((n) => n.light === c.light))]
  })
  /** The board as it would be, for the ladder's ghosts. */
  const ghosts = computed(() => (moving.value && !dropped.value ? dragging.answer.value?.board?.lanes : undefined))
  /** What the chosen light gives more or less as it is dragged, and the setting that holds it. */
  const held = computed(() => (moving.value ? (dragging.answer.value?.held ?? undefined) : undefined))
  const refused = computed(() => (moving.value ? dragging.refused.value?.problem.detail : undefined))

  function ask(): void {
    const setup = board.setup
    if (setup && watched.value > 0) void asking.ask({ setup, question: { ...wants.value, chosen: board.chosen } })
  }
  watch([() => board.setup, () => board.chosen, wants, watched], ask)
  // What was let go stays on the screen until the plan is there that has it; what was not taken goes back.
  const written = () => board.view?.version
  let droppedAt: number | undefined
  /** How far the sitter was moved by entries that the plan does not have yet, metres. */
  let onWay: { x: number; z: number } | undefined
  watch([() => board.view?.id, written, () => board.moment], () => {
    if (!dropped.value || watched.value === 0) putAway()
  })
  watch(
    () => board.view?.id,
    (_, left) => {
      onWay = undefined
      // What was drawn of another look goes with it.
      if (left) asking.giveUp()
    },
  )
  watch(asking.answer, () => {
    if (written() === droppedAt) return
    if (board.waiting === 0) onWay = undefined
    if (dropped.value) putAway()
  })
  watch(
    () => board.waiting,
    (left) => {
      if (left > 0 || written() !== droppedAt) return
      // It was not taken.
      onWay = undefined
      if (dropped.value) putAway()
    },
  )

  /** What would be, while it is dragged. Steps by key of something else are written first, and nothing is written while it is dragged. */
  async function move(entry: Entry): Promise<void> {
    const setup = board.setup
    if (!setup || board.moment) return
    if (moving.value && !dropped.value && subject(moving.value) !== subject(entry)) drop()
    resting.stop()
    moving.value = ahead(entry)
    dropped.value = false
    await dragging.ask({
      setup,
      entry: moving.value,
      question: { chosen: board.chosen, elevation: wants.value.elevation },
    })
  }

  /** Lets go: one entry is written. */
  function drop(): void {
    resting.stop()
    const entry = moving.value
    if (!entry || dropped.value) return
    // What was refused may have been a place on the way: then the server is asked by the entry itself.
    if (refused.value && !dragging.out.value) {
      notices.say(`Not moved. ${refused.value}`, { warn: true })
      putAway()
      return
    }
    dropped.value = true
    droppedAt = written()
    if ('sitter_moved' in entry) {
      const { x, z } = entry.sitter_moved
      onWay = { x: (onWay?.x ?? 0) + x, z: (onWay?.z ?? 0) + z }
    }
    board.write(entry)
  }

  /** Where a sitter goes is told from where the plan has that one: what is on its way already is not written twice. */
  function ahead(entry: Entry): Entry {
    if (!('sitter_moved' in entry) || !onWay) return entry
    return { sitter_moved: { x: entry.sitter_moved.x - onWay.x, z: entry.sitter_moved.z - onWay.z } }
  }

  /** A hand let go of what it dragged without meaning it. Steps by key that were not written yet were meant. */
  function giveUp(): void {
    if (moving.value && !dropped.value && !resting.isPending.value) putAway()
  }

  function putAway(): void {
    resting.stop()
    moving.value = undefined
    dragging.giveUp()
    dropped.value = false
  }

  /** A step by key: shown at once, written when the hand rests. */
  const resting = useTimeoutFn(drop, REST, { immediate: false })
  function nudge(entry: Entry): void {
    void move(entry)
    resting.start()
  }

  /** A plan is on the screen; it is asked for as long as one is. */
  function look(): () => void {
    watched.value += 1
    return () => {
      watched.value -= 1
    }
  }

  return {
    wants,
    moving,
    dropped,
    rest,
    shown,
    contours,
    ghosts,
    held,
    refused,
    failed: asking.failed,
    move,
    drop,
    putAway,
    giveUp,
    nudge,
    look,
  }
})

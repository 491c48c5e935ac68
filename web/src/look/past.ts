import { computed, ref, shallowRef } from 'vue'
import { answered, api, type Moment, type SetupView, type TapeItem } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { useNotices } from '@/ui/notices'

/** What can be taken back and brought back, the next one last, once what is on its way is there too. */
export function stackOf(
  { tape, undo, redo }: SetupView,
  waiting: readonly { id: string; entry: TypedEntry }[],
): { undo: string[]; redo: string[] } {
  const stands = tape.items.filter((item) => !item.undone).map((item) => item.id)
  // The tape has only its newest part, and may be asked for before its marks are known: what the server says counts.
  const stack = { undo: stands.at(-1) === undo ? stands : [undo ?? []].flat(), redo: [redo ?? []].flat() }
  for (const { id, entry } of waiting) {
    // What is there already has nothing more to do.
    if ('undo' in entry) {
      if (stack.undo.at(-1) === entry.undo.of) stack.redo.push(...stack.undo.splice(-1))
    } else if ('redo' in entry) {
      if (stack.redo.at(-1) === entry.redo.of) stack.undo.push(...stack.redo.splice(-1))
    } else if (!stands.includes(id)) {
      stack.undo.push(id)
      stack.redo = []
    }
  }
  return stack
}

/** The tape of the open look, as far back as somebody looked, and a moment of it. */
export function usePast(view: () => SetupView | undefined) {
  const notices = useNotices()
  const earlier = shallowRef<TapeItem[]>([])
  const moreEarlier = ref(false)
  const moment = shallowRef<Moment & { id: string; at: string }>()
  const tape = computed(() => [...earlier.value, ...(view()?.tape.items ?? [])])
  const say = (error: unknown) => notices.say((error as Error).message, { warn: true })

  /** What slid off the end of the newest part would be missing between the two: earlier parts are asked for again. */
  function begin(now?: SetupView): void {
    earlier.value = []
    moreEarlier.value = now?.tape.earlier ?? false
  }

  /** Which moment was asked for last. */
  let wanted: string | undefined

  function leaveMoment(): void {
    wanted = moment.value = undefined
  }

  async function lookAt(item: TapeItem | undefined): Promise<void> {
    const id = view()?.id
    if (!id || !item || moment.value?.id === item.id) {
      leaveMoment()
      return
    }
    wanted = item.id
    try {
      const params = { path: { id, entry: item.id } }
      const then = await answered(api.GET('/api/setups/{id}/tape/{entry}', { params }))
      if (view()?.id === id && wanted === item.id) moment.value = { id: item.id, at: item.at, ...then }
    } catch (error) {
      say(error)
    }
  }

  async function loadEarlier(): Promise<void> {
    const id = view()?.id
    const first = tape.value[0]
    if (!id || !first) return
    try {
      const params = { path: { id }, query: { before: first.seq } }
      const part = await answered(api.GET('/api/setups/{id}/tape', { params }))
      // Asked twice, or overtaken by a new entry: what is there already, or no longer fits, is not put before it again.
      if (view()?.id !== id || tape.value[0]?.seq !== first.seq) return
      earlier.value = [...part.items, ...earlier.value]
      moreEarlier.value = part.earlier
    } catch (error) {
      say(error)
    }
  }

  return {
    tape,
    moreEarlier: computed(() => moreEarlier.value),
    moment: computed(() => moment.value),
    begin,
    leaveMoment,
    lookAt,
    loadEarlier,
  }
}

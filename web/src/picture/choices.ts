import { computed, ref } from 'vue'
import type { Entry, Setup } from '@/api/client'
import { useBoard } from '@/look/board'
import type { Show } from './foretold'

/** Now, after the next move, or every light on its wish. */
export type Moment = 'now' | 'after' | 'wished'

const MOMENTS: { value: Moment; words: string }[] = [
  { value: 'now', words: 'Now' },
  { value: 'after', words: 'After' },
  { value: 'wished', words: 'Wished' },
]

/** Which moment of a look is shown, and what is asked for it. */
export function useMoment() {
  const board = useBoard()
  const moment = ref<Moment>('now')
  const after = computed<Entry[]>(() => {
    const { next, set_all } = board.view?.board ?? {}
    const entry = set_all?.action?.entry ?? next?.action?.entry
    return entry && !('frame' in entry) && !('reading' in entry) ? [entry] : []
  })
  /** What a moment asks for. */
  function asked(of: Moment): { setup: Setup; entries: Entry[]; show: Show } | undefined {
    const setup = board.setup
    if (!setup) return undefined
    return { setup, entries: of === 'after' ? after.value : [], show: of === 'wished' ? 'wished' : 'now' }
  }
  /** Without a place of any light there is nothing to be foretold. */
  const placed = computed(() => board.setup?.lights.some((l) => l.place) ?? false)
  const hasNext = computed(() => after.value.length > 0)
  /** Those that there are: without a next move nothing comes after it. */
  const options = computed(() => MOMENTS.filter((m) => m.value !== 'after' || hasNext.value))
  return { moment, options, asked, placed, hasNext }
}

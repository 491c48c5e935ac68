import { computed, ref, shallowRef, watch } from 'vue'
import type { Plan, Setup } from '@/api/client'
import { useBoard } from '@/look/board'
import { usePlan } from './store'

export type Side = 'before' | 'dragged'

/** What a drag changes: how it stood when it began, kept beside how it stands until something else is done. */
export function useCompared() {
  const board = useBoard()
  const plan = usePlan()
  const begun = shallowRef<{ setup: Setup; numbers: Plan['numbers'] }>()
  /** What the last answer said of the level at the face. */
  const held = ref<string>()
  const side = ref<Side>('dragged')
  /** The version that what was let go came to. */
  let own: number | undefined

  watch(
    () => plan.moving,
    (now, was) => {
      if (now && !was && board.setup) {
        begun.value = { setup: board.setup, numbers: plan.rest?.numbers ?? [] }
        side.value = 'dragged'
        own = undefined
      }
      // Put back where it was: there is nothing to compare.
      if (was && !now && own === undefined) begun.value = undefined
    },
    { flush: 'sync' },
  )
  watch(
    () => board.view?.version,
    (version) => {
      if (plan.moving && plan.dropped) own = version
      else if (!plan.moving && version !== own) begun.value = undefined
    },
    { flush: 'sync' },
  )
  watch([() => board.view?.id, () => board.moment, () => board.chosen], () => {
    if (!plan.moving) begun.value = undefined
  })
  watch(begun, () => (held.value = undefined))
  watch(
    () => plan.held,
    (now) => {
      if (begun.value && plan.moving) held.value = now
    },
  )

  /** Each number now, and as it was where something is compared. */
  const rows = computed(() =>
    (plan.shown?.numbers ?? []).map((n) => ({
      ...n,
      before: begun.value?.numbers.find((b) => b.name === n.name)?.shown,
    })),
  )
  return { begun, side, rows, held }
}

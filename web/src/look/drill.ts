import { defineStore } from 'pinia'
import { v7 } from 'uuid'
import { computed, ref, watch } from 'vue'
import { answered, api, type HeldAt, type RunOver } from '@/api/client'
import { useNotices } from '@/ui/notices'
import { useBoard } from './board'

/** The drill of the look that is open: its simulated meter, asking, being done. All else is written as in any look. */
export const useDrill = defineStore('drill', () => {
  const board = useBoard()
  const notices = useNotices()
  const busy = ref(false)
  /** What the meter's display showed beside the last reading, or what was seen of a light. */
  const says = ref('')
  /** The try, as long as it runs. */
  const run = computed(() => (board.view?.run?.over ? undefined : (board.view?.run ?? undefined)))
  /** The sentence is the photographer's own. */
  const yours = computed(() => run.value !== undefined && board.board?.next.kind === 'yours')
  watch(
    () => run.value?.id,
    () => (says.value = ''),
  )

  /** What was asked for and not answered: asked for again, it is the same, and counts once. */
  let open: { key: string; id: string } | undefined
  function idOf(key: string): string {
    if (open?.key !== key) open = { key, id: v7() }
    return open.id
  }

  /** Asks the studio for something. */
  async function ask<T>(what: () => Promise<T>): Promise<T | undefined> {
    if (busy.value) return undefined
    busy.value = true
    try {
      const got = await what()
      open = undefined
      return got
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
      return undefined
    } finally {
      busy.value = false
    }
  }

  /** Reads the simulated meter. */
  async function measure(of: string, place?: HeldAt, iso?: string): Promise<void> {
    const id = run.value?.id
    if (!id) return
    const what = { of, ...(place ? { place } : {}), ...(iso ? { iso } : {}) }
    const body = { id: idOf(JSON.stringify([id, what])), ...what }
    const got = await ask(async () =>
      answered(api.POST('/api/practice/{id}/readings', { params: { path: { id } }, body })),
    )
    if (!got) return
    says.value = got.says
    board.accept(got.view)
  }

  /** Fires a light alone. True where it did. */
  async function fire(light: string): Promise<boolean> {
    const id = run.value?.id
    if (!id) return false
    const body = { id: idOf(JSON.stringify([id, light])), light }
    const got = await ask(async () =>
      answered(api.POST('/api/practice/{id}/fired', { params: { path: { id } }, body })),
    )
    if (!got) return false
    says.value = got.says
    if (got.dark) notices.say(got.says, { warn: true })
    board.accept(got.view)
    return !got.dark
  }

  /** Asks for the next move: it counts as a reading. */
  function tell(): void {
    if (run.value?.alone && yours.value) board.write({ asked: {} })
  }

  /** Says that it is done: it is judged. */
  async function finish(): Promise<RunOver | undefined> {
    const id = run.value?.id
    if (!id) return undefined
    return await ask(async () => answered(api.POST('/api/practice/{id}/done', { params: { path: { id } } })))
  }

  /** Ends it without being done. */
  async function end(): Promise<boolean> {
    const id = run.value?.id
    if (!id) return false
    const ended = await ask(async () => {
      await answered(api.DELETE('/api/practice/{id}', { params: { path: { id } } }))
      return true
    })
    return ended ?? false
  }

  return { run, yours, busy, says, measure, fire, tell, finish, end }
})

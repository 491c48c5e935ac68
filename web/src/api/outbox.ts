import { useStorage } from '@vueuse/core'
import { v7 } from 'uuid'
import { computed, ref } from 'vue'
import { answered, api, OutOfReach, Refused, type Entry, type SetupView } from './client'

/** An entry on its way to a tape. Its id is made here, so that sending it twice writes it once. */
interface Kept {
  id: string
  setup: string
  base: number
  at: string
  entry: Entry
}

export interface Outcome {
  setup: string
  view?: SetupView
  refused?: Refused
}

const AGAIN_AFTER_MS = 2000

/**
 * Entries that were typed and not yet taken by the server. They are sent one after the other, stay in this browser across a reload,
 * and are tried again while the server is out of reach.
 */
export function useOutbox(settled: (outcome: Outcome) => void) {
  const kept = useStorage<Kept[]>('ink-lamp.outbox', [], localStorage)
  const outOfReach = ref(false)
  let sending = false
  let timer: ReturnType<typeof setTimeout> | undefined

  function add(setup: string, version: number, entry: Entry): void {
    // Each entry before it in the queue will have raised the version by one.
    const before = kept.value.filter((k) => k.setup === setup).length
    kept.value.push({ id: v7(), setup, base: version + before, at: new Date().toISOString(), entry })
    void flush()
  }

  async function flush(): Promise<void> {
    if (sending) return
    sending = true
    clearTimeout(timer)
    try {
      for (let next = kept.value[0]; next; next = kept.value[0]) {
        settled(await send(next))
      }
    } finally {
      sending = false
    }
  }

  // By id: another tab may have sent it too, and must not take the next one with it.
  function taken(id: string): void {
    kept.value = kept.value.filter((k) => k.id !== id)
  }

  async function send(next: Kept): Promise<Outcome> {
    const { id, setup, base, at, entry } = next
    for (;;) {
      try {
        const view = await answered(
          api.POST('/api/setups/{id}/entries', { params: { path: { id: setup } }, body: { id, base, at, entry } }),
        )
        outOfReach.value = false
        taken(id)
        return { setup, view }
      } catch (error) {
        const lasting = error instanceof Refused && error.problem.status !== 503
        if (lasting) {
          outOfReach.value = false
          taken(id)
          // What stands behind a refused entry counted on it.
          for (const later of kept.value) if (later.setup === setup) later.base -= 1
          return { setup, refused: error }
        }
        if (!(error instanceof Refused) && !(error instanceof OutOfReach)) throw error
        outOfReach.value = true
        await new Promise<void>((again) => {
          timer = setTimeout(again, AGAIN_AFTER_MS)
        })
      }
    }
  }

  return { add, flush, waiting: computed(() => kept.value.length), outOfReach: computed(() => outOfReach.value) }
}

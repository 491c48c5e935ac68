import { v7 } from 'uuid'
import { computed, ref } from 'vue'
import { answered, api, isNotTheirs, isOut, OutOfReach, Refused, type Entry, type SetupView } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { device, OUTBOX } from './device'

/** An entry on its way to a tape. Its id is made here, so that sending it twice writes it once. */
interface Kept {
  id: string
  setup: string
  base: number
  at: string
  entry: TypedEntry
}

export interface Outcome {
  id: string
  setup: string
  view?: SetupView
  refused?: Refused
}

const AGAIN_AFTER_MS = 2000

/** What the first version kept elsewhere, taken over once. */
function earlierVersions(): Kept[] {
  try {
    const left = JSON.parse(localStorage.getItem('ink-lamp.outbox') ?? '[]') as Kept[]
    localStorage.removeItem('ink-lamp.outbox')
    return left
  } catch {
    return []
  }
}

/**
 * Entries that were typed and not yet taken by the server. Those of a look are sent one after the other, whatever other looks wait for; they
 * stay on this device across a reload, and are tried again while the server is out of reach.
 */
export function useOutbox(settled: (outcome: Outcome) => void) {
  const kept = ref<Kept[]>([])
  /** Looks whose entries do not get through. */
  const cut = ref(new Set<string>())
  /** Why the server takes nothing from here, where it does not. */
  const barred = ref<string>()
  const sending = new Set<string>()
  const wakes = new Set<() => void>()
  const database = device()

  /** What an earlier page left here, in the order in which it was typed (ids count up with time). */
  const ready = database.then(async (db) => {
    const left = [...earlierVersions(), ...(((await db?.getAll(OUTBOX)) ?? []) as Kept[])]
    const there = new Set(kept.value.map((k) => k.id))
    kept.value = [...left.filter((k) => !there.has(k.id)), ...kept.value]
    if (kept.value.length > 0) void flush()
  })

  async function keep(entry: Kept): Promise<void> {
    const db = await database
    // Plain data only: what Vue watches can't be stored.
    await db?.put(OUTBOX, JSON.parse(JSON.stringify(entry)))
  }

  /** Takes an entry, to be sent, and says its id. */
  function add(setup: string, version: number, entry: TypedEntry): string {
    // The entry before it in the queue raises the version by one; what is shown may have it already, though its answer is still on the way.
    const before = kept.value.findLast((k) => k.setup === setup)
    const base = Math.max(version, before ? before.base + 1 : 0)
    const mine = { id: v7(), setup, base, at: new Date().toISOString(), entry }
    kept.value.push(mine)
    void keep(mine)
    void flush()
    return mine.id
  }

  /** Sends what waits, of each look in a queue of its own. */
  async function flush(): Promise<void> {
    wakes.forEach((wake) => wake())
    const looks = new Set(kept.value.map((k) => k.setup))
    await Promise.all([...looks].filter((look) => !sending.has(look)).map(empty))
  }

  async function empty(look: string): Promise<void> {
    const first = () => kept.value.find((k) => k.setup === look)
    sending.add(look)
    try {
      for (let next = first(); next; next = first()) {
        settled(await send(next))
        // In one turn with what it led to: nobody sees it neither waiting nor written.
        void taken(next.id)
      }
    } finally {
      sending.delete(look)
    }
  }

  // By id: another tab may have sent it too, and must not take the next one with it.
  async function taken(id: string): Promise<void> {
    kept.value = kept.value.filter((k) => k.id !== id)
    const db = await database
    await db?.delete(OUTBOX, id)
  }

  /** Until there is word that the server may be there again; or a while, where one is said. */
  async function woken(afterMs?: number): Promise<void> {
    await new Promise<void>((again) => {
      const wake = () => {
        wakes.delete(wake)
        again()
      }
      wakes.add(wake)
      if (afterMs !== undefined) setTimeout(wake, afterMs)
    })
  }
  const rested = () => woken(AGAIN_AFTER_MS)

  async function send(next: Kept): Promise<Outcome> {
    const { id, setup, at, entry } = next
    for (;;) {
      try {
        const body = { id, base: next.base, at, entry: entry as Entry }
        const view = await answered(api.POST('/api/setups/{id}/entries', { params: { path: { id: setup } }, body }))
        cut.value.delete(setup)
        return { id, setup, view }
      } catch (error) {
        // Whoever was let out may come in again: what they typed is theirs until then.
        const out = error instanceof Refused && (isOut(error.problem) || isNotTheirs(error.problem))
        const lasting = error instanceof Refused && !out && ![503, 507].includes(error.problem.status)
        if (lasting) {
          cut.value.delete(setup)
          // What stands behind a refused entry counted on it.
          for (const later of kept.value.filter((k) => k.setup === setup && k.id !== id)) {
            later.base -= 1
            void keep(later)
          }
          return { id, setup, refused: error }
        }
        if (!(error instanceof Refused) && !(error instanceof OutOfReach)) throw error
        cut.value.add(setup)
        if (out) {
          barred.value = error.problem.detail
          await woken()
          barred.value = undefined
        } else await rested()
      }
    }
  }

  return {
    add,
    flush,
    ready,
    waiting: computed(() => kept.value.length),
    /** What waits of one look, in order. */
    of: (look: string | undefined) => kept.value.filter((k) => k.setup === look),
    outOfReach: computed(() => cut.value.size > 0),
    barred: computed(() => barred.value),
  }
}

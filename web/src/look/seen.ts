import type { Scales, SetupView } from '@/api/client'
import { BOARDS, device } from './device'

declare const __ANSWERS__: string

/** A look as it was last seen on this device. */
export interface Seen {
  id: string
  /** The shape of answers that it was told in: another version of the application can't show it. */
  answers: string
  /** When. */
  at: string
  view: SetupView
  scales?: Scales
}

/** So many are kept. */
const KEPT = 12

/** Keeps a look as it is seen now; the oldest go. */
export async function keepSeen(view: SetupView, scales: Scales | undefined): Promise<void> {
  const db = await device()
  if (!db) return
  try {
    const now: Seen = { id: view.id, answers: __ANSWERS__, at: new Date().toISOString(), view, scales }
    await db.put(BOARDS, JSON.parse(JSON.stringify(now)))
    const kept = (await seen()).slice(0, KEPT).map((look) => look.id)
    for (const id of await db.getAllKeys(BOARDS)) if (!kept.includes(String(id))) await db.delete(BOARDS, id)
  } catch {
    // No room left: it is only shown later where the server can't be reached.
  }
}

/** Clears what was seen here: whoever was let out keeps nothing of it. What was typed and not sent stays. */
export async function forgetSeen(): Promise<void> {
  await (await device())?.clear(BOARDS)
}

const shown = (look: Seen) => look.answers === __ANSWERS__

/** What was seen on this device, last first. */
export async function seen(): Promise<Seen[]> {
  const all = ((await (await device())?.getAll(BOARDS)) ?? []) as Seen[]
  return all.filter(shown).sort((a, b) => b.at.localeCompare(a.at))
}

export async function seenLook(id: string): Promise<Seen | undefined> {
  const look = (await (await device())?.get(BOARDS, id)) as Seen | undefined
  return look && shown(look) ? look : undefined
}

import type { Scales, SetupView } from '@/api/client'
import { BOARDS, device } from './device'

/** A look as it was last seen on this device. */
export interface Seen {
  id: string
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
    const now: Seen = { id: view.id, at: new Date().toISOString(), view, scales }
    await db.put(BOARDS, JSON.parse(JSON.stringify(now)))
    for (const { id } of (await seen()).slice(KEPT)) await db.delete(BOARDS, id)
  } catch {
    // No room left: it is only shown later where the server can't be reached.
  }
}

/** What was seen on this device, last first. */
export async function seen(): Promise<Seen[]> {
  const all = ((await (await device())?.getAll(BOARDS)) ?? []) as Seen[]
  return all.sort((a, b) => b.at.localeCompare(a.at))
}

export async function seenLook(id: string): Promise<Seen | undefined> {
  return (await (await device())?.get(BOARDS, id)) as Seen | undefined
}

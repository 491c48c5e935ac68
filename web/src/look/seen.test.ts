import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { SetupView } from '@/api/client'
import { BOARDS, device } from './device'
import { keepSeen, seen, seenLook } from './seen'

beforeEach(() => vi.stubGlobal('indexedDB', new IDBFactory()))
afterEach(() => {
  vi.unstubAllGlobals()
  vi.useRealTimers()
})
const view = (id: string) => ({ id, version: 1 }) as unknown as SetupView

it('keeps the looks that were seen last, and shows none that another version of the application kept', async () => {
  const db = await device()
  await db?.put(BOARDS, { id: 'before', at: '2026-11-20T10:00:00Z', view: view('before') })
  for (let n = 0; n < 14; n++) {
    vi.setSystemTime(new Date(2026, 10, 28, 12, n))
    await keepSeen(view(`look ${n}`), undefined)
  }
  expect(await seenLook('before')).toBeUndefined()
  expect((await seenLook('look 13'))?.view.id).toBe('look 13')
  expect((await seen()).length).toBe(12)
  expect(await db?.getAllKeys(BOARDS)).not.toContain('before')
})

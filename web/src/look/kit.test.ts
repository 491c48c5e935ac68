import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { kindOf, sheetOf, useKit } from './kit'

const calibration = { offset: 0.3, count: 3, spread: 0.1 }
const KIT = {
  items: [
    { id: 'u', retired: false, is: { strobe: { name: 'Taper 400' } }, notes: [] },
    { id: 'o', retired: true, is: { strobe: { name: 'Old' } }, notes: [] },
    { id: 'm', retired: false, is: { modifier: { name: 'Octa 90' } }, notes: [] },
  ],
  learnt: [
    { unit: 'u', modifier: 'm', calibration },
    { unit: 'u', modifier: null, calibration: { ...calibration, count: 1 } },
  ],
}

describe('the kit', () => {
  let asked: { method: string; path: string; body: string }[]

  beforeEach(() => {
    setActivePinia(createPinia())
    asked = []
    vi.stubGlobal('fetch', async (request: Request) => {
      asked.push({ method: request.method, path: new URL(request.url).pathname, body: await request.text() })
      return new Response(JSON.stringify(KIT), { status: 200, headers: { 'content-type': 'application/json' } })
    })
  })
  afterEach(() => vi.unstubAllGlobals())

  it('offers what is not retired, by kind', async () => {
    const kit = useKit()
    await kit.load()
    expect(kit.strobes.map((s) => s.sheet.name)).toEqual(['Taper 400'])
    expect(kit.modifiers.map((m) => m.id)).toEqual(['m'])
    expect(kit.gels).toEqual([])
  })

  it('knows what readings taught of a unit in a modifier, and without one', async () => {
    const kit = useKit()
    await kit.load()
    expect(kit.calibration('u', 'm')?.count).toBe(3)
    expect(kit.calibration('u', undefined)?.count).toBe(1)
    expect(kit.calibration('o', 'm')).toBeUndefined()
  })

  it('looks anew after a piece was put', async () => {
    const gear = { filter: { name: 'ND 3 stops', loss: 3 } }
    await useKit().put('f', gear, true)
    expect(asked.map((a) => `${a.method} ${a.path}`)).toEqual(['PUT /api/kit/f', 'GET /api/kit'])
    expect(JSON.parse(asked[0]?.body ?? '')).toEqual({ is: gear, retired: true })
    expect([kindOf(gear), sheetOf(gear).name]).toEqual(['filter', 'ND 3 stops'])
  })
})

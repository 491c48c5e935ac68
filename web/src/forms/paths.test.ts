import { describe, expect, it } from 'vitest'
import { kept, putAt, valueAt } from './paths'

describe('paths into a document', () => {
  it('reads and makes what is deep in it', () => {
    const sheet = {}
    putAt(sheet, 'walls.left', 2.1)
    putAt(sheet, 'walls.right', 1.8)
    putAt(sheet, 'name', 'Loft')
    expect(sheet).toEqual({ walls: { left: 2.1, right: 1.8 }, name: 'Loft' })
    expect(valueAt(sheet, 'walls.right')).toBe(1.8)
    expect(valueAt(sheet, 'ground.behind')).toBeUndefined()
  })
})

describe('a form whose source changes under it', () => {
  const before = { face: '1.25', walls: { left: '2.00', right: '2.00' }, panels: [{ x: '0.70' }] }

  it('keeps what was typed and follows everything else', () => {
    const typed = { ...before, walls: { ...before.walls, left: '2.35' } }
    const now = { face: '1.30', walls: { left: '2.10', right: '1.90' }, panels: [] }
    expect(kept(typed, before, now)).toEqual({ face: '1.30', walls: { left: '2.35', right: '1.90' }, panels: [] })
  })

  it('keeps a list that was worked on as a whole', () => {
    const typed = { ...before, panels: [{ x: '0.70' }, { x: '−0.70' }] }
    expect(kept(typed, before, { ...before, panels: [] }).panels).toHaveLength(2)
  })

  it('is a form of its own: working on it does not change what it was filled from', () => {
    const now = { ...before, panels: [{ x: '0.70' }] }
    const form = kept(before, before, now)
    form.panels.push({ x: '1.00' })
    expect(now.panels).toHaveLength(1)
    // So what was added is seen as typed, and stays when something else changes.
    expect(kept(form, now, { ...now, face: '1.30' })).toMatchObject({ face: '1.30', panels: [{}, {}] })
  })

  it('is as it is now where nothing was typed', () => {
    const now = { face: '', walls: { left: '1', right: '1' }, panels: [] }
    expect(kept(before, before, now)).toEqual(now)
  })
})

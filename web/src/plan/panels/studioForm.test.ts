import { describe, expect, it } from 'vitest'
import type { Plan, Studio } from '@/api/client'
import { formOf, studioOf, windowForm } from './studioForm'

const studio = {
  sitter: { face: 1.25, facing: -30, chin: 5 },
  camera: { at: { x: 0.1, y: 1.3, z: 2 }, aim: 1.15, upright: true },
  ground: { kind: 'paper', behind: 1.8, width: 2.7, reflectance: 0.8 },
  walls: {
    left: 2.1,
    right: 2.1,
    behind: 2.2,
    before: 3.8,
    ceiling: 2.9,
    reflectance: 0.7,
    ceiling_reflectance: 0.4,
    floor_reflectance: 0.2,
  },
  windows: [{ wall: 'left', along: -0.4, width: 1.2 }],
  panels: [{ kind: 'dark', at: { x: -0.7, y: 1, z: 0.2 }, width: 1.2, height: 2, facing: 90 }],
} satisfies Studio
const offers = {
  ground: { kind: 'paper', behind: 1.8, width: 2.7, reflectance: 0.3 },
  walls: { ...studio.walls, left: 2, behind: 1.8 },
  window: { wall: 'left', along: 0, width: 1.2 },
  panel: { kind: 'white', at: { x: 0.7, y: 1.2, z: 0.2 }, width: 0.9, height: 1.2, facing: -100 },
} satisfies Plan['offers']
const standing = (length: 'metres' | 'feet' = 'metres', now: Studio = studio) => ({ studio: now, offers, length })

describe('the form of a studio', () => {
  it('gives back what it was given', () => {
    expect(studioOf(formOf(standing()), standing())).toEqual(studio)
  })

  /** The form with some of its numbers typed anew. */
  function typed(numbers: Record<string, string>, length: 'metres' | 'feet' = 'metres') {
    const form = formOf(standing(length))
    return { ...form, numbers: { ...form.numbers, ...numbers } }
  }

  it('reads feet, a comma and a minus sign', () => {
    const form = typed({ 'sitter.face': '5,5', 'sitter.facing': '−20' }, 'feet')
    const sitter = studioOf(form, standing('feet')).sitter
    expect(sitter.face).toBeCloseTo(1.676, 3)
    expect(sitter.facing).toBe(-20)
  })

  it('keeps every number that was not touched to the last digit, whatever it is shown as', () => {
    // 1.25 m are shown as 4.1 ft, which would be 1.2497 m.
    const form = typed({ 'walls.ceiling': '9.8' }, 'feet')
    expect(form.numbers['sitter.face']).toBe('4.1')
    const now = studioOf(form, standing('feet'))
    expect(now.walls?.ceiling).toBeCloseTo(2.987, 3)
    expect({ ...now, walls: studio.walls }).toEqual(studio)
  })

  it('sends what is no number as it was typed, and leaves out what is not there', () => {
    const form = { ...typed({ 'walls.ceiling': 'high', 'sitter.group': ' ' }), ground: 'none' as const }
    const now = studioOf(form, standing())
    expect(now.walls?.ceiling).toBe('high')
    expect(now.ground).toBeUndefined()
    expect(now.sitter.group).toBeUndefined()
  })

  it('is filled with what the server offers where there is nothing yet', () => {
    const open = standing('metres', { ...studio, walls: undefined })
    const form = formOf(open)
    expect(form.walls).toBe('none')
    expect(form.numbers['walls.behind']).toBe('1.80')
    expect(studioOf(form, open).walls).toBeUndefined()
    expect(studioOf({ ...form, walls: 'there' }, open).walls).toEqual(offers.walls)
  })

  it('keeps what was typed though it is no number, when it is filled from what was written', () => {
    const studio = studioOf(typed({ 'walls.ceiling': 'high' }), standing())
    expect(formOf({ ...standing(), studio }).numbers['walls.ceiling']).toBe('high')
  })

  it('fills a row for another window and panel', () => {
    expect(windowForm({ wall: 'right', along: -0.4, width: 1.2 }, 'metres')).toEqual({
      wall: 'right',
      numbers: { along: '−0.40', width: '1.20' },
    })
    const form = formOf(standing())
    form.panels.push(structuredClone(form.panels[0] as (typeof form.panels)[number]))
    const panels = studioOf(form, standing()).panels
    expect(panels?.[1]).toEqual(panels?.[0])
  })
})

import { describe, expect, it } from 'vitest'
import type { Studio } from '@/api/client'
import { formOf, studioOf } from './studioForm'

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
} as unknown as Studio

describe('the form of a studio', () => {
  it('gives back what it was given', () => {
    expect(studioOf(formOf(studio, 'metres'), studio, 'metres')).toEqual(studio)
  })

  it('reads feet, a comma and a minus sign', () => {
    const form = { ...formOf(studio, 'feet'), face: '5,5', facing: '−20' }
    const sitter = studioOf(form, studio, 'feet').sitter
    expect(sitter.face).toBeCloseTo(1.676, 3)
    expect(sitter.facing).toBe(-20)
  })

  it('sends what is no number as it was typed, and leaves out what is not there', () => {
    const form = { ...formOf(studio, 'metres'), ceiling: 'high', ground: 'none' as const, group: ' ' }
    const now = studioOf(form, studio, 'metres')
    expect(now.walls?.ceiling).toBe('high')
    expect(now.ground).toBeUndefined()
    expect(now.sitter.group).toBeUndefined()
  })
})

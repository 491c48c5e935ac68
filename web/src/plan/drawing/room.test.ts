import { describe, expect, it } from 'vitest'
import type { Plan } from '@/api/client'
import { groundEnds, wallCorners, windowEnds } from './room'

const studio = {
  ground: { kind: 'wall', behind: 2.2, width: 4, reflectance: 0.3 },
  walls: { left: 2, right: 1.8, behind: 2.2, before: 3.8, ceiling: 2.9 },
} as unknown as Plan['studio']

describe('the room on the floor', () => {
  it('lies around the sitter, who stands at nought', () => {
    expect(wallCorners(studio).map((p) => [p.x, p.z])).toEqual([
      [-2, -2.2],
      [1.8, -2.2],
      [1.8, 3.8],
      [-2, 3.8],
    ])
    expect(groundEnds(studio).map((p) => [p.x, p.z])).toEqual([
      [-2, -2.2],
      [2, -2.2],
    ])
  })

  it('has its windows in their walls', () => {
    const ends = (wall: 'left' | 'right' | 'behind' | 'before') =>
      windowEnds(studio, { wall, along: 0.5, width: 1 })?.map((p) => [p.x, p.z])
    expect(ends('left')).toEqual([
      [-2, 0],
      [-2, 1],
    ])
    expect(ends('right')?.[0]).toEqual([1.8, 0])
    expect(ends('behind')).toEqual([
      [0, -2.2],
      [1, -2.2],
    ])
    expect(ends('before')?.[1]).toEqual([1, 3.8])
  })

  it('is left out where nothing is known of it', () => {
    const none = {} as Plan['studio']
    expect([wallCorners(none), groundEnds(none)]).toEqual([[], []])
    expect(windowEnds(none, { wall: 'left', along: 0, width: 1 })).toBeUndefined()
  })
})

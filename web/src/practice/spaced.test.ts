import { describe, expect, it } from 'vitest'
import { spaced } from './spaced'

describe('steps on a line of time', () => {
  it('stand where they belong as long as they have room', () => {
    expect(spaced([0, 100, 250], 90)).toEqual([0, 100, 250])
  })
  it('are never nearer to one another than that, and keep their order', () => {
    expect(spaced([0, 10, 20, 400], 90)).toEqual([0, 90, 180, 400])
    expect(spaced([], 90)).toEqual([])
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { labelAt, xOf } from './track'

const track = { top: 0, bottom: -7, width: 300 }

describe('the flat scale of the rows', () => {
  it('runs from bright to dark', () => {
    expect(xOf(track, -3.5)).toBe(150)
    expect(xOf(track, -1)).toBeLessThan(xOf(track, -2))
  })

  it('keeps marks and numbers on the track', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 8, noNaN: true }),
        fc.double({ min: -20, max: 8, noNaN: true }),
        (from, to) => {
          const label = labelAt(track, from, to, 34)
          const [left, right] = label.anchor === 'start' ? [label.x, label.x + 34] : [label.x - 34, label.x]
          expect(left).toBeGreaterThanOrEqual(0)
          expect(right).toBeLessThanOrEqual(track.width)
        },
      ),
    )
  })
})

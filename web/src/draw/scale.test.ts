import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { linear, logarithmic, ticks } from './scale'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })

describe('a scale', () => {
  it('has its ends at its ends, and what lies between them between, whichever way it runs', () => {
    const stops = linear([3, -6.5], [9, 499])
    expect([stops(3), stops(-6.5), stops(-1.75)]).toEqual([9, 499, 254])
    const times = logarithmic([1 / 125, 1 / 2000], [0, 400])
    expect(times(1 / 500)).toBeCloseTo(200)
  })

  it('leads back to where it came from', () => {
    fc.assert(
      fc.property(number(0.001, 9), number(10, 1000), number(0.001, 1000), number(-50, 50), (from, to, value, at) => {
        for (const scale of [linear([from, to], [at, at + 400]), logarithmic([from, to], [at + 400, at])])
          expect(scale.back(scale(value))).toBeCloseTo(value, 5)
      }),
    )
  })

  it('gives the same factor the same length where it is logarithmic', () => {
    fc.assert(
      fc.property(number(0.001, 1), number(0.001, 1), (a, b) => {
        const y = logarithmic([1, 1e-5], [0, 300])
        expect(y(a / 2) - y(a)).toBeCloseTo(y(b / 2) - y(b), 6)
      }),
    )
  })

  it('stands though its ends fall together', () => {
    expect(linear([2, 2], [10, 90])(2)).toBe(10)
  })

  it('marks round values, neither none nor many, never past the end', () => {
    fc.assert(
      fc.property(number(0.6, 40_000), (end) => {
        const all = ticks(end)
        expect(all.length).toBeGreaterThanOrEqual(3)
        expect(all.length).toBeLessThanOrEqual(10)
        expect(all.at(-1)).toBeLessThanOrEqual(end + 1e-6)
      }),
    )
  })
})

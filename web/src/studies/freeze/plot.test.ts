import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lineOf, plotOf, times, xOf, yOf } from './plot'

const points = [
  { power: 0, t01: 1 / 560 },
  { power: -8, t01: 1 / 3200 },
]

describe('the plot of flash durations', () => {
  it('holds every point and the limit', () => {
    const plot = plotOf([points], 1 / 250, 400, 200)
    for (const t of [1 / 560, 1 / 3200, 1 / 250]) {
      expect(yOf(plot, t)).toBeGreaterThan(0)
      expect(yOf(plot, t)).toBeLessThan(200)
    }
    expect(xOf(plot, 0)).toBeCloseTo(0)
    expect(xOf(plot, -8)).toBe(400)
    expect(lineOf(plot, points)).toMatch(/^M0\.0 .*L400\.0 /)
  })

  it('has longer times higher up', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 1, noNaN: true }),
        fc.double({ min: 1.01, max: 50, noNaN: true }),
        (t, by) => {
          const plot = plotOf([[{ power: 0, t01: t }]], t * by, 400, 200)
          expect(yOf(plot, t * by)).toBeLessThan(yOf(plot, t))
        },
      ),
    )
  })

  it('marks usual times only within itself, and stands without any points', () => {
    const plot = plotOf([points], 1 / 250, 400, 200)
    expect(times(plot).map((t) => t.words)).toEqual(['1/250', '1/500', '1/1000', '1/2000', '1/4000'])
    expect(Number.isFinite(yOf(plotOf([], undefined, 400, 200), 1 / 500))).toBe(true)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plotOf, within } from './plot'

const points = [
  { power: 0, t01: 1 / 560 },
  { power: -8, t01: 1 / 3200 },
]

describe('the plot of flash durations', () => {
  it('holds every point and the limit', () => {
    const plot = plotOf([points], 1 / 250, 400, 200)
    for (const t of [1 / 560, 1 / 3200, 1 / 250]) {
      expect(plot.y(t)).toBeGreaterThan(0)
      expect(plot.y(t)).toBeLessThan(200)
    }
    expect(plot.x(0)).toBeCloseTo(0)
    expect(plot.x(-8)).toBe(400)
  })

  it('has longer times higher up', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 1, noNaN: true }),
        fc.double({ min: 1.01, max: 50, noNaN: true }),
        (t, by) => {
          const plot = plotOf([[{ power: 0, t01: t }]], t * by, 400, 200)
          expect(plot.y(t * by)).toBeLessThan(plot.y(t))
        },
      ),
    )
  })

  it('marks times only within itself, and stands without any points', () => {
    const plot = plotOf([points], 1 / 250, 400, 200)
    const marks = [60, 125, 250, 500, 1000, 2000, 4000, 8000].map((n) => ({ value: 1 / n, n }))
    expect(within(plot, marks).map((t) => t.n)).toEqual([250, 500, 1000, 2000, 4000])
    expect(Number.isFinite(plotOf([], undefined, 400, 200).y(1 / 500))).toBe(true)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitted, gridLines, numbersOn, panned, snapped, toMetres, toPx, zoomed } from './window'

const size = { width: 440, height: 330 }
const metres = fc.double({ min: -8, max: 8, noNaN: true })

describe('the window of a plan', () => {
  it('shows all of an extent', () => {
    fc.assert(
      fc.property(metres, fc.double({ min: 0.5, max: 9, noNaN: true }), metres, (left, width, behind) => {
        const extent = { left, right: left + width, behind, before: behind + width }
        const w = fitted(extent, size)
        for (const [x, z] of [
          [extent.left, extent.behind],
          [extent.right, extent.before],
        ] as const) {
          const at = toPx(w, size, x, z)
          expect(at.x).toBeGreaterThan(-0.01)
          expect(at.x).toBeLessThan(size.width + 0.01)
          expect(at.y).toBeGreaterThan(-0.01)
          expect(at.y).toBeLessThan(size.height + 0.01)
        }
      }),
    )
  })

  it('keeps what is under the pointer there while it zooms', () => {
    fc.assert(
      fc.property(metres, metres, fc.double({ min: 0.5, max: 2, noNaN: true }), (x, z, by) => {
        const w = { scale: 80, x: 0, z: 0 }
        const at = toPx(w, size, x, z)
        const then = toPx(zoomed(w, size, by, at.x, at.y), size, x, z)
        expect(then.x).toBeCloseTo(at.x, 6)
        expect(then.y).toBeCloseTo(at.y, 6)
      }),
    )
  })

  it('goes there and back', () => {
    const w = panned({ scale: 70, x: 0.4, z: -1 }, 30, -20)
    const at = toPx(w, size, 1.2, 0.7)
    expect(toMetres(w, size, at.x, at.y).x).toBeCloseTo(1.2)
    expect(toMetres(w, size, at.x, at.y).z).toBeCloseTo(0.7)
  })

  it('snaps to five centimetres, or not at all', () => {
    expect([snapped(1.234, false), snapped(1.234, true), snapped(-0.026, false)]).toEqual([1.25, 1.234, -0.05])
  })

  it('puts the numbers of lines clear of each other and of what stands there', () => {
    const ring = (r: number) =>
      Array.from({ length: 36 }, (_, i) => ({ x: 220 + r * Math.cos(i / 5.73), y: 165 + r * Math.sin(i / 5.73) }))
    const lines = [40, 52, 64].map((r) => ({ shown: String(r), points: ring(r) }))
    const numbers = numbersOn(lines, size, [{ x: 260, y: 165 }])
    expect(numbers).toHaveLength(3)
    for (const [i, a] of numbers.entries())
      for (const b of [...numbers.slice(i + 1), { x: 260, y: 165 }])
        expect(Math.hypot(a.x - b.x, a.y - b.y)).toBeGreaterThan(13)
    expect(numbersOn(lines, { width: 20, height: 20 }, [])).toEqual([])
  })

  it('has a line each metre or each three feet', () => {
    expect(gridLines(-1.5, 2.2, false)).toEqual([-1, 0, 1, 2])
    expect(gridLines(-1, 1, true).map((v) => v.toFixed(4))).toEqual(['-0.9144', '0.0000', '0.9144'])
  })
})

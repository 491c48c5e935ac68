import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fitted, gridLines, panned, path, snapped, toMetres, toPx, zoomed } from './window'

const size = { width: 440, height: 330 }
const metres = fc.double({ min: -8, max: 8, noNaN: true })

describe('the window of a plan', () => {
  it('shows all of an extent', () => {
    fc.assert(
      fc.property(metres, fc.double({ min: 0.5, max: 9, noNaN: true }), metres, (left, width, behind) => {
        const extent = [left, left + width, behind, behind + width] as const
        const w = fitted(extent, size)
        for (const [x, z] of [
          [extent[0], extent[2]],
          [extent[1], extent[3]],
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

  it('has a line each metre or each three feet', () => {
    expect(gridLines(-1.5, 2.2, false)).toEqual([-1, 0, 1, 2])
    expect(gridLines(-1, 1, true).map((v) => v.toFixed(4))).toEqual(['-0.9144', '0.0000', '0.9144'])
    expect(path([{ x: 1, y: 2 }, { x: 3, y: 4 }], true)).toBe('M1.0 2.0L3.0 4.0Z')
  })
})

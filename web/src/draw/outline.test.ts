import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { outline } from './outline'

const y = (stops: number) => 100 - stops * 10

describe('the outline of a frame’s tones', () => {
  it('stands beside its line, widest where most of the frame lies', () => {
    const histogram = Array.from({ length: 100 }, (_, n) => (n === 70 ? 0.5 : n === 60 ? 0.125 : 0))
    const path = outline({ from: -7, histogram }, [3, -6.5], y, 8, 40)
    // Tone 0 is the seventieth tenth; a quarter of the share is half as wide.
    expect(path).toContain('V100.0H48.0V99.0')
    expect(path).toContain('V110.0H28.0V109.0')
  })

  it('keeps within its room, whatever the shares', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 100 }),
        (histogram) => {
          const path = outline({ from: -7, histogram }, [3, -6.5], y, 8, 40)
          const across = [...path.matchAll(/H([\d.]+)/g)].map((m) => Number(m[1]))
          const down = [...path.matchAll(/V([\d.]+)/g)].map((m) => Number(m[1]))
          expect(Math.min(...across)).toBeGreaterThanOrEqual(8)
          expect(Math.max(...across)).toBeLessThanOrEqual(48)
          for (const at of down) expect(at >= y(3) - 1 && at <= y(-6.5) + 1).toBe(true)
        },
      ),
    )
  })
})

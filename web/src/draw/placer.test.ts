import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { overlaps, place, textWidth, type Box, type Label } from './placer'

const box = fc.record({
  x: fc.integer({ min: 0, max: 300 }),
  y: fc.integer({ min: 0, max: 400 }),
  w: fc.integer({ min: 1, max: 60 }),
  h: fc.integer({ min: 1, max: 40 }),
})
const label: fc.Arbitrary<Label<number>> = fc.record({
  what: fc.nat(),
  w: fc.integer({ min: 5, max: 80 }),
  h: fc.integer({ min: 8, max: 20 }),
  places: fc.array(fc.record({ x: fc.integer({ min: 0, max: 300 }), y: fc.integer({ min: -20, max: 420 }) }), {
    minLength: 1,
    maxLength: 4,
  }),
  rank: fc.integer({ min: 0, max: 5 }),
  slide: fc.option(fc.constant({ top: 0, bottom: 420 }), { nil: undefined }),
})

describe('place', () => {
  it('never lets two labels overlap, nor covers an obstacle, nor leaves the room to slide in', () => {
    fc.assert(
      fc.property(fc.array(label, { maxLength: 25 }), fc.array(box, { maxLength: 10 }), (labels, obstacles) => {
        const placed = place(labels, obstacles)
        const all: Box[] = [...obstacles, ...placed]
        for (const p of placed) {
          expect(all.filter((o) => o !== p && overlaps(o, p))).toEqual([])
        }
        for (const l of labels.filter((l) => l.slide)) {
          for (const p of placed.filter((p) => p.what === l.what && p.w === l.w)) expect(p.y).toBeGreaterThanOrEqual(0)
        }
      }),
    )
  })

  it('takes the best free place, then slides to the nearest free height, then leaves the label out', () => {
    const at = (what: string, y: number, slide?: { top: number; bottom: number }) => ({
      what,
      w: 20,
      h: 10,
      places: [{ x: 0, y }],
      rank: 1,
      slide,
    })
    const placed = place([at('first', 20), at('second', 22, { top: 0, bottom: 60 }), at('third', 25)], [])
    expect(placed.map((p) => [p.what, p.y])).toEqual([
      ['first', 20],
      ['second', 30],
    ])
  })

  it('places what ranks first before the others, whatever their order', () => {
    const at = (what: string, rank: number) => ({ what, w: 20, h: 10, places: [{ x: 0, y: 0 }], rank })
    expect(place([at('later', 2), at('first', 1)], []).map((p) => p.what)).toEqual(['first'])
  })

  it('takes longer texts for wider', () => {
    expect(textWidth('−0.9', 15, true)).toBeGreaterThan(textWidth('0.9', 15, true))
    expect(textWidth('0.9', 16)).toBeGreaterThan(textWidth('0.9', 12))
  })
})

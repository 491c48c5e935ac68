import { describe, expect, it } from 'vitest'
import { overlaps } from '@/draw/placer'
import { along, labelled, type Named } from './labels'

const size = { width: 400, height: 300 }
const thing = (x: number, y: number, more: Partial<Named> = {}): Named => ({
  words: { head: 'Key', tail: '1.20 m · 45° left', colour: 'red' },
  at: { x, y },
  outline: [],
  side: 'right',
  rank: 1,
  ...more,
})
/** Where words stand that are known to stand somewhere. */
function placed(...args: Parameters<typeof labelled>) {
  const all = labelled(...args)
  if (all.length !== args[0].length) throw new Error(`${all.length} of ${args[0].length} stand`)
  return all as [(typeof all)[number], ...typeof all]
}
const square = (x: number, y: number, half: number) =>
  [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1],
  ].map(([a = 0, b = 0]) => ({ x: x + a * half, y: y + b * half }))

describe('words on the plan', () => {
  it('stand on their own side of a mark, within the drawing', () => {
    const [right] = labelled([thing(100, 150)], size, [], [])
    expect(right).toMatchObject({ x: 116, y: 136 })
    const [turned] = placed([thing(390, 150)], size, [], [])
    expect(turned.x + turned.w).toBeLessThan(400)
  })

  it('go beyond the outline of a large front instead of lying on it', () => {
    const outline = square(200, 150, 45)
    const lines = along(outline, true)
    const [words] = placed([thing(200, 150, { outline })], size, [], lines)
    expect(lines.some((p) => overlaps(words, { ...p, w: 0.1, h: 0.1 }))).toBe(false)
  })

  it('keep off marks and off each other, and the chosen one chooses first', () => {
    const mark = { x: 116, y: 130, w: 60, h: 40 }
    const [first, second] = placed([thing(100, 150), thing(110, 160, { rank: 0 })], size, [mark], [])
    expect(second && overlaps(first, second)).toBe(false)
    for (const p of [first, second]) expect(p && overlaps(p, mark)).toBe(false)
  })

  it('follow a line in small steps, and back to its beginning where it is closed', () => {
    const run = along([
      { x: 0, y: 0 },
      { x: 60, y: 0 },
    ])
    expect(run).toHaveLength(10)
    expect(run[5]).toEqual({ x: 30, y: 0 })
    expect(along(square(0, 0, 30), true)).toHaveLength(40)
    expect(along([])).toEqual([])
  })
})

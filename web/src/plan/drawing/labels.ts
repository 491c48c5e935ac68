import { overlaps, place, textWidth, type Box, type Label, type Placed } from '@/draw/placer'
import type { Spot } from '@/draw/spot'
import type { Size } from './window'

/** A name and what is said of it, on two lines. */
export interface Words {
  head: string
  tail: string
  colour: string
}

/** Something on the plan that words stand beside. */
export interface Named {
  words: Words
  at: Spot
  /** The outline of its front, pixels. */
  outline: readonly Spot[]
  /** The side that is tried first. */
  side: 'left' | 'right'
  /** Smaller is placed first. */
  rank: number
}

const HEIGHT = 30
/** From the middle of a mark to the words. */
const CLEAR = 16
/** A line counts every so many pixels. */
const EVERY = 6

/** Points along a line from corner to corner, so that words can be kept off it. */
export function along(corners: readonly Spot[], closed = false): Spot[] {
  const ends = closed && corners[0] ? [...corners.slice(1), corners[0]] : corners.slice(1)
  return ends.flatMap((to, i) => {
    const from = corners[i] ?? to
    const parts = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / EVERY))
    return Array.from({ length: parts }, (_, k) => ({
      x: from.x + ((to.x - from.x) * k) / parts,
      y: from.y + ((to.y - from.y) * k) / parts,
    }))
  })
}

/** Places around a mark, `gap` from its middle: beside it on its own side, under, over, on the other side, and at the corners. */
function around({ x, y }: Spot, w: number, side: 'left' | 'right', gap: { x: number; y: number }): Spot[] {
  const right = { x: x + gap.x, y: y - 14 }
  const left = { x: x - gap.x - w, y: y - 14 }
  const [under, over] = [y + gap.y - 1, y - gap.y - HEIGHT + 1]
  const [near, far] = side === 'right' ? [right, left] : [left, right]
  return [
    near,
    { x: x - w / 2, y: under },
    { x: x - w / 2, y: over },
    far,
    ...[under, over].flatMap((row) => [x - w + 8, x - 8].map((column) => ({ x: column, y: row }))),
  ]
}

/**
 * Where the words stand: on no mark and no other words, within the drawing, and on as few lines as can be. Beside a large front they stand
 * close to its mark or beyond its outline, whichever covers less.
 */
export function labelled(
  things: readonly Named[],
  size: Size,
  marks: readonly Box[],
  lines: readonly Spot[],
): Placed<Words>[] {
  const list = things.map(({ words, at, outline, side, rank }): Label<Words> => {
    const w = Math.max(textWidth(words.head, 12, true), textWidth(words.tail, 12))
    const reach = (of: (p: Spot) => number) => Math.max(CLEAR, ...outline.map((p) => Math.abs(of(p)) + 6))
    const gaps = [
      { x: CLEAR, y: CLEAR },
      { x: reach((p) => p.x - at.x), y: reach((p) => p.y - at.y) },
    ]
    const covered = (q: Spot) => {
      const box = { ...q, w, h: HEIGHT }
      return lines.filter((p) => overlaps(box, { ...p, w: 0.1, h: 0.1 })).length
    }
    const places = gaps
      .flatMap((gap) => around(at, w, side, gap))
      .filter((q) => q.x > 2 && q.x + w < size.width - 2 && q.y > 2 && q.y + HEIGHT < size.height - 2)
      .map((q) => ({ q, lies: covered(q) }))
      .sort((a, b) => a.lies - b.lies)
      .map(({ q }) => q)
    return { what: words, w, h: HEIGHT, places, rank }
  })
  return place(list, marks)
}

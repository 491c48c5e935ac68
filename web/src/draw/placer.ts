/**
 * Places labels so that no two texts overlap and none covers a mark.
 *
 * Each label comes with the places it could stand at, best first. Labels are placed in order of their rank; one that fits at none of its
 * places slides along its lane to the nearest free height; one that finds none is left out: its number stands in the rail and in the
 * table for screen readers too.
 */

export interface Box {
  x: number
  y: number
  w: number
  h: number
}

export interface Label<T = unknown> {
  /** What is drawn there. */
  what: T
  /** Size of the text's box. */
  w: number
  h: number
  /** Where its box could stand (top left), best first. */
  places: readonly { x: number; y: number }[]
  /** The room it may slide in; none for labels that stand at their places or not at all. */
  slide?: { top: number; bottom: number }
  /** Smaller is placed first. */
  rank: number
}

export interface Placed<T = unknown> extends Box {
  what: T
}

const STEP = 2

export function overlaps(a: Box, b: Box): boolean {
  return a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h
}

/** Places labels among obstacles, such as marks and the zero line, that no label may cover. */
export function place<T>(labels: readonly Label<T>[], obstacles: readonly Box[]): Placed<T>[] {
  const taken: Box[] = [...obstacles]
  const placed: Placed<T>[] = []
  for (const label of [...labels].sort((a, b) => a.rank - b.rank)) {
    const spot = find(label, taken)
    if (!spot) continue
    const box = { ...spot, w: label.w, h: label.h }
    taken.push(box)
    placed.push({ ...box, what: label.what })
  }
  return placed
}

function find(label: Label, taken: readonly Box[]): { x: number; y: number } | undefined {
  const free = (x: number, y: number) => {
    const box = { x, y, w: label.w, h: label.h }
    return !taken.some((t) => overlaps(box, t))
  }
  const inside = (y: number) => !label.slide || (y >= label.slide.top && y + label.h <= label.slide.bottom)
  for (const { x, y } of label.places) if (inside(y) && free(x, y)) return { x, y }
  const [first] = label.places
  if (!label.slide || !first) return undefined
  const reach = label.slide.bottom - label.slide.top
  for (let off = STEP; off <= reach; off += STEP) {
    for (const y of [first.y - off, first.y + off]) if (inside(y) && free(first.x, y)) return { x: first.x, y }
  }
  return undefined
}

/** Width of a text in px, on the safe side: letters and digits of the measuring face at its widths here. */
export function textWidth(text: string, size: number, bold = false): number {
  let em = 0
  for (const c of text) em += 'ilj.,:;|’ '.includes(c) ? 0.3 : 'mwMWƒ→'.includes(c) ? 0.86 : 0.56
  return Math.ceil(em * size * (bold ? 1.02 : 0.95)) + 2
}

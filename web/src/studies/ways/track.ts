import { linear } from '@/draw/scale'

/** The flat scale of the rows: bright to the left, dark to the right. */
export interface Track {
  top: number
  bottom: number
  width: number
}

/** Where a level lies on the track, kept within it by half a mark. */
export function xOf(track: Track, stops: number): number {
  const x = linear([track.top, track.bottom], [0, track.width])
  return Math.min(Math.max(x(stops), 6), track.width - 6)
}

/** Where the number of a landing stands: beyond the mark, on the side that it moved to, and back where the track ends. */
export function labelAt(track: Track, from: number, to: number, words: number): { x: number; anchor: 'start' | 'end' } {
  const x = xOf(track, to)
  const right = to <= from
  if (right && x + 12 + words > track.width) return { x: x - 12, anchor: 'end' }
  if (!right && x - 12 - words < 0) return { x: x + 12, anchor: 'start' }
  return right ? { x: x + 12, anchor: 'start' } : { x: x - 12, anchor: 'end' }
}

import type { Study } from '@/api/client'
import { path } from '@/draw/path'
import { linear, type Scale } from '@/draw/scale'

type Shutter = Study['shutter']

/** Where the frame's rows lie on the drawing, px. */
export interface Frame {
  width: number
  top: number
  height: number
}

/** Milliseconds to the right; the frame's rows upward, 0 where the curtains start and 1 at the other edge. */
export interface Scales {
  x: Scale
  y: Scale
}

export const scalesOf = ({ width, top, height }: Frame, shutter: Shutter): Scales => ({
  x: linear([0, shutter.end_ms], [0, width]),
  y: linear([0, 1], [top + height, top]),
})

/** When each row is open: between the first curtain's line and the second's. A leaf opens them all at once. */
export function openArea({ x, y }: Scales, { travel_ms: travel, open_ms: open }: Shutter): string {
  const corners = [
    [0, 0],
    [travel, 1],
    [travel + open, 1],
    [open, 0],
  ] as const
  return path(
    corners.map(([ms, row]) => ({ x: x(ms), y: y(row) })),
    true,
  )
}

/** The rows that are covered when the flash comes. */
export const blackRows = ({ y }: Scales, { black }: Shutter): { y: number; height: number } => ({
  y: y(black),
  height: y(0) - y(black),
})

/** A pulse as an area over a base line. */
export function pulseArea(
  { x }: Scales,
  pulse: Shutter['lights'][number]['pulse'],
  base: number,
  height: number,
): string {
  const [first, last] = [pulse[0], pulse.at(-1)]
  if (!first || !last) return ''
  const whole = [{ ms: first.ms, level: 0 }, ...pulse, { ms: last.ms, level: 0 }]
  return path(
    whole.map(({ ms, level }) => ({ x: x(ms), y: base - level * height })),
    true,
  )
}

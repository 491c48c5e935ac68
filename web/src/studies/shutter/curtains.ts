import type { Study } from '@/api/client'

type Shutter = Study['shutter']

/** The drawing's frame in pixels: time runs to the right, the frame's height upward from where the curtains start. */
export interface Frame {
  width: number
  /** Top of the frame's rows. */
  top: number
  /** Height of the frame's rows. */
  height: number
}

/** Milliseconds to x. */
export const xOf = (frame: Frame, shutter: Shutter, ms: number): number =>
  shutter.end_ms > 0 ? (ms / shutter.end_ms) * frame.width : 0

/** A row, 0 where the curtains start and 1 at the other edge, to y. */
export const yOf = (frame: Frame, row: number): number => frame.top + frame.height * (1 - row)

/** When each row is open: between the first curtain's line and the second's. A leaf opens them all at once. */
export function openArea(frame: Frame, shutter: Shutter): string {
  const at = (ms: number, row: number) => `${xOf(frame, shutter, ms).toFixed(1)} ${yOf(frame, row).toFixed(1)}`
  const { travel_ms: travel, open_ms: open } = shutter
  return `M${at(0, 0)}L${at(travel, 1)}L${at(travel + open, 1)}L${at(open, 0)}Z`
}

/** The rows that are covered when the flash comes. */
export function blackRows(frame: Frame, shutter: Shutter): { y: number; height: number } {
  const height = frame.height * shutter.black
  return { y: frame.top + frame.height - height, height }
}

/** A pulse as an area over a base line. */
export function pulseArea(
  frame: Frame,
  shutter: Shutter,
  pulse: Shutter['lights'][number]['pulse'],
  base: number,
  height: number,
): string {
  const first = pulse[0]
  const last = pulse.at(-1)
  if (!first || !last) return ''
  const point = (ms: number, level: number) =>
    `${xOf(frame, shutter, ms).toFixed(1)} ${(base - level * height).toFixed(1)}`
  return `M${point(first.ms, 0)}L${pulse.map((p) => point(p.ms, p.level)).join('L')}L${point(last.ms, 0)}Z`
}

/** Whole milliseconds to mark on the axis: about eight of them. */
export function ticks(end: number): number[] {
  const steps = [0.25, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000]
  const step = steps.find((s) => end / s <= 9) ?? 10_000
  return Array.from({ length: Math.floor(end / step + 1e-9) + 1 }, (_, i) => i * step)
}

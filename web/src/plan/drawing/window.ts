import type { Spot } from '@/draw/spot'
import { FOOT } from '@/forms/lengths'

/** How metres of the studio lie on a drawing: x to the right, z (toward the camera) down. Only drawing: nothing of the trade is worked out here. */

export interface Window {
  /** Pixels a metre. */
  scale: number
  /** What lies in the middle, metres. */
  x: number
  z: number
}

export interface Size {
  width: number
  height: number
}

/** Part of the floor, metres. */
export interface Extent {
  left: number
  right: number
  behind: number
  before: number
}

const LEAST = 12
const MOST = 600

/** A window that shows an extent whole. */
export function fitted(extent: Extent, size: Size, margin = 10): Window {
  const { left, right, behind, before } = extent
  const across = (size.width - 2 * margin) / Math.max(right - left, 0.1)
  const down = (size.height - 2 * margin) / Math.max(before - behind, 0.1)
  return { scale: clamp(Math.min(across, down), LEAST, MOST), x: (left + right) / 2, z: (behind + before) / 2 }
}

export const clamp = (v: number, low: number, high: number): number => Math.min(Math.max(v, low), high)

export const toPx = (w: Window, s: Size, x: number, z: number): { x: number; y: number } => ({
  x: s.width / 2 + (x - w.x) * w.scale,
  y: s.height / 2 + (z - w.z) * w.scale,
})

export const toMetres = (w: Window, s: Size, px: number, py: number): { x: number; z: number } => ({
  x: w.x + (px - s.width / 2) / w.scale,
  z: w.z + (py - s.height / 2) / w.scale,
})

/** Nearer or farther, with the place under the pointer staying where it is. */
export function zoomed(w: Window, s: Size, by: number, px = s.width / 2, py = s.height / 2): Window {
  const scale = clamp(w.scale * by, LEAST, MOST)
  const at = toMetres(w, s, px, py)
  return { scale, x: at.x - (px - s.width / 2) / scale, z: at.z - (py - s.height / 2) / scale }
}

export const panned = (w: Window, dx: number, dy: number): Window => ({
  ...w,
  x: w.x - dx / w.scale,
  z: w.z - dy / w.scale,
})

/** To the next 5 cm, or to the millimetre where it is free. */
export const snapped = (metres: number, free: boolean): number => {
  const step = free ? 0.001 : 0.05
  return Number((Math.round(metres / step) * step).toFixed(3))
}

/** Two numbers that came in a row. */
export const pair = ([a = 0, b = 0]: readonly number[]): [number, number] => [a, b]

/** A line's number stands on it where it is farthest from what stands there, from the edge, and from the numbers before. */
export function numbersOn(
  lines: readonly { shown: string; points: readonly Spot[] }[],
  size: Size,
  obstacles: readonly Spot[],
): (Spot & { shown: string })[] {
  const taken = [...obstacles]
  return lines.flatMap(({ shown, points }) => {
    let best: Spot | undefined
    let room = 13
    for (const q of points) {
      const edges = Math.min(q.x, q.y, size.width - q.x, size.height - q.y)
      const free = Math.min(edges, 60, ...taken.map((t) => Math.hypot(t.x - q.x, t.y - q.y)))
      if (free > room) [best, room] = [q, free]
    }
    if (!best) return []
    taken.push(best)
    return [{ ...best, shown }]
  })
}

/** Lines of the floor's grid, in the unit that is told: each metre, or each three feet. */
export function gridLines(from: number, to: number, feet: boolean): number[] {
  const step = feet ? 3 * FOOT : 1
  const first = Math.ceil(from / step)
  const last = Math.floor(to / step)
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step)
}

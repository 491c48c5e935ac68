import type { Spot } from './spot'

/** A run of points as a path. */
export const path = (points: readonly Spot[], closed = false): string =>
  points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('') +
  (closed && points.length ? 'Z' : '')

/** How a frame's tones are spread: the share of the frame in each tenth of a stop from a first tone on. */
export interface Spread {
  from: number
  histogram: readonly number[]
}

/**
 * The upright outline of a frame's tones, beside a line at `x`: for each tenth of a stop a step as wide as its share asks, the widest `width`. Wide
 * shares are pressed together (by their square root), so that small ones are seen beside them.
 */
export function outline(
  { from, histogram }: Spread,
  [top, bottom]: readonly [number, number],
  y: (stops: number) => number,
  x: number,
  width: number,
): string {
  const most = Math.max(...histogram, 1e-9)
  const steps = histogram
    .map((share, n) => ({ at: from + n / 10, wide: x + Math.sqrt(Math.max(share, 0) / most) * width }))
    .filter((s) => s.at > bottom - 0.05 && s.at < top - 0.05)
  const lines = steps.map((s) => `V${y(s.at).toFixed(1)}H${s.wide.toFixed(1)}V${y(s.at + 0.1).toFixed(1)}`)
  return `M${x.toFixed(1)} ${y(bottom).toFixed(1)}${lines.join('')}H${x.toFixed(1)}`
}

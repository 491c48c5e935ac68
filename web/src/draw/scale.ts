/** How a quantity lies along a drawing: from a value to px, and back. */
export interface Scale {
  (value: number): number
  back: (px: number) => number
}

type Ends = readonly [from: number, to: number]

const between = ([from, to]: Ends, share: number) => from + (to - from) * share
/** How far a value lies from the first end to the other, as a share. Ends that fall together have all at the first. */
const shareOf = ([from, to]: Ends, value: number) => (to === from ? 0 : (value - from) / (to - from))

/** Even: the same difference is the same length everywhere. */
export function linear(values: Ends, px: Ends): Scale {
  const scale = (value: number) => between(px, shareOf(values, value))
  return Object.assign(scale, { back: (at: number) => between(values, shareOf(px, at)) })
}

/** Logarithmic: the same factor is the same length everywhere. Values above 0. */
export function logarithmic([from, to]: Ends, px: Ends): Scale {
  const scale = linear([Math.log(from), Math.log(to)], px)
  return Object.assign((value: number) => scale(Math.log(value)), { back: (at: number) => Math.exp(scale.back(at)) })
}

/** Round values from 0 to an end to mark, about eight of them. */
export function ticks(end: number): number[] {
  const steps = [0.25, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000, 5000]
  const step = steps.find((s) => end / s <= 9) ?? 10_000
  return Array.from({ length: Math.floor(end / step + 1e-9) + 1 }, (_, i) => i * step)
}

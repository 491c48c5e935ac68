import type { Study } from '@/api/client'
import { linear, logarithmic, type Scale } from '@/draw/scale'

type Points = Study['freeze']['lights'][number]['points']

/** A plot of t0.1 over power: full power to the left, short times low, each power of ten as high as the next. */
export interface Plot {
  x: Scale
  y: Scale
  /** Lowest power, stops below full. */
  lowest: number
  /** Shortest and longest time, seconds. */
  short: number
  long: number
}

/** The plot that holds all points and the limit, with a little air. */
export function plotOf(all: readonly Points[], limit: number | undefined, width: number, height: number): Plot {
  const times = [...all.flat().map((p) => p.t01), ...(limit === undefined ? [] : [limit])].filter((t) => t > 0)
  const lowest = Math.min(-1, ...all.flat().map((p) => p.power))
  const [least, most] = times.length > 0 ? [Math.min(...times), Math.max(...times)] : [1 / 4000, 1 / 250]
  const [short, long] = [least / 1.4, most * 1.4]
  return { x: linear([0, lowest], [0, width]), y: logarithmic([long, short], [0, height]), lowest, short, long }
}

/** The marks of times that lie within the plot. */
export const within = <T extends { value: number }>(plot: Plot, marks: readonly T[]): T[] =>
  marks.filter(({ value }) => value >= plot.short && value <= plot.long)

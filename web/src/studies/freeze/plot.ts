import type { Study } from '@/api/client'

type Points = Study['freeze']['lights'][number]['points']

/** A plot of t0.1 over power: full power to the left, short times low, each power of ten as high as the next. */
export interface Plot {
  width: number
  height: number
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
  const [short, long] = times.length > 0 ? [Math.min(...times), Math.max(...times)] : [1 / 4000, 1 / 250]
  return { width, height, lowest, short: short / 1.4, long: long * 1.4 }
}

export const xOf = (plot: Plot, power: number): number => (-power / -plot.lowest) * plot.width
export const yOf = (plot: Plot, time: number): number =>
  (Math.log(plot.long / time) / Math.log(plot.long / plot.short)) * plot.height

export const lineOf = (plot: Plot, points: Points): string =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${xOf(plot, p.power).toFixed(1)} ${yOf(plot, p.t01).toFixed(1)}`).join('')

/** Round times to mark: 1/125, 1/250 and so on within the plot. */
export function times(plot: Plot): { time: number; words: string }[] {
  return [1, 2, 4, 8, 15, 30, 60, 125, 250, 500, 1000, 2000, 4000, 8000, 16_000, 32_000]
    .map((n) => ({ time: 1 / n, words: n === 1 ? '1 s' : `1/${n}` }))
    .filter(({ time }) => time >= plot.short && time <= plot.long)
}

import type { Lane, RatioSpec } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import type { Step } from './steps'

const tenths = (stops: number) => Math.round(stops * 10) / 10

/** Where others light what a light is wished for too, its mark stands lower than what is wished: the wish that puts the mark at a level. */
export const wishFor = (lane: Lane, mark: number): number =>
  lane.others_give && lane.wish != null && lane.target ? tenths(mark + lane.wish - lane.target.stops) : mark

/** The entry that puts a lane's wish at a level: the line of a removed room, the level of a kept one, the target of a light. */
export function wishAt(lane: Lane, level: number | string): TypedEntry {
  if (lane.kind !== 'room') return { target: { light: lane.id, level, ...(lane.own_wish ? { own: true } : {}) } }
  return { room_wish: lane.floor ? { remove: { level } } : { keep: { level } } }
}

/** A step of a lane's wish by some stops. */
export const wishStep = (lane: Lane, by: number): Step<number> => ({
  of: `wish ${lane.id} ${lane.floor ? 'floor' : ''}`,
  now: () => lane.wish ?? undefined,
  next: (now) => tenths(now + by),
  entry: (level) => wishAt(lane, level),
})

/** The ratio with a part of it changed; nothing where there is none yet. */
export const ratioWith = (target: RatioSpec | undefined, part: Partial<RatioSpec>): Step<RatioSpec> => ({
  of: 'ratio',
  now: () => target,
  next: (now) => ({ ...now, ...part }),
  entry: (to) => ({ ratio: { target: to } }),
})

/** A step of the ratio by some tenths; where there is none yet it begins with the usual one. */
export const ratioStep = (target: RatioSpec | null | undefined, by: number, usual: RatioSpec): Step<RatioSpec> => ({
  ...ratioWith(target ?? { ...usual, ratio: tenths(usual.ratio - by) }, {}),
  next: (now) => ({ ...now, ratio: Math.max(0.1, tenths(now.ratio + by)) }),
})

import type { Entry, Lane, RatioSpec } from '@/api/client'

const tenths = (stops: number) => Math.round(stops * 10) / 10

/** The entry that puts a lane's wish at a level: the line of a removed room, the level of a kept one, the target of a light. */
export function wishAt(lane: Lane, level: number): Entry {
  if (lane.kind !== 'room') return { target: { light: lane.id, level } }
  return { room_wish: lane.floor ? { remove: { level } } : { keep: { level } } }
}

/** The entry that raises a lane's wish by some stops, or that gives it its first one; nothing where it can have none yet. */
export function raised(lane: Lane, by: number): Entry | undefined {
  return lane.wish == null ? (lane.first_wish ?? undefined) : wishAt(lane, tenths(lane.wish + by))
}

/** The entry that changes the ratio by some tenths; where there is none yet it begins with the usual one. */
export function ratioBy(now: RatioSpec | null | undefined, by: number, usual: RatioSpec): Entry {
  return { ratio: { target: now ? { ...now, ratio: Math.max(0.1, tenths(now.ratio + by)) } : usual } }
}

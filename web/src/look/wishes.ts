import type { Entry, Lane, RatioSpec } from '@/api/client'

/** The ratio that most portraits begin with. */
export const USUAL_RATIO: RatioSpec = { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' }

const tenths = (stops: number) => Math.round(stops * 10) / 10

/** The entry that puts a lane's wish at a level: the line of a removed room, the level of a kept one, the target of a light. */
export function wishAt(lane: Lane, level: number): Entry {
  if (lane.kind !== 'room') return { target: { light: lane.id, level } }
  return { room_wish: lane.floor ? { remove: { level } } : { keep: { level } } }
}

/** The entry that raises a lane's wish by some stops. Key and fill without one begin with the usual ratio, others on the exposure. */
export function raised(lane: Lane, by: number): Entry {
  const now = lane.floor?.stops ?? lane.target?.stops
  if (now !== undefined) return wishAt(lane, tenths(now + by))
  if (lane.kind === 'room') return wishAt(lane, tenths(-1.5 + by))
  if (lane.role === 'key' || lane.role === 'fill') return { ratio: { target: USUAL_RATIO } }
  return wishAt(lane, 0)
}

/** The entry that changes the ratio by some tenths. */
export function ratioBy(now: RatioSpec | null | undefined, by: number): Entry {
  const from = now ?? USUAL_RATIO
  return { ratio: { target: { ...from, ratio: now ? Math.max(0.1, tenths(from.ratio + by)) : from.ratio } } }
}

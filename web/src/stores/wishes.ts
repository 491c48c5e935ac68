import type { Entry, Lane, RatioSpec } from '@/api/client'

/** The ratio that most portraits begin with. */
export const USUAL_RATIO: RatioSpec = { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' }

const tenths = (stops: number) => Math.round(stops * 10) / 10

/** The entry that raises a lane's wish by some stops. Key and fill without one begin with the usual ratio, others on the exposure. */
export function raised(lane: Lane, by: number): Entry {
  if (lane.kind === 'room') {
    if (lane.floor) return { room_wish: { remove: { level: tenths(lane.floor.stops + by) } } }
    return { room_wish: { keep: { level: tenths((lane.target?.stops ?? -1.5) + by) } } }
  }
  if (lane.target) return { target: { light: lane.id, level: tenths(lane.target.stops + by) } }
  if (lane.role === 'key' || lane.role === 'fill') return { ratio: { target: USUAL_RATIO } }
  return { target: { light: lane.id, level: 0 } }
}

/** The entry that changes the ratio by some tenths. */
export function ratioBy(now: RatioSpec | null | undefined, by: number): Entry {
  const from = now ?? USUAL_RATIO
  return { ratio: { target: { ...from, ratio: now ? Math.max(0.1, tenths(from.ratio + by)) : from.ratio } } }
}

import type { Board, Lane } from '@/api/client'
import { linear, type Scale as Lengthwise } from '@/draw/scale'

/** Heights of the ladder's head and foot, px. */
export const HEAD = 56
export const FOOT = 58
/** A line more at the foot, where lights have groups or channels. */
export const TRIGGER = 15
/** Room above the highest and below the lowest stop, so that their numbers are not cut off. */
const MARGIN = 9
/** Lanes are not made narrower than this on average; the ladder scrolls sideways first. */
const LEAST_LANE = 68
/** Shares of the width, in the house's own measure for eight lanes at 700 px. */
const SHARES: Record<string, number> = {
  room: 82,
  camera: 90,
  key: 88,
  fill: 92,
  rim: 84,
  hair: 84,
  ground: 94,
  whole: 92,
  frame: 76,
}

export interface LaneBox {
  lane: Lane
  x: number
  w: number
}

/** Stops from the ladder's top to its bottom, on so many px. */
export interface Scale {
  top: number
  bottom: number
  height: number
  y: Lengthwise
}

export function scaleOf(board: Board, height: number): Scale {
  const { top, bottom } = board.ladder
  return { top, bottom, height, y: linear([top, bottom], [MARGIN, height - MARGIN]) }
}

/** Lanes side by side over the whole width; where that is too little for so many, over more. */
export function laneBoxes(board: Board, width: number): LaneBox[] {
  const all = Math.max(width, board.lanes.length * LEAST_LANE)
  // Where there are many, all get alike: each still holds its number.
  const even = all / board.lanes.length < 80
  const share = (lane: Lane) => (even ? 84 : (SHARES[lane.role ?? lane.kind] ?? 84))
  const sum = board.lanes.reduce((shares, lane) => shares + share(lane), 0)
  let x = 0
  return board.lanes.map((lane) => {
    const w = (share(lane) / sum) * all
    const box = { lane, x, w }
    x += w
    return box
  })
}

import type { Board, Lane, Role } from '@/api/client'
import { linear } from './scale'

/** One light, or the room, on the small ladder of the phone. */
export interface SpineMark {
  lane: string
  role: Role
  name: string
  /** Where its mark stands, px. */
  y: number
  /** Where its words stand, px: moved away from its neighbours. */
  textY: number
  level: string
  words: string
  form: 'filled' | 'hollow' | 'ghost' | 'seated'
  /** Where it goes after the move, px. */
  afterY?: number
  targetY?: number
}

export interface Spine {
  top: number
  bottom: number
  y: (stops: number) => number
  marks: SpineMark[]
  /** Lanes that lie outside the window, in words. */
  outside: { lane: string; role: Role; words: string }[]
}

const LINE = 21
const PAD = 14

/** Levels that a lane has: what was read or is likely, what is wished, where it goes. */
const levels = (lane: Lane): number[] =>
  [lane.reading ?? lane.guess?.mark, lane.target, lane.after].flatMap((m) => (m ? [m.stops] : []))

/** The window is fitted to the lights in play, with the exposure always in it. `wished` shows nothing but what is wished. */
export function spineOf(
  board: Board,
  height: number,
  ghost?: { lane: string; stops: number; shown: string },
  wished = false,
): Spine {
  const lights = board.lanes.filter((l) => l.kind === 'light')
  const near = [
    ...lights.flatMap(wished ? (l) => (l.target ? [l.target.stops] : []) : levels),
    ...(ghost ? [ghost.stops] : []),
  ].filter((s) => s > -4.6 && s < 3.2)
  const top = Math.max(0.6, ...near) + 0.5
  const bottom = Math.min(-1, ...near) - 0.5
  const y = linear([top, bottom], [PAD, height - PAD])
  const marks: SpineMark[] = []
  const outside: Spine['outside'] = []
  for (const lane of board.lanes) {
    const role = lane.role
    if (!role || (lane.kind !== 'light' && lane.kind !== 'room')) continue
    const read = wished ? undefined : (lane.reading ?? lane.guess?.mark)
    const at = ghost?.lane === lane.id ? ghost : (read ?? lane.target)
    if (wished && lane.floor) outside.push({ lane: lane.id, role, words: `${lane.name} ${lane.floor.words}` })
    if (!at) continue
    const now = ghost?.lane === lane.id ? 'being typed' : !lane.reading && lane.guess ? 'likely' : lane.words
    // On the ground the others' spill and the room count too.
    const said = role === 'ground' && lane.other ? `${now}, ${lane.other.place} ${lane.other.mark.shown}` : now
    if (at.stops > top || at.stops < bottom) {
      outside.push({ lane: lane.id, role, words: `${lane.name} ${at.shown}${wished ? '' : `, ${said}`}` })
      continue
    }
    const seated = lane.state === 'on_target' || lane.state === 'kept'
    const form =
      !wished && (ghost?.lane === lane.id || (!lane.reading && lane.guess) || lane.likely)
        ? 'ghost'
        : !read
          ? 'hollow'
          : seated
            ? 'seated'
            : 'filled'
    const inside = (stops: number | undefined) =>
      stops !== undefined && stops <= top && stops >= bottom ? y(stops) : undefined
    marks.push({
      lane: lane.id,
      role,
      name: lane.name,
      y: y(at.stops),
      textY: y(at.stops),
      level: at.shown,
      words: wished ? '' : said,
      form,
      afterY: wished ? undefined : inside(lane.after?.stops),
      targetY: read && lane.gap ? inside(lane.target?.stops) : undefined,
    })
  }
  spread(marks, height)
  return { top, bottom, y, marks, outside }
}

/** Words that stand too near to each other move apart, as little as they can, and stay in the frame. */
function spread(marks: SpineMark[], height: number): void {
  marks.sort((a, b) => a.y - b.y)
  let last = -Infinity
  for (const mark of marks) {
    mark.textY = Math.max(mark.y, last + LINE)
    last = mark.textY
  }
  let next = height - LINE / 2
  for (const mark of [...marks].reverse()) {
    mark.textY = Math.min(mark.textY, next)
    next = mark.textY - LINE
  }
}

import type { Board, Role } from '@/api/client'
import { overlaps, place, type Box, type Label } from '@/draw/placer'
import { GHOST_R, R, SIZES, widthOf, type Drawing, type Ghost, type Rule, type Shape, type TextSpec } from './drawn'
import type { LaneBox, Scale } from './scale'

/** Where a lane's mark, its number, and the marks that step aside for a small gap stand, px from the lane's left edge. */
const MARK_X = 33
const NUMBER_X = 49
const ASIDE = { hollow: 25, filled: 43 }
/** A gap under this many stops is too small for a ruler with a number in it. */
const SMALL_GAP = 0.4
const BRACKET = { w: 142, h: 76 }
const LEGEND = { w: 120, h: 58 }

/** Everything on the ladder that depends on the board, placed. */
export function draw(board: Board, boxes: readonly LaneBox[], scale: Scale, ghosts: readonly Ghost[] = []): Drawing {
  const ghostOf = (lane: string) => ghosts.find((g) => g.lane === lane)?.mark
  const out: Drawing = { handles: [], shapes: [], rules: [], rulers: [], whiskers: [], texts: [], arrows: [] }
  const labels: Label<TextSpec>[] = []
  const obstacles: Box[] = []
  const right = boxes.reduce((all, b) => all + b.w, 0)
  // No text is printed across the zero line, nor over the edges of the zones.
  for (const stops of [0, board.ladder.clip, board.ladder.black])
    obstacles.push({ x: 0, y: scale.y(stops) - 1, w: right, h: 2 })

  const y = (stops: number) => Math.min(Math.max(scale.y(stops), R + 3), scale.height - R - 3)
  const beyond = (stops: number) => (stops > scale.top ? 'above' : stops < scale.bottom ? 'below' : undefined)

  const text = (
    box: LaneBox,
    spec: TextSpec,
    rank: number,
    centres: readonly number[],
    xs: readonly number[] = [NUMBER_X],
  ) => {
    const { h } = SIZES[spec.kind]
    const w = Math.min(widthOf(spec), box.w - 4)
    const at = (x: number) => box.x + Math.min(x, box.w - w - 3)
    const places = xs.flatMap((x) => centres.map((c) => ({ x: at(x), y: c - h / 2 })))
    labels.push({ what: spec, w, h, places, rank, slide: { top: 0, bottom: scale.height } })
  }
  const shape = (box: LaneBox, form: Shape['form'], role: Role, stops: number, x = MARK_X, handle = false) => {
    const at = { x: box.x + x, y: y(stops) }
    const r = form === 'ghost' ? GHOST_R : form === 'seated' ? R + 3 : R
    out.shapes.push({ role, form, ...at, beyond: beyond(stops), lane: box.lane.id, handle })
    obstacles.push({ x: at.x - r * 1.2, y: at.y - r * 1.2, w: r * 2.4, h: r * 2.4 })
  }
  const rule = (box: LaneBox, role: Role, stops: number, form: Rule['form'] = 'level') =>
    out.rules.push({ role, form, x1: box.x + 5, x2: box.x + box.w - 5, y: y(stops) })

  for (const box of boxes) {
    const { lane } = box
    if (lane.kind === 'room' || lane.kind === 'light') level(box)
    if (lane.kind === 'whole') whole(box)
  }

  /** A light, or the room: reading, wish, and what lies between. */
  function level(box: LaneBox): void {
    const { lane } = box
    const role = lane.role ?? 'key'
    const { reading, target, gap } = lane
    const id = lane.id
    if (lane.floor) {
      out.rules.push({ role, form: 'floor', x1: box.x + 5, x2: box.x + box.w - 5, y: y(lane.floor.stops) })
      obstacles.push({ x: box.x + 5, y: y(lane.floor.stops) - 2, w: box.w - 10, h: 8 })
      out.handles.push({ lane: id, x: box.x + 5, y: y(lane.floor.stops) - 10, w: box.w - 10, h: 20 })
      const floorY = y(lane.floor.stops)
      text(box, { id: `${id}.floor2`, kind: 'quiet', text: lane.floor.words }, 6, [floorY - 11, floorY + 14], [8])
      text(box, { id: `${id}.floor1`, kind: 'quiet', text: `${lane.floor.name}:` }, 7, [floorY - 25, floorY - 11], [8])
    }
    const seated = reading && target && !gap && !lane.likely
    const aside = gap && target && reading && Math.abs(gap.stops) < SMALL_GAP
    if (target && !seated) {
      rule(box, role, target.stops)
      shape(box, 'hollow', role, target.stops, aside ? ASIDE.hollow : MARK_X, true)
    }
    if (lane.after) {
      const x = aside ? ASIDE.hollow : MARK_X
      out.shapes.push({ role, form: 'ghost', x: box.x + x, y: y(lane.after.stops), lane: id })
    }
    if (reading) {
      if (lane.likely) {
        rule(box, role, reading.stops, 'likely')
        shape(box, 'ghost', role, reading.stops, aside ? ASIDE.filled : MARK_X)
      } else {
        rule(box, role, reading.stops)
        shape(box, seated ? 'seated' : 'filled', role, reading.stops, aside ? ASIDE.filled : MARK_X, Boolean(seated))
      }
    }
    // Numbers go outward from the gap; without one, upward.
    const up = !gap || gap.stops > 0
    if (reading) {
      const at = y(reading.stops)
      const out1 = up ? -1 : 1
      const likely = { kind: 'quiet' as const, text: `likely ${reading.shown}` }
      const fits = widthOf({ id, ...likely }) <= box.w - NUMBER_X
      const near = !lane.likely
        ? { kind: 'value' as const, text: reading.shown }
        : fits
          ? likely
          : { kind: 'quiet' as const, text: reading.shown }
      const x = aside ? ASIDE.filled + 12 : NUMBER_X
      text(box, { id: `${id}.reading`, ...near }, 1, [at + 11 * out1, at - 11 * out1, at], [x, box.w - 40])
      text(
        box,
        { id: `${id}.reads`, kind: 'quiet', f: reading.aperture },
        4,
        [at + 26 * out1, at - 11 * out1, at + 13 * out1],
        [x],
      )
      // How surely it is known, where nothing is in the way.
      if (lane.sure) {
        const { within, shown } = lane.sure
        if (!gap)
          out.whiskers.push({ role, x: box.x + 10, y1: y(reading.stops + within), y2: y(reading.stops - within) })
        text(box, { id: `${id}.sure`, kind: 'quiet', text: shown }, 6, [at - 13 * out1, at - 26 * out1], [NUMBER_X])
      }
    }
    if (target && !seated) {
      const at = y(target.stops)
      const way = reading ? (up ? 1 : -1) : -1
      text(
        box,
        { id: `${id}.target`, kind: 'target', text: target.shown },
        2,
        [at + 10 * way, at - 10 * way, at],
        [NUMBER_X],
      )
      text(
        box,
        { id: `${id}.wants`, kind: 'quiet', f: target.aperture },
        5,
        [at + 24 * way, at + 10 * -way, at - 24 * way],
        [NUMBER_X],
      )
    }
    // What it will likely read, and how far off that may be: never taken for a reading.
    if (lane.guess && !reading) {
      const { mark, within } = lane.guess
      rule(box, role, mark.stops, 'likely')
      shape(box, 'ghost', role, mark.stops)
      out.whiskers.push({ role, x: box.x + 10, y1: y(mark.stops + within), y2: y(mark.stops - within) })
      const at = y(mark.stops)
      text(
        box,
        { id: `${id}.guess`, kind: 'quiet', text: `${mark.shown} ±${within.toFixed(1)}` },
        3,
        [at - 13, at + 13, at - 24, at + 24],
        [NUMBER_X - 14],
      )
    }
    // The room at its other place: a smaller mark with its name.
    if (lane.other) {
      const at = y(lane.other.mark.stops)
      out.shapes.push({
        role,
        form: 'filled',
        x: box.x + box.w - 14,
        y: at,
        beyond: beyond(lane.other.mark.stops),
        lane: id,
      })
      text(
        box,
        { id: `${id}.other`, kind: 'quiet', text: `${lane.other.place} ${lane.other.mark.shown}` },
        5,
        [at + 15, at - 15, at + 28, at - 28],
        [box.w - 70, 20, 8],
      )
    }
    const from = gap && reading ? reading.stops : undefined
    const to = target?.stops ?? lane.floor?.stops
    if (gap && from !== undefined && to !== undefined) {
      const [y1, y2] = [Math.min(y(from), y(to)), Math.max(y(from), y(to))]
      const ticks = []
      const [high, low] = [Math.max(from, to), Math.min(from, to)]
      for (let tenth = Math.ceil(low * 10 - 1e-6); tenth <= high * 10 + 1e-6; tenth++) {
        ticks.push({ y: y(tenth / 10), long: tenth % 10 === 0 })
      }
      out.rulers.push({ role, x: box.x + 10, y1, y2, ticks })
      obstacles.push({ x: box.x + 8, y: y1, w: 8, h: y2 - y1 })
      if (!aside) {
        const arrow = gap.way === 'up' ? '↑' : '↓'
        text(box, { id: `${id}.gap`, kind: 'gap', role, text: `${gap.shown}${arrow}` }, 3, [(y1 + y2) / 2], [NUMBER_X])
      }
    }
    const mark = ghostOf(id)
    if (mark) {
      rule(box, role, mark.stops, 'likely')
      out.shapes.push({
        role,
        form: 'ghost',
        x: box.x + MARK_X,
        y: y(mark.stops),
        beyond: beyond(mark.stops),
        lane: id,
      })
      // The same number as the reading's own says nothing new.
      if (mark.shown !== reading?.shown)
        text(
          box,
          { id: `${id}.ghost`, kind: 'target', text: mark.shown },
          0,
          [y(mark.stops), y(mark.stops) - 12, y(mark.stops) + 12],
          [box.w - 38],
        )
    }
  }

  /** All lights together: the two sides of the face, now and after, and what the meter said of it all. */
  function whole(box: LaneBox): void {
    const { lane } = box
    const { face, reading } = lane
    const sides = face
      ? ([
          ['lit side', face.lit],
          ['shadow side', face.shadow],
        ] as const)
      : []
    sides.forEach(([name, side], i) => {
      const way = i === 0 ? -1 : 1
      const now = y(side.now.stops)
      out.rules.push({ form: 'bar', x1: box.x + 8, x2: box.x + 30, y: now })
      obstacles.push({ x: box.x + 8, y: now - 3, w: 22, h: 6 })
      text(
        box,
        { id: `whole.${name}.now`, kind: 'value', text: side.now.shown },
        1,
        [now + 9 * way, now - 9 * way, now],
        [36],
      )
      text(
        box,
        { id: `whole.${name}`, kind: 'quiet', text: name },
        5,
        [now + 24 * way, now + 38 * way, now - 24 * way],
        [8],
      )
      const after = side.after
      if (after && after.shown !== side.now.shown) {
        const then = y(after.stops)
        out.rules.push({ form: 'after', x1: box.x + 8, x2: box.x + box.w - 8, y: then })
        out.arrows.push({ x: box.x + 19, y1: now, y2: then })
        obstacles.push({ x: box.x + 8, y: then - 1, w: box.w - 16, h: 2 })
        obstacles.push({ x: box.x + 15, y: Math.min(now, then), w: 8, h: Math.abs(then - now) })
        text(
          box,
          { id: `whole.${name}.after`, kind: 'quiet', text: `→ ${after.shown}` },
          3,
          [then + 10, then - 10],
          [36],
        )
      }
    })
    const ghost = ghostOf(lane.id)
    const mark = ghost ?? reading
    if (mark) {
      const at = y(mark.stops)
      out.rules.push({ form: ghost ? 'after' : 'level', x1: box.x + 5, x2: box.x + box.w - 5, y: at })
      text(box, { id: 'whole.reading', kind: 'value', text: mark.shown }, 2, [at - 10, at + 10], [box.w - 40])
      text(box, { id: 'whole.reads', kind: 'quiet', f: mark.aperture }, 6, [at + 10, at - 24, at + 24], [box.w - 40])
    }
  }

  zones()
  bracketAndLegend()
  out.texts = place(labels, obstacles)
  return out

  /** The zones are named where nothing else stands. */
  function zones(): void {
    const named: [string, string, number, number][] = [
      ['zone.clip', `highlights clip above +${board.ladder.clip.toFixed(1)}`, 0, scale.y(board.ladder.clip)],
      [
        'zone.black',
        `reads as black below −${Math.abs(board.ladder.black)}`,
        scale.y(board.ladder.black),
        scale.height,
      ],
    ]
    for (const [id, words, top, bottom] of named) {
      const spec: TextSpec = { id, kind: 'zone', text: words }
      const [w, h] = [widthOf(spec), SIZES.zone.h]
      const middle = (top + bottom) / 2 - h / 2
      const starts = boxes.filter((b) => b.lane.kind !== 'room' && b.lane.kind !== 'camera').map((b) => b.x + 8)
      const places = [middle, bottom - h - 3, top + 3].flatMap((py) =>
        starts.filter((x) => x + w < right).map((x) => ({ x, y: py })),
      )
      labels.push({ what: spec, w, h, places, rank: 8 })
    }
  }

  /** The ratio's box hangs under the bracket, or wherever the lanes about it are empty; so does the legend. */
  function bracketAndLegend(): void {
    // They keep clear of every mark and of where the numbers beside it will most likely stand.
    const marked = out.shapes.map((s) => ({ x: s.x - 30, y: s.y - 36, w: 100, h: 72 }))
    const bars = out.rules
      .filter((r) => r.form === 'bar' || r.form === 'after')
      .map((r) => ({ x: r.x1, y: r.y - 34, w: 92, h: 68 }))
    const keepClear: Box[] = [...obstacles, ...marked, ...bars]
    const [clipY, blackY] = [scale.y(board.ladder.clip) + 6, scale.y(board.ladder.black) - 6]
    const camera = boxes.find((b) => b.lane.kind === 'camera')
    const free = (size: { w: number; h: number }, xs: number[], from: number): Box | undefined => {
      const below: number[] = []
      for (let py = from; py + size.h <= blackY; py += 4) below.push(py)
      const above: number[] = []
      for (let py = Math.min(from - 4, blackY - size.h); py >= clipY; py -= 4) above.push(py)
      for (const heights of [below, above]) {
        for (const x of xs) {
          if (x < (camera ? camera.x + camera.w : 0) || x + size.w > right) continue
          for (const py of heights) {
            const box = { x, y: py, ...size }
            if (!keepClear.some((o) => overlaps(box, o))) return box
          }
        }
      }
      return undefined
    }
    const key = boxes.find((b) => b.lane.role === 'key' && b.lane.target)
    const fill = boxes.find((b) => b.lane.role === 'fill' && b.lane.target)
    if (board.ratio && key?.lane.target && fill?.lane.target) {
      const x = fill.x
      const [y1, y2] = [y(key.lane.target.stops), y(fill.lane.target.stops)]
      out.handles.push({ lane: fill.lane.id, x: x - 10, y: y2 - 12, w: 24, h: 24 })
      const { shown, convention, stops, other } = board.ratio
      const lowest = Math.max(y1, y2)
      const xs = [0, -40, 40, -70, 70, 110, 150, 200, 260].map((off) => x - BRACKET.w / 2 + off)
      const box = free(BRACKET, xs, lowest + 34)
      if (box) {
        keepClear.push(box)
        obstacles.push(box)
      }
      out.bracket = { x, y1, y2, box, lines: [shown, convention, stops, other] }
    }
    const rim = boxes.find((b) => b.lane.role === 'rim') ?? boxes.find((b) => b.lane.kind === 'light')
    if (rim) {
      const box = free(LEGEND, [rim.x + 6, rim.x + 90, rim.x + 180], scale.y(-2.9))
      if (box) {
        obstacles.push(box)
        out.legend = box
      }
    }
  }
}

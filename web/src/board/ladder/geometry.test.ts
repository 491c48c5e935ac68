import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Board, Lane, LaneState, Mark, Role } from '@/api/client'
import { draw } from './geometry'
import { laneBoxes, scaleOf } from './scale'
import { overlaps } from '@/draw/placer'

const mark = (stops: number): Mark => {
  const shown = `${stops < -0.04 ? '−' : stops > 0.04 ? '+' : ''}${Math.abs(stops).toFixed(1)}`
  return { stops, shown, aperture: { number: '5.6', tenths: Math.abs(Math.round(stops * 10)) % 10, words: 'f/5.6' } }
}

function lane(id: string, kind: Lane['kind'], role: Role | null, more: Partial<Lane> = {}): Lane {
  return {
    id,
    kind,
    role,
    name: id,
    number: 1,
    state: 'untouched',
    words: 'untouched',
    likely: false,
    own_wish: false,
    foot: { strong: '', plain: '', third: '' },
    ...more,
  }
}

const level = fc.integer({ min: -90, max: 50 }).map((t) => t / 10)

/** A light in any state: nothing, a wish, a reading, both with a gap, on target, only likely, with a move pending. */
function lit(id: string, role: Role): fc.Arbitrary<Lane> {
  return fc
    .record({
      reading: fc.option(level),
      target: fc.option(level),
      near: fc.boolean(),
      likely: fc.boolean(),
      after: fc.boolean(),
      guess: fc.option(level),
    })
    .map(({ reading, target, near, likely, after, guess }) => {
      const wish = near && reading !== null && target !== null ? reading + 0.2 : target
      const by = reading !== null && wish !== null ? reading - wish : undefined
      const off = by !== undefined && Math.abs(by) > 0.1
      return lane(id, 'light', role, {
        reading: reading === null ? null : mark(reading),
        target: wish === null ? null : mark(wish),
        likely: likely && reading !== null,
        gap: off ? { stops: by, shown: Math.abs(by).toFixed(1), way: by > 0 ? 'down' : 'up' } : null,
        guess: guess === null ? null : { mark: mark(guess), within: 1, words: 'likely', from: '' },
        sure: reading === null ? null : { within: 0.06, shown: '±0.06', words: 'as it was read' },
        after: off && after && wish !== null ? mark(wish) : null,
        state: (off ? 'over' : 'set') as LaneState,
      })
    })
}

const room = fc.record({ keep: fc.boolean(), wish: level, reading: fc.option(level) }).map(({ keep, wish, reading }) =>
  lane('room', 'room', 'room', {
    reading: reading === null ? null : mark(reading),
    target: keep ? mark(wish) : null,
    floor: keep ? null : { stops: Math.min(wish, 0), name: 'remove', words: 'below −5' },
  }),
)

const whole = fc
  .record({ read: fc.option(level), lit: level, shadow: level, after: fc.option(level), face: fc.boolean() })
  .map(({ read, lit, shadow, after, face }) =>
    lane('whole', 'whole', null, {
      reading: read === null ? null : mark(read),
      face: face
        ? {
            lit: { now: mark(lit), after: after === null ? null : mark(after) },
            shadow: { now: mark(shadow), after: null },
            ratio_now: '2 : 1',
            room_is_fill: false,
          }
        : null,
    }),
  )

const board: fc.Arbitrary<Board> = fc
  .tuple(
    room,
    fc.tuple(lit('key', 'key'), lit('fill', 'fill'), lit('rim', 'rim'), lit('ground', 'ground')),
    fc
      .array(fc.constantFrom<Role>('rim', 'hair', 'ground', 'key'), { maxLength: 4 })
      .chain((roles) => fc.tuple(...roles.map((role, i) => lit(`${role}-${i + 2}`, role)))),
    whole,
    fc.boolean(),
  )
  .map(([first, lights, more, last, ratio]) => ({
    adding: [],
    ladder: { top: 3, bottom: -6.5, clip: 2.5, black: -5, rungs: [], tones: new Array(96).fill(100) },
    lanes: [first, lane('camera', 'camera', null), ...lights, ...more, last, lane('frame', 'frame', null)],
    ratio: ratio
      ? {
          target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' },
          shown: '3 : 1',
          convention: 'lit : shadow',
          stops: '1.0 stop key over fill',
          other: '2 : 1 by readings',
          anchor: 'lit side on 0',
        }
      : null,
    room: {
      title: '',
      words: '',
      kept: false,
      keep: { frame: {} },
      remove: { frame: {} },
      keep_words: '',
      remove_words: '',
      keep_it_words: '',
      remove_it_words: '',
      wish_code: 17,
    },
    next: { kind: 'shoot', lane: 'frame', say: [], why: [] },
    findings: [],
    circuits: [],
    schools: { follow: '', step: '', receptor: '', trim: '', anchor: '' },
    length: 'metres',
  }))

const size = fc.record({ width: fc.integer({ min: 700, max: 1400 }), height: fc.integer({ min: 361, max: 700 }) })

describe('the ladder', () => {
  it('prints no text over another, nor across the line at 0, nor outside its frame, in any state', () => {
    fc.assert(
      fc.property(board, size, (board, { width, height }) => {
        const scale = scaleOf(board, height)
        const lanes = laneBoxes(board, width)
        const all = lanes.reduce((sum, b) => sum + b.w, 0)
        const { texts, bracket, legend } = draw(board, lanes, scale)
        const boxes = [...texts, ...(bracket?.box ? [bracket.box] : []), ...(legend ? [legend] : [])]
        for (const a of boxes) {
          expect(boxes.filter((b) => b !== a && overlaps(a, b))).toEqual([])
          expect(a.y < scale.y(0) && a.y + a.h > scale.y(0)).toBe(false)
          expect(a.x >= 0 && a.x + a.w <= all && a.y >= 0 && a.y + a.h <= height).toBe(true)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('always prints the number of every reading', () => {
    fc.assert(
      fc.property(board, size, (board, { width, height }) => {
        const { texts } = draw(board, laneBoxes(board, width), scaleOf(board, height))
        const printed = texts.map((t) => t.what.id)
        for (const { id, reading, kind } of board.lanes) {
          if (reading && kind !== 'whole') expect(printed).toContain(`${id}.reading`)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('fills its width with lanes in the order of the work', () => {
    fc.assert(
      fc.property(board, (board) => {
        const boxes = laneBoxes(board, 816)
        expect(boxes.map((b) => b.lane.id)).toEqual(board.lanes.map((l) => l.id))
        // No lane gets too narrow for its numbers: many lanes take more than the width.
        expect(boxes.reduce((sum, b) => sum + b.w, 0)).toBeCloseTo(Math.max(816, 68 * board.lanes.length))
      }),
    )
  })

  it('reads a height as the stops that stand there', () => {
    const [any] = fc.sample(board, 1)
    if (!any) throw new Error('no board')
    const scale = scaleOf(any, 424)
    for (const stops of [3, 0, -1.6, -6.5]) expect(scale.y.back(scale.y(stops))).toBeCloseTo(stops)
  })
})

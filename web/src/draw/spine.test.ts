import { describe, expect, it } from 'vitest'
import type { Board, Lane, Mark } from '@/api/client'
import { spineOf } from './spine'

const mark = (stops: number): Mark => ({ stops, shown: stops.toFixed(1), aperture: { number: '8', words: 'f/8' } })

function light(id: string, stops: number | undefined, more: Partial<Lane> = {}): Lane {
  return {
    id,
    kind: 'light',
    role: 'rim',
    name: id,
    number: 1,
    state: 'measured',
    words: 'read',
    likely: false,
    own_wish: false,
    foot: { strong: '', plain: '', third: '' },
    reading: stops === undefined ? null : mark(stops),
    ...more,
  }
}

const of = (lanes: Lane[]): Board => ({ lanes }) as unknown as Board

describe('the spine of the phone', () => {
  it.each([1, 2, 5, 8])('keeps the words of %i lights at one level apart and in the frame', (n) => {
    const { marks } = spineOf(of(Array.from({ length: n }, (_, i) => light(`l${i}`, -1.6))), 237)
    expect(marks).toHaveLength(n)
    const gaps = marks.slice(1).map((m, i) => m.textY - (marks[i]?.textY ?? 0))
    expect(Math.min(21, ...gaps)).toBe(21)
    for (const m of marks) expect(m.textY > 0 && m.textY < 237).toBe(true)
  })

  it('fits its window to the lights in play and tells of what lies outside', () => {
    const room = light('room', -6, { kind: 'room', role: 'room', name: 'Room', words: 'removed' })
    const { top, bottom, marks, outside, y } = spineOf(of([room, light('key', -0.6), light('fill', -1.6)]), 237)
    expect(top).toBeCloseTo(1.1)
    expect(bottom).toBeCloseTo(-2.1)
    expect(marks.map((m) => m.lane)).toEqual(['key', 'fill'])
    expect(outside[0]?.words).toBe('Room -6.0, removed')
    expect(y(0) > 0 && y(0) < 237).toBe(true)
  })

  it('says what lies on the ground in all', () => {
    const ground = light('ground', -1, { role: 'ground', other: { place: 'in all', mark: mark(-0.4) } })
    expect(spineOf(of([ground]), 237).marks[0]?.words).toBe('read, in all -0.4')
  })

  it('shows nothing but wishes where those are asked for', () => {
    const floor = { stops: -5, name: 'remove', words: 'below −5' }
    const room = light('room', -6, { kind: 'room', role: 'room', name: 'Room', floor })
    const key = light('key', 0.4, { target: mark(-0.6), after: mark(0) })
    const fill = light('fill', undefined, { guess: { mark: mark(1), within: 1, words: '', from: '' } })
    const { marks, outside } = spineOf(of([room, key, fill]), 237, undefined, true)
    expect(marks).toMatchObject([{ lane: 'key', form: 'hollow', level: '-0.6', words: '', afterY: undefined }])
    expect(outside.map((o) => o.words)).toEqual(['Room below −5'])
  })

  it('shows what is being typed, what is likely, and what is only wished', () => {
    const guess = { mark: mark(0.5), within: 1, words: '', from: '' }
    const lanes = [
      light('key', -0.6),
      light('fill', undefined, { guess }),
      light('hair', undefined, { target: mark(-1) }),
    ]
    const { marks } = spineOf(of(lanes), 237, { lane: 'key', stops: 0, shown: '0.0' })
    const forms = Object.fromEntries(marks.map((m) => [m.lane, m.form]))
    expect(forms).toEqual({ key: 'ghost', fill: 'ghost', hair: 'hollow' })
    expect(marks.find((m) => m.lane === 'key')?.words).toBe('being typed')
  })
})

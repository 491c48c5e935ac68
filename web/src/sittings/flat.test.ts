import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Summary } from '@/api/client'
import FlatLadder from './FlatLadder.vue'
import LadderTable from '@/draw/LadderTable.vue'

const summary = (marks: Summary['marks']): Summary => ({
  camera: null,
  marks,
  ends: [-6.5, -5, 2.5, 3],
  ratio: null,
  ratio_words: '',
  room: 'removed',
  state: 'over',
  words: 'Fill 0.7 over',
  lanes: [],
  next: [],
})

describe('the ladder laid flat', () => {
  const drawn = (marks: Summary['marks']) =>
    mount(FlatLadder, { props: { summary: summary(marks), width: 950, height: 60 } })
  const places = (view: ReturnType<typeof drawn>) =>
    view.findAll('path[transform]').map((p) => (p.attributes('transform')?.match(/[\d.]+/g) ?? []).map(Number))

  it('puts each mark where it lies, in the track of its role', () => {
    const view = drawn([
      { role: 'key', stops: 0, hollow: false },
      { role: 'room', stops: -6, hollow: false },
    ])
    expect(places(view)).toEqual([
      [650, 10],
      [50, 50],
    ])
  })

  it('keeps a mark beyond its ends in sight', () => {
    const [[above] = [], [below] = []] = places(
      drawn([
        { role: 'key', stops: 40, hollow: false },
        { role: 'key', stops: -40, hollow: false },
      ]),
    )
    expect(above).toBeLessThan(950)
    expect(below).toBeGreaterThan(0)
  })

  it('ties a reading to the wish that it misses, and says it in words', () => {
    const off = drawn([
      { role: 'fill', stops: -1.6, hollow: true },
      { role: 'fill', stops: -0.9, hollow: false },
    ])
    const right = drawn([{ role: 'fill', stops: -1.6, hollow: false }])
    expect(off.findAll('path').length - right.findAll('path').length).toBe(2)
    expect(off.attributes('aria-label')).toBe('Fill 0.7 over')
  })
})

describe('the ladder in words', () => {
  it('tells reading, target and way of each lane', () => {
    const mark = (stops: number, shown: string) => ({
      stops,
      shown,
      aperture: { number: '4', words: 'f/4 and 4 tenths' },
    })
    const lane = {
      id: 'fill',
      kind: 'light',
      name: 'Fill',
      number: 4,
      state: 'over',
      words: '0.7 over',
      likely: true,
      reading: mark(-0.9, '−0.9'),
      target: mark(-1.6, '−1.6'),
      gap: { stops: 0.7, shown: '0.7', way: 'down' },
      foot: { strong: '1/8', plain: 'Taper 400', pending: '→ 1/16 +0.3', third: '' },
    }
    const view = mount(LadderTable, { props: { board: { lanes: [lane] } as never } })
    const cells = view.findAll('td').map((td) => td.text())
    expect(cells).toEqual([
      '0.7 over',
      'likely −0.9 stops, f/4 and 4 tenths',
      '−1.6 stops, f/4 and 4 tenths',
      '0.7, go down',
      '1/8 → 1/16 +0.3',
    ])
  })
})

import { describe, expect, it } from 'vitest'
import type { Lane } from '@/api/client'
import type { Step } from './steps'
import { ratioStep, wishFor, wishStep } from './wishes'

const USUAL = { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } as const
const lane = (more: Partial<Lane>): Lane => ({
  id: 'rim',
  kind: 'light',
  role: 'rim',
  name: 'Rim',
  number: 5,
  state: 'set',
  words: 'set',
  likely: false,
  own_wish: false,
  foot: { strong: '', plain: '', third: '' },
  ...more,
})

/** What one step writes. */
function one<T>(step: Step<T>): unknown {
  const now = step.now()
  const to = now === undefined ? undefined : step.next(now)
  return to === undefined ? undefined : step.entry(to)
}

describe('a step of a wish', () => {
  it('goes by tenths without drift, and nowhere where there is none yet', () => {
    expect(one(wishStep(lane({ wish: 0.30000000000000004 }), -0.1))).toEqual({ target: { light: 'rim', level: 0.2 } })
    expect(one(wishStep(lane({}), 0.1))).toBeUndefined()
    const key = lane({ id: 'key', role: 'key', wish: 0, own_wish: true })
    expect(one(wishStep(key, 0.1))).toEqual({ target: { light: 'key', level: 0.1, own: true } })
  })

  it('is more than its mark where others light the same place', () => {
    const mark = { shown: '+0.3', stops: 0.3, aperture: { number: '8', tenths: 3, words: '' } }
    const ground = lane({ id: 'ground', role: 'ground', wish: 0.5, target: mark, others_give: 'Alone it should …' })
    expect(wishFor(ground, 0.1)).toBe(0.3)
    expect(one(wishStep(ground, 0.1))).toEqual({ target: { light: 'ground', level: 0.6 } })
    expect(wishFor(lane({ wish: 0.5, target: mark }), 0.1)).toBe(0.1)
  })

  it('moves the line of a removed room and the level of a kept one', () => {
    const room = { id: 'room', kind: 'room' as const, role: 'room' as const }
    const removed = lane({ ...room, wish: -5, floor: { stops: -5, name: 'remove', words: '' } })
    expect(one(wishStep(removed, 0.1))).toEqual({ room_wish: { remove: { level: -4.9 } } })
    expect(one(wishStep(lane({ ...room, wish: -1.5 }), -1))).toEqual({ room_wish: { keep: { level: -2.5 } } })
  })
})

describe('a step of the ratio', () => {
  it('goes by tenths, and begins with the usual one', () => {
    expect(one(ratioStep(undefined, 0.1, USUAL))).toEqual({ ratio: { target: USUAL } })
    expect(one(ratioStep({ ratio: 2.2, convention: 'readings', anchor: 'key_alone' }, 0.1, USUAL))).toEqual({
      ratio: { target: { ratio: 2.3, convention: 'readings', anchor: 'key_alone' } },
    })
  })
})

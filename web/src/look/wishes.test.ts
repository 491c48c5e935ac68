import { describe, expect, it } from 'vitest'
import type { Lane } from '@/api/client'
import { raised, ratioBy } from './wishes'

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
  foot: { strong: '', plain: '', third: '' },
  ...more,
})

describe('a wish that is raised', () => {
  it('moves in tenths without drift', () => {
    expect(raised(lane({ wish: 0.30000000000000004 }), -0.1)).toEqual({ target: { light: 'rim', level: 0.2 } })
  })

  it('begins as the server says, and does nothing where it can not begin', () => {
    const first = { ratio: { target: USUAL } }
    expect(raised(lane({ first_wish: first }), 0.1)).toEqual(first)
    expect(raised(lane({}), 0.1)).toBeUndefined()
  })

  it('moves the line of a removed room and the level of a kept one', () => {
    const room = { id: 'room', kind: 'room' as const, role: 'room' as const }
    const removed = lane({ ...room, wish: -5, floor: { stops: -5, name: 'remove', words: '' } })
    expect(raised(removed, 0.1)).toEqual({ room_wish: { remove: { level: -4.9 } } })
    expect(raised(lane({ ...room, wish: -1.5 }), -1)).toEqual({ room_wish: { keep: { level: -2.5 } } })
  })
})

describe('the ratio', () => {
  it('goes by tenths, and begins with the usual one', () => {
    expect(ratioBy(undefined, 0.1, USUAL)).toEqual({ ratio: { target: USUAL } })
    expect(ratioBy({ ratio: 2.2, convention: 'readings', anchor: 'key_alone' }, 0.1, USUAL)).toEqual({
      ratio: { target: { ratio: 2.3, convention: 'readings', anchor: 'key_alone' } },
    })
  })
})

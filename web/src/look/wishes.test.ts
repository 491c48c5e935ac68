import { describe, expect, it } from 'vitest'
import type { Lane } from '@/api/client'
import { raised, ratioBy } from './wishes'

const mark = (stops: number) => ({ stops, shown: '', aperture: { number: '8', words: 'f/8' } })
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
    expect(raised(lane({ target: mark(0.30000000000000004) }), -0.1)).toEqual({ target: { light: 'rim', level: 0.2 } })
  })

  it('begins on the exposure, and for key and fill with the usual ratio', () => {
    expect(raised(lane({}), 0.1)).toEqual({ target: { light: 'rim', level: 0 } })
    expect(raised(lane({ id: 'key', role: 'key' }), 0.1)).toMatchObject({ ratio: { target: { ratio: 3 } } })
  })

  it('moves the line of a removed room and the level of a kept one', () => {
    const room = { id: 'room', kind: 'room' as const, role: 'room' as const }
    expect(raised(lane({ ...room, floor: { stops: -5, name: 'remove', words: '' } }), 0.1)).toEqual({
      room_wish: { remove: { level: -4.9 } },
    })
    expect(raised(lane({ ...room, target: mark(-1.5) }), -1)).toEqual({ room_wish: { keep: { level: -2.5 } } })
  })
})

describe('the ratio', () => {
  it('goes by tenths, and begins at 3 : 1', () => {
    expect(ratioBy(undefined, 0.1)).toMatchObject({ ratio: { target: { ratio: 3 } } })
    expect(ratioBy({ ratio: 2.2, convention: 'readings', anchor: 'key_alone' }, 0.1)).toEqual({
      ratio: { target: { ratio: 2.3, convention: 'readings', anchor: 'key_alone' } },
    })
  })
})

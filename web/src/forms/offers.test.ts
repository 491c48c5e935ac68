import { describe, expect, it } from 'vitest'
import { byId, byName, offers } from './offers'

const PIECES = [
  { id: 'a', sheet: { name: 'Taper 400' } },
  { id: 'b', sheet: { name: 'Wick 76' } },
]

describe('what a list offers of the kit', () => {
  it('is the pieces, and none', () => {
    expect(offers(byName(PIECES), '', 'none').map((o) => o.words)).toEqual(['none', 'Taper 400', 'Wick 76'])
    expect(offers(byId(PIECES), 'a', 'none').map((o) => o.value)).toEqual(['', 'a', 'b'])
  })

  it('keeps what is chosen though the kit no longer has it', () => {
    expect(offers(byId(PIECES), 'gone', 'none', 'Old lamp (as it is)')[1]).toEqual({
      value: 'gone',
      words: 'Old lamp (as it is)',
    })
  })
})

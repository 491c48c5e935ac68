import { describe, expect, it } from 'vitest'
import type { Scales } from '@/api/client'
import { among, asApertures, byId, byName, dialsOf, offers } from './offers'

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

describe('the markings of a dial', () => {
  it('have what is set in its place, so that a press goes to its neighbour', () => {
    expect(among(['4', '5.6', '8'], '6.3')).toEqual(['4', '5.6', '6.3', '8'])
    expect(among(['1/30', '1/60', '1/125'], '1/90')).toEqual(['1/30', '1/60', '1/90', '1/125'])
    expect(among(['400', '200', '100'], '800')).toEqual(['800', '400', '200', '100'])
    expect(among(['400', '200', '100'], '200')).toEqual(['400', '200', '100'])
  })

  it('are those of thirds or of halves, as the camera steps', () => {
    const scales = { apertures: ['5.6', '6.3'], halves: { apertures: ['5.6', '6.7'] } } as unknown as Scales
    expect(dialsOf(scales, { steps: 'halves' }).apertures).toEqual(['5.6', '6.7'])
    expect(dialsOf(scales, { steps: 'thirds' }).apertures).toEqual(['5.6', '6.3'])
    expect(dialsOf(scales).apertures).toEqual(['5.6', '6.3'])
  })

  it('stand as they are printed', () => {
    expect(asApertures(['6.7', '13 half'])).toEqual([
      { value: '6.7', words: 'ƒ6.7' },
      { value: '13 half', words: 'ƒ13' },
    ])
  })
})

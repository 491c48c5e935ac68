import { describe, expect, it } from 'vitest'
import { ago, shown, title, told } from './words'

describe('what devices say, in words', () => {
  it('draws what a meter shows as a meter does', () => {
    expect(shown('5.6 1')).toEqual({ number: '5.6', tenths: 1, words: 'f/5.6 and 1 tenth' })
    expect(shown('8 0')).toEqual({ number: '8', tenths: 0, words: 'f/8 and 0 tenths' })
    expect(shown('6.3')).toEqual({ number: '6.3', words: 'f/6.3' })
  })

  it('says how many are here, and how many of them are not real', () => {
    const device = (here: boolean, simulated: boolean) => ({ here, simulated })
    expect(title([]).say).toContain('Readings can be typed')
    expect(title([device(false, true)]).say).toContain('None of them is here')
    expect(title([device(true, false), device(true, false)])).toEqual({ say: 'Two are here' })
    expect(title([device(true, true), device(true, false), device(false, true)])).toEqual({
      say: 'Two are here, one of them ',
      strong: 'simulated',
    })
    expect(title([device(true, true), device(true, true)])).toEqual({
      say: 'Two are here, all of them ',
      strong: 'simulated',
    })
  })

  it('says what came by the names of the open look', () => {
    const reading = { shows: '5.6 1', iso: '100', shutter: '1/160', ambient: false }
    const name = (id: string) => ({ key: 'Key', room: 'Room' })[id] ?? id
    expect(told({ reading: { ...reading, of: 'key' } }, name).before).toBe('Key')
    expect(told({ reading }, name).before).toBe('A pop')
    expect(told({ reading: { ...reading, ambient: true } }, name).before).toBe('What burns')
    expect(told({ dial: { light: 'key', dial: '1/16 +0.3' } }, name)).toEqual({ before: 'Key set to 1/16 +0.3' })
    expect(told({ frame: { file: 'A.JPG' } }, name).before).toBe('a frame, A.JPG')
  })

  it('says how long ago', () => {
    const now = new Date('2026-11-30T20:00:00Z')
    const at = (seconds: number) => ago(new Date(now.getTime() - seconds * 1000).toISOString(), now)
    expect([at(-5), at(2), at(9), at(14 * 60 + 30), at(2 * 3600)]).toEqual(['now', 'now', '9 s', '14 min', '2 h'])
  })
})

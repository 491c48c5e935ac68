import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Lane, Light, Lit } from '@/api/client'
import { litChoices, litOf, nameOf } from './lit'

describe('which lights were on', () => {
  it('is a name and back, whatever was said', () => {
    const said = fc.oneof(
      fc.constantFrom<Lit>('all', 'no_flash'),
      fc.stringMatching(/^[a-z][a-z0-9-]{0,20}$/).map<Lit>((alone) => ({ alone })),
    )
    fc.assert(
      fc.property(said, (lit) => {
        // A light can't be called as all of them are, or none.
        if (typeof lit !== 'string' && ['all', 'no_flash'].includes(lit.alone)) return
        expect(litOf(nameOf(lit))).toEqual(lit)
      }),
    )
    expect([nameOf(undefined), litOf('')]).toEqual(['', undefined])
  })

  it('is offered by the names that the lanes have', () => {
    const lights = [{ id: 'key' }, { id: 'rim-2' }] as Light[]
    const lanes = [{ id: 'rim-2', name: 'Rim 2' }] as Lane[]
    expect(litChoices(lights, lanes).map((c) => c.words)).toEqual([
      'not said yet',
      'All lights',
      'key alone',
      'Rim 2 alone',
      'No flash',
    ])
  })
})

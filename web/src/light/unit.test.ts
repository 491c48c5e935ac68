import { describe, expect, it } from 'vitest'
import type { Unit } from '@/api/client'
import { formOf, number, ofKind, unitOf } from './unit'

const UNITS: Unit[] = [
  { name: 'Taper 400', rated: 400, scale: { fractions: { lowest: 256, step: 'tenths' } } },
  { name: 'Tallow 500', rated: 500, scale: { numbers: { full: 10, lowest: 2, stops_per_unit: 1 } } },
  { name: 'Tallow 500', scale: { watt_seconds: { full: 500, lowest: 8, step: 1 } } },
  { name: 'Wick 76', scale: { stops_below: { lowest: 7, step: 'thirds' } } },
]

describe('a unit in its form', () => {
  it.each(UNITS)('comes out as it went in: $scale', (unit) => {
    expect(unitOf(formOf(unit))).toEqual(unit)
  })

  it('is none without a name', () => {
    expect(unitOf(formOf(undefined))).toBeUndefined()
  })

  it('keeps its name when its dial is written another way', () => {
    const form = ofKind({ ...formOf(UNITS[0]), name: 'Taper 400' }, 'numbers')
    expect(unitOf(form)).toMatchObject({ name: 'Taper 400', scale: { numbers: { full: 10, lowest: 2 } } })
  })

  it('takes a decimal comma and a fraction, and leaves nonsense to the server', () => {
    expect(number(' 6,3 ')).toBe(6.3)
    expect(number('1/128')).toBe(128)
    expect(number('much')).toBe(0)
  })
})

import { describe, expect, it } from 'vitest'
import type { Gear } from '@/api/client'
import kit from '../../../../crates/server/demo/kit.json'
import { kindOf } from '@/look/kit'
import { fieldAt, gearOf, valuesOf } from './form'
import { empty, KINDS, shown } from './kinds'
import { told } from './told'

const GEAR = kit.items.map((item) => item.is as unknown as Gear)

describe('a piece of the kit in its form', () => {
  it.each(GEAR.map((gear) => [Object.values(gear)[0].name as string, gear] as const))(
    'comes out as it went in: %s',
    (_, gear) => {
      const kind = kindOf(gear)
      const out = gearOf(kind, valuesOf(kind, gear))
      // Times are told as fractions, so they may lose what no sheet prints.
      const rounded = (g: unknown) =>
        JSON.parse(JSON.stringify(g), (_, v: unknown) =>
          typeof v === 'number' ? Number(v.toPrecision(3)) : v,
        ) as unknown
      const expected = rounded(gear) as Record<string, Record<string, unknown>>
      if (kind === 'transmitter') Object.assign(expected[kind] ?? {}, { pre_flashes: expected[kind]?.pre_flashes ?? 0 })
      expect(rounded(out)).toEqual(expected)
    },
  )

  it.each(KINDS)('begins with what is usual: $one', ({ kind }) => {
    const values = empty(kind)
    expect(shown(kind, values).length).toBeGreaterThan(1)
    expect(told(gearOf(kind, { ...values, name: 'New' }) as Gear)).toBeTypeOf('string')
  })

  it('shows only what the chosen dial needs', () => {
    const paths = (scale: string) => shown('strobe', { ...empty('strobe'), '@scale': scale }).map((f) => f.path)
    expect(paths('numbers')).toContain('scale.numbers.full')
    expect(paths('numbers')).not.toContain('scale.fractions.lowest')
    expect(gearOf('strobe', { ...empty('strobe'), name: 'N', '@scale': 'watt_seconds' })).toMatchObject({
      strobe: { scale: { watt_seconds: { full: 500, lowest: 8, step: 1 } } },
    })
  })

  it('finds the field that a problem belongs to', () => {
    const values = empty('strobe')
    expect(fieldAt('strobe', values, 'is.strobe.rated')).toBe('rated')
    expect(fieldAt('strobe', values, 'is.strobe.scale')).toBe('scale.fractions.lowest')
    expect(fieldAt('strobe', values, 'is.strobe.durations[0].t05')).toBe('durations')
    expect(fieldAt('strobe', values, 'id')).toBeUndefined()
  })
})

describe('a flash bulb', () => {
  it('keeps a bulb’s sync, and the usual burn where it is left out', () => {
    const bulb = {
      strobe: {
        name: 'Bulb 25',
        guide: { number: 40, length: 'metres', iso: '100' },
        scale: 'full_only',
        kelvin: 3800,
        bulb: { sync: 'm' },
      },
    } as unknown as Gear
    const values = valuesOf('strobe', bulb)
    expect(gearOf('strobe', values)).toEqual(bulb)
    // Nothing is asked that only a strobe has.
    const asked = shown('strobe', values).map((f) => f.path)
    expect(asked.filter((path) => /scale|supply|recycle|slave|lamp|durations/.test(path))).toEqual([])
  })
})

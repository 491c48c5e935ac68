import type { GearKind } from '@/look/kit'
import { CAMERA } from './camera'
import { choices, name, step, size, type Field, type Values } from './field'
import { MODIFIER } from './modifier'
import { STROBE } from './strobe'
import { TRANSMITTER } from './transmitter'

/** What kinds of pieces there are, and what is asked of each. */
export const KINDS: { kind: GearKind; one: string; many: string; fields: Field[] }[] = [
  { kind: 'strobe', one: 'strobe', many: 'Strobes', fields: STROBE },
  { kind: 'modifier', one: 'modifier', many: 'Modifiers', fields: MODIFIER },
  {
    kind: 'panel',
    one: 'reflector or flag',
    many: 'Reflectors, flags',
    fields: [
      name,
      {
        path: 'kind',
        label: 'Kind',
        as: 'choice',
        usual: 'white',
        options: choices(
          ['white', 'white reflector'],
          ['silver', 'silver reflector'],
          ['dark', 'dark panel'],
          ['flag', 'flag'],
        ),
      },
      ...size(false),
    ],
  },
  {
    kind: 'gel',
    one: 'gel',
    many: 'Gels',
    fields: [
      name,
      { path: 'mired', label: 'Shift', as: 'number', suffix: 'mired', usual: '109', hint: 'Positive warms' },
      { path: 'loss', label: 'Loss', as: 'number', suffix: 'stops', usual: '0.6' },
    ],
  },
  {
    kind: 'filter',
    one: 'filter',
    many: 'Filters',
    fields: [name, { path: 'loss', label: 'Loss', as: 'number', suffix: 'stops', usual: '3' }],
  },
  { kind: 'camera', one: 'camera', many: 'Cameras', fields: CAMERA },
  {
    kind: 'lens',
    one: 'lens',
    many: 'Lenses',
    fields: [
      name,
      { path: 'focal.from', label: 'Focal length from', as: 'number', suffix: 'mm', usual: '85' },
      { path: 'focal.to', label: 'to', as: 'number', suffix: 'mm', usual: '85' },
      { path: 'widest', label: 'Widest aperture', as: 'text', usual: '1.4' },
      { path: 'smallest', label: 'Smallest aperture', as: 'text', usual: '16' },
    ],
  },
  {
    kind: 'meter',
    one: 'meter',
    many: 'Meters',
    fields: [
      name,
      {
        path: 'shows',
        label: 'Shows',
        as: 'choice',
        usual: 'tenths',
        options: step.filter((s) => !['quarters', 'full'].includes(s.value)),
      },
      { path: 'flat', label: 'Constant, flat', as: 'number', suffix: 'lx s', optional: true },
      { path: 'dome', label: 'Constant, dome', as: 'number', suffix: 'lx s', optional: true },
      { path: 'flash', label: 'Reads flash', as: 'yes' },
      { path: 'high_speed', label: 'Reads high-speed sync', as: 'yes' },
    ],
  },
  { kind: 'transmitter', one: 'transmitter', many: 'Transmitters', fields: TRANSMITTER },
]

export const fieldsOf = (kind: GearKind): Field[] => KINDS.find((k) => k.kind === kind)?.fields ?? []

/** Fields that count, with what was chosen so far. */
export const shown = (kind: GearKind, values: Values): Field[] =>
  fieldsOf(kind).filter((f) => !f.when || f.when(values))

/** A piece of a kind that nothing was said of yet. */
export function empty(kind: GearKind): Values {
  return Object.fromEntries(fieldsOf(kind).map((f) => [f.path, f.usual ?? (f.as === 'yes' ? 'no' : '')]))
}

import type { Gear } from '@/api/client'
import { numberOf } from '@/forms/numbers'
import type { GearKind } from '@/look/kit'
import { putAt, valueAt } from '@/forms/paths'

/**
 * The form of a piece, as text in every field, so that nothing half typed is lost. A field's path is where its value stands in the piece;
 * a path that begins with @ only chooses which other fields there are.
 */
export type Values = Record<string, string>

export interface Field {
  path: string
  label: string
  as: 'text' | 'number' | 'seconds' | 'choice' | 'yes' | 'durations' | 'lowest'
  suffix?: string
  hint?: string
  /** Left out where it is empty. */
  optional?: boolean
  options?: readonly { value: string; words: string; sets?: [path: string, value: unknown] }[]
  usual?: string
  when?: (values: Values) => boolean
  /** Sixths of the form's width. */
  wide?: number
}

const is =
  (path: string, ...values: string[]) =>
  (v: Values) =>
    values.includes(v[path] ?? '')
const choices = (...pairs: [string, string][]) => pairs.map(([value, words]) => ({ value, words }))
const name: Field = { path: 'name', label: 'Name', as: 'text', wide: 3 }
const step = choices(['tenths', 'tenths'], ['thirds', 'thirds'], ['halves', 'halves'], ['full', 'whole stops'])

function size(optional: boolean): Field[] {
  const none: [string, string][] = optional ? [['none', 'none']] : []
  return [
    {
      path: '@size',
      label: 'Front',
      as: 'choice',
      options: choices(['round', 'round'], ['rectangle', 'square-cornered'], ...none),
      usual: 'round',
    },
    {
      path: 'size.round.diameter',
      label: 'Across',
      as: 'number',
      suffix: 'm',
      when: is('@size', 'round'),
      usual: '0.9',
    },
    {
      path: 'size.rectangle.width',
      label: 'Width',
      as: 'number',
      suffix: 'm',
      when: is('@size', 'rectangle'),
      usual: '0.6',
    },
    {
      path: 'size.rectangle.height',
      label: 'Height',
      as: 'number',
      suffix: 'm',
      when: is('@size', 'rectangle'),
      usual: '0.9',
    },
  ]
}

const inShape = (field: Field): Field =>
  field.path.startsWith('@') ? field : { ...field, path: `shape.${field.path}` }

const STROBE: Field[] = [
  name,
  { path: 'rated', label: 'Rated energy', as: 'number', suffix: 'Ws', optional: true },
  {
    path: '@scale',
    label: 'How its dial is written',
    as: 'choice',
    wide: 3,
    usual: 'fractions',
    options: choices(
      ['fractions', 'Fractions, 1/1 to 1/128'],
      ['numbers', 'Numbers, such as 2.0 to 10.0'],
      ['watt_seconds', 'Watt-seconds'],
      ['stops_below', 'Stops below full'],
    ),
  },
  { path: 'scale.fractions.lowest', label: 'Lowest, 1/', as: 'lowest', when: is('@scale', 'fractions'), usual: '128' },
  {
    path: 'scale.fractions.step',
    label: 'Step',
    as: 'choice',
    options: step,
    when: is('@scale', 'fractions'),
    usual: 'tenths',
  },
  {
    path: 'scale.numbers.full',
    label: 'Number at full power',
    as: 'number',
    when: is('@scale', 'numbers'),
    usual: '10.0',
  },
  { path: 'scale.numbers.lowest', label: 'Lowest number', as: 'number', when: is('@scale', 'numbers'), usual: '2.0' },
  {
    path: 'scale.numbers.stops_per_unit',
    label: 'Stops per 1.0',
    as: 'number',
    when: is('@scale', 'numbers'),
    usual: '1',
  },
  {
    path: 'scale.watt_seconds.full',
    label: 'Full power',
    as: 'number',
    suffix: 'Ws',
    when: is('@scale', 'watt_seconds'),
    usual: '500',
  },
  {
    path: 'scale.watt_seconds.lowest',
    label: 'Lowest',
    as: 'number',
    suffix: 'Ws',
    when: is('@scale', 'watt_seconds'),
    usual: '8',
  },
  {
    path: 'scale.watt_seconds.step',
    label: 'Step of the dial',
    as: 'number',
    suffix: 'Ws',
    when: is('@scale', 'watt_seconds'),
    usual: '1',
  },
  {
    path: 'scale.stops_below.lowest',
    label: 'Lowest, stops under full',
    as: 'number',
    when: is('@scale', 'stops_below'),
    usual: '7',
  },
  {
    path: 'scale.stops_below.step',
    label: 'Step',
    as: 'choice',
    options: step,
    when: is('@scale', 'stops_below'),
    usual: 'tenths',
  },
  { path: 'guide.number', label: 'Guide number', as: 'number', optional: true },
  {
    path: 'guide.length',
    label: 'In',
    as: 'choice',
    options: choices(['metres', 'metres'], ['feet', 'feet']),
    usual: 'metres',
    when: (v) => Boolean(v['guide.number']?.trim()),
  },
  { path: 'guide.iso', label: 'At ISO', as: 'text', usual: '100', when: (v) => Boolean(v['guide.number']?.trim()) },
  {
    path: '@supply',
    label: 'Runs on',
    as: 'choice',
    options: choices(['none', 'not said'], ['mains', 'mains'], ['battery', 'battery']),
    usual: 'none',
  },
  { path: 'supply.mains.volts', label: 'Mains', as: 'number', suffix: 'V', when: is('@supply', 'mains'), usual: '230' },
  {
    path: 'supply.battery.volts',
    label: 'Battery',
    as: 'number',
    suffix: 'V',
    optional: true,
    when: is('@supply', 'battery'),
  },
  {
    path: 'supply.battery.watt_hours',
    label: 'Energy',
    as: 'number',
    suffix: 'Wh',
    when: is('@supply', 'battery'),
    usual: '70',
  },
  { path: 'recycle', label: 'Recycle at full', as: 'seconds', suffix: 's', optional: true },
  {
    path: 'pulse',
    label: 'Less light by',
    as: 'choice',
    optional: true,
    options: choices(['', 'not said'], ['cut_short', 'cutting the pulse short'], ['voltage', 'less voltage']),
    wide: 2,
  },
  { path: 'lamp', label: 'Modelling lamp', as: 'number', suffix: 'W', optional: true },
  { path: 'high_speed', label: 'High-speed sync', as: 'yes' },
  { path: 'zoom.wide', label: 'Zoom from', as: 'number', suffix: 'mm', optional: true },
  { path: 'zoom.long', label: 'Zoom to', as: 'number', suffix: 'mm', optional: true },
  { path: 'groups', label: 'Groups', as: 'number', optional: true },
  { path: 'channels', label: 'Channels', as: 'number', optional: true },
  {
    path: 'slave.pre_flashes',
    label: 'Slave cell: pre-flashes',
    as: 'number',
    optional: true,
    hint: 'That it lets pass',
  },
  { path: 'kelvin', label: 'Colour of its light', as: 'number', suffix: 'K', optional: true, hint: '5500 if left out' },
  {
    path: 'bulb.sync',
    label: 'Flash bulb',
    as: 'choice',
    optional: true,
    options: choices(['', 'no, a strobe'], ['x', 'yes, X sync'], ['m', 'yes, M sync']),
  },
  {
    path: 'bulb.peak',
    label: 'Bulb: to its peak',
    as: 'seconds',
    suffix: 's',
    optional: true,
    when: (v) => Boolean(v['bulb.sync']),
    hint: '0.02 if left out',
  },
  {
    path: 'bulb.width',
    label: 'Bulb: width',
    as: 'seconds',
    suffix: 's',
    optional: true,
    when: (v) => Boolean(v['bulb.sync']),
    hint: '0.014 if left out',
  },
  { path: 'durations', label: 'Flash durations by power', as: 'durations', wide: 6 },
]

const MODIFIER: Field[] = [
  name,
  {
    path: 'shape.kind',
    label: 'Kind',
    as: 'choice',
    usual: 'softbox',
    options: choices(
      ['softbox', 'softbox'],
      ['octa', 'octa'],
      ['strip', 'strip'],
      ['umbrella', 'umbrella'],
      ['dish', 'dish'],
      ['cone', 'cone'],
      ['snoot', 'snoot'],
      ['bare', 'bare head'],
    ),
  },
  { path: 'shape.loss', label: 'Loss', as: 'number', suffix: 'stops', usual: '1.5' },
  ...size(true).map(inShape),
  {
    path: '@beam',
    label: 'Beam',
    as: 'choice',
    usual: 'none',
    options: choices(['none', 'not said'], ['half_angle', 'half angle'], ['exponent', 'exponent']),
  },
  {
    path: 'shape.beam.half_angle',
    label: 'Half angle',
    as: 'number',
    suffix: '°',
    when: is('@beam', 'half_angle'),
    usual: '30',
    hint: 'To half the intensity',
  },
  { path: 'shape.beam.exponent', label: 'Exponent', as: 'number', when: is('@beam', 'exponent'), usual: '1' },
  { path: 'shape.double_diffusion', label: 'Second diffuser', as: 'number', suffix: 'stops', optional: true },
  { path: 'grid.loss', label: 'Its grid takes', as: 'number', suffix: 'stops', optional: true },
  {
    path: 'grid.angle',
    label: "Grid's angle",
    as: 'number',
    suffix: '°',
    optional: true,
    when: (v) => Boolean(v['grid.loss']?.trim()),
  },
]

const TRANSMITTER: Field[] = [
  name,
  {
    path: 'link',
    label: 'Reaches units by',
    as: 'choice',
    usual: 'radio',
    options: choices(['radio', 'radio'], ['optical', 'pulses of light'], ['cord', 'a cord']),
  },
  {
    path: 'control',
    label: 'Tells them',
    as: 'choice',
    usual: 'power',
    options: choices(['power', 'a power per group'], ['ratio', 'a ratio A : B'], ['nothing', 'only when to fire']),
  },
  { path: 'groups', label: 'Groups', as: 'number', usual: '5' },
  { path: 'channels', label: 'Channels', as: 'number', usual: '32' },
  { path: 'lowest', label: 'Lowest power, 1/', as: 'lowest', optional: true },
  { path: 'step', label: 'Step', as: 'choice', options: step, usual: 'tenths' },
  { path: 'pre_flashes', label: 'Pre-flashes', as: 'number', usual: '0' },
  { path: 'contributes', label: 'Adds its own flash', as: 'yes' },
]

const CAMERA: Field[] = [
  name,
  {
    path: '@shutter',
    label: 'Shutter',
    as: 'choice',
    usual: 'focal_plane',
    options: [
      { value: 'focal_plane', words: 'focal plane' },
      { value: 'leaf', words: 'leaf', sets: ['shutter', 'leaf'] },
    ],
  },
  {
    path: 'shutter.focal_plane.sync',
    label: 'Sync time',
    as: 'text',
    usual: '1/200',
    when: is('@shutter', 'focal_plane'),
  },
  {
    path: 'shutter.focal_plane.travel',
    label: 'Curtain travel',
    as: 'seconds',
    suffix: 's',
    optional: true,
    when: is('@shutter', 'focal_plane'),
  },
  { path: 'high_speed', label: 'High-speed sync', as: 'yes' },
  { path: 'fastest', label: 'Fastest', as: 'text', usual: '1/8000' },
  { path: 'slowest', label: 'Slowest', as: 'text', usual: '30' },
  { path: 'base_iso', label: 'Base ISO', as: 'text', usual: '100' },
  { path: 'lowest_iso', label: 'Lowest ISO', as: 'text', optional: true },
  { path: 'iso_cap', label: 'Your own ISO cap', as: 'text', optional: true },
  {
    path: 'steps',
    label: 'Dials step in',
    as: 'choice',
    usual: 'thirds',
    options: choices(['thirds', 'thirds'], ['halves', 'halves']),
  },
  { path: 'sensor.width', label: 'Sensor, long side', as: 'number', suffix: 'mm', optional: true },
  { path: 'sensor.height', label: 'Sensor, short side', as: 'number', suffix: 'mm', optional: true },
  { path: 'pixel_pitch', label: 'Pixel pitch', as: 'number', suffix: 'µm', optional: true },
]

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
      { path: 'shows', label: 'Shows', as: 'choice', usual: 'tenths', options: step.slice(0, 3) },
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

/** A short time as it is said: 1/800. */
export const timeOf = (seconds: number): string =>
  seconds < 0.3 ? `1/${Number((1 / seconds).toPrecision(4))}` : String(seconds)

type Sheet = Record<string, unknown>

interface Burn {
  power: number
  t05?: number | null
  t01?: number | null
}

/** Flash durations, a line each: power, t0.5, t0.1. */
const linesOf = (burns: Burn[]): string =>
  burns.map((b) => [b.power, b.t05 ? timeOf(b.t05) : '-', b.t01 ? timeOf(b.t01) : '-'].join('  ')).join('\n')

function burnsOf(text: string): unknown[] {
  return text
    .split('\n')
    .filter((line) => line.trim())
    .map((line) => {
      const [power = '', t05 = '-', t01 = '-'] = line.trim().split(/\s+/)
      const time = (t: string) => (t === '-' ? undefined : numberOf(t))
      return { power: numberOf(power), t05: time(t05), t01: time(t01) }
    })
}

/** A piece as its form. */
export function valuesOf(kind: GearKind, gear: Gear): Values {
  const sheet = (gear as Record<string, unknown>)[kind]
  const values = empty(kind)
  const fields = fieldsOf(kind)
  for (const field of fields.filter((f) => f.path.startsWith('@'))) {
    const found = field.options?.find((o) =>
      o.sets
        ? valueAt(sheet, o.sets[0]) === o.sets[1]
        : fields.some(
            (f) => f.path.split('.').includes(o.value) && valueAt(sheet, prefix(f.path, o.value)) !== undefined,
          ),
    )
    values[field.path] = found?.value ?? (field.options?.some((o) => o.value === 'none') ? 'none' : (field.usual ?? ''))
  }
  for (const field of fields.filter((f) => !f.path.startsWith('@'))) {
    const value = valueAt(sheet, field.path)
    if (field.as === 'yes') values[field.path] = value ? 'yes' : 'no'
    else if (field.as === 'durations') values[field.path] = linesOf((value as Burn[] | undefined) ?? [])
    else if (value === undefined || value === null) {
      if (field.optional) values[field.path] = ''
    } else if (field.as === 'seconds' && typeof value === 'number') values[field.path] = timeOf(value)
    else values[field.path] = typeof value === 'number' ? String(value) : (value as string)
  }
  return values
}

/** A path up to one of its parts. */
function prefix(path: string, part: string): string {
  const keys = path.split('.')
  return keys.slice(0, keys.indexOf(part) + 1).join('.')
}

/** A form as the piece that it describes. */
export function gearOf(kind: GearKind, values: Values): Gear {
  const sheet: Sheet = {}
  for (const field of shown(kind, values)) {
    const text = values[field.path] ?? ''
    const chosen = field.options?.find((o) => o.value === text)
    if (chosen?.sets) putAt(sheet, ...chosen.sets)
    if (field.path.startsWith('@')) continue
    if (field.as === 'yes') {
      if (text === 'yes') putAt(sheet, field.path, true)
      // A meter says either way whether it reads flash.
      else if (field.path === 'flash') putAt(sheet, field.path, false)
    } else if (field.as === 'durations') {
      if (text.trim()) putAt(sheet, field.path, burnsOf(text))
    } else if (field.optional && !text.trim()) continue
    else if (field.as === 'number' || field.as === 'seconds') putAt(sheet, field.path, numberOf(text))
    else if (field.as === 'lowest') putAt(sheet, field.path, numberOf(text.trim().replace(/^1\//, '')))
    else putAt(sheet, field.path, text.trim())
  }
  return { [kind]: sheet } as unknown as Gear
}

/** The field that a problem of the server belongs to: its path, or the first field within it. */
export function fieldAt(kind: GearKind, values: Values, problem: string | null | undefined): string | undefined {
  const path = problem?.replace(`is.${kind}.`, '').replaceAll(/\[\d+\]/g, '')
  if (!path) return undefined
  const fields = shown(kind, values).filter((f) => !f.path.startsWith('@'))
  return (
    fields.find((f) => f.path === path) ??
    fields.find((f) => f.path.startsWith(`${path}.`) || path.startsWith(`${f.path}.`))
  )?.path
}

const short = (n: unknown): string => String(n)

/** What a list says of a piece beside its name. */
export function told(gear: Gear): string {
  if ('strobe' in gear) {
    const { rated, guide, scale, supply } = gear.strobe
    const power = rated ? `${rated} Ws` : guide ? `guide ${guide.number} ${guide.length === 'feet' ? 'ft' : 'm'}` : ''
    const dial =
      'fractions' in scale
        ? `1/1 to 1/${scale.fractions.lowest}, ${scale.fractions.step}`
        : 'numbers' in scale
          ? `${scale.numbers.full.toFixed(1)} to ${scale.numbers.lowest.toFixed(1)}`
          : 'watt_seconds' in scale
            ? `${scale.watt_seconds.full} to ${scale.watt_seconds.lowest} Ws`
            : `0 to −${scale.stops_below.lowest}, ${scale.stops_below.step}`
    return [power, dial, supply ? Object.keys(supply)[0] : ''].filter(Boolean).join(' · ')
  }
  if ('modifier' in gear) {
    const { shape, grid } = gear.modifier
    return [front(shape.size), `−${short(shape.loss)}`, grid ? 'grid' : ''].filter(Boolean).join(' · ')
  }
  if ('panel' in gear) return `${gear.panel.kind} · ${front(gear.panel.size)}`
  if ('gel' in gear)
    return `${gear.gel.mired > 0 ? '+' : '−'}${Math.abs(gear.gel.mired)} mired · −${short(gear.gel.loss)}`
  if ('filter' in gear) return `−${short(gear.filter.loss)}`
  if ('camera' in gear) {
    const { shutter, base_iso } = gear.camera
    return `${shutter === 'leaf' ? 'leaf shutter' : `sync ${(shutter as { focal_plane: { sync: string } }).focal_plane.sync}`} · ISO ${base_iso}`
  }
  if ('lens' in gear) {
    const { focal, widest } = gear.lens
    return `${focal.from === focal.to ? focal.from : `${focal.from} to ${focal.to}`} mm · f/${widest}`
  }
  if ('meter' in gear) return `in ${gear.meter.shows}${gear.meter.flash ? ' · flash' : ''}`
  const { link, groups, control } = gear.transmitter
  return `${link} · ${groups} groups · ${control === 'power' ? 'powers' : control === 'ratio' ? 'A : B' : 'fires only'}`
}

function front(size: unknown): string {
  const known = size as
    { round?: { diameter: number }; rectangle?: { width: number; height: number } } | null | undefined
  if (known?.round) return `${known.round.diameter} m round`
  if (known?.rectangle) return `${known.rectangle.width} × ${known.rectangle.height} m`
  return ''
}

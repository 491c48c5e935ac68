import type { Gear } from '@/api/client'
import type { Typed } from '@/forms/entry'
import { numberOf } from '@/forms/numbers'
import { putAt, valueAt } from '@/forms/paths'
import type { GearKind } from '@/look/kit'
import type { Values } from './field'
import { empty, fieldsOf, shown } from './kinds'

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
    // What was taught is kept as it is, or forgotten.
    else if (field.as === 'taught') values[field.path] = value ? JSON.stringify(value) : ''
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
export function gearOf(kind: GearKind, values: Values): Typed<Gear> {
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
    else if (field.as === 'taught') putAt(sheet, field.path, JSON.parse(text))
    else if (field.as === 'number' || field.as === 'seconds') putAt(sheet, field.path, numberOf(text))
    else if (field.as === 'lowest') putAt(sheet, field.path, numberOf(text.trim().replace(/^1\//, '')))
    else putAt(sheet, field.path, text.trim())
  }
  return { [kind]: sheet } as Typed<Gear>
}

/** The field that a problem of the server belongs to: its path, or the first field within it. */
export function fieldAt(kind: GearKind, values: Values, problem: string): string | undefined {
  const path = problem.replace(`is.${kind}.`, '').replaceAll(/\[\d+\]/g, '')
  if (!path) return undefined
  const fields = shown(kind, values).filter((f) => !f.path.startsWith('@'))
  return (
    fields.find((f) => f.path === path) ??
    fields.find((f) => f.path.startsWith(`${path}.`) || path.startsWith(`${f.path}.`))
  )?.path
}

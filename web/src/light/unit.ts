import type { PowerScaleSpec, Unit } from '@/api/client'

/** A unit as it is typed: text in every field, so that nothing half typed is lost. */
export interface UnitForm {
  name: string
  rated: string
  kind: 'fractions' | 'numbers' | 'watt_seconds' | 'stops_below'
  lowest: string
  full: string
  step: 'tenths' | 'thirds' | 'halves' | 'full'
  perUnit: string
  wsStep: string
}

export const KINDS = [
  { value: 'fractions', words: 'Fractions, 1/1 to 1/128' },
  { value: 'numbers', words: 'Numbers, such as 2.0 to 10.0' },
  { value: 'watt_seconds', words: 'Watt-seconds' },
  { value: 'stops_below', words: 'Stops below full' },
] as const

export const STEPS = [
  { value: 'tenths', words: 'tenths' },
  { value: 'thirds', words: 'thirds' },
  { value: 'halves', words: 'halves' },
  { value: 'full', words: 'whole stops' },
] as const

/** What a kind of scale most often looks like. */
const USUAL: Record<UnitForm['kind'], Partial<UnitForm>> = {
  fractions: { lowest: '128', step: 'tenths' },
  numbers: { full: '10.0', lowest: '2.0', perUnit: '1' },
  watt_seconds: { full: '500', lowest: '8', wsStep: '1' },
  stops_below: { lowest: '7', step: 'tenths' },
}

const EMPTY: UnitForm = {
  name: '',
  rated: '',
  kind: 'fractions',
  lowest: '',
  full: '',
  step: 'tenths',
  perUnit: '1',
  wsStep: '1',
}

export function formOf(unit: Unit | null | undefined): UnitForm {
  if (!unit) return ofKind(EMPTY, 'fractions')
  const form: UnitForm = { ...EMPTY, name: unit.name, rated: unit.rated == null ? '' : String(unit.rated) }
  const { scale } = unit
  if ('fractions' in scale)
    return { ...form, kind: 'fractions', lowest: String(scale.fractions.lowest), step: scale.fractions.step }
  if ('numbers' in scale) {
    const { full, lowest, stops_per_unit } = scale.numbers
    return {
      ...form,
      kind: 'numbers',
      full: full.toFixed(1),
      lowest: lowest.toFixed(1),
      perUnit: String(stops_per_unit),
    }
  }
  if ('watt_seconds' in scale) {
    const { full, lowest, step } = scale.watt_seconds
    return { ...form, kind: 'watt_seconds', full: String(full), lowest: String(lowest), wsStep: String(step) }
  }
  return { ...form, kind: 'stops_below', lowest: String(scale.stops_below.lowest), step: scale.stops_below.step }
}

export function ofKind(form: UnitForm, kind: UnitForm['kind']): UnitForm {
  return { ...form, ...USUAL[kind], kind }
}

/** A typed number; what is none goes to the server as zero, which says what would be right. */
export function number(text: string): number {
  const n = Number(text.trim().replace(',', '.').replace(/^1\//, ''))
  return Number.isFinite(n) ? n : 0
}

/** The unit, or nothing where no name was given. */
export function unitOf(form: UnitForm): Unit | undefined {
  if (!form.name.trim()) return undefined
  const rated = form.rated.trim() ? number(form.rated) : undefined
  return { name: form.name.trim(), rated, scale: scaleOf(form) }
}

function scaleOf(form: UnitForm): PowerScaleSpec {
  const lowest = number(form.lowest)
  switch (form.kind) {
    case 'fractions':
      return { fractions: { lowest: Math.round(lowest), step: form.step } }
    case 'numbers':
      return { numbers: { full: number(form.full), lowest, stops_per_unit: number(form.perUnit) } }
    case 'watt_seconds':
      return { watt_seconds: { full: number(form.full), lowest, step: number(form.wsStep) } }
    case 'stops_below':
      return { stops_below: { lowest, step: form.step } }
  }
}

/**
 * The form of a piece, as text in every field, so that nothing half typed is lost. A field's path is where its value stands in the piece;
 * a path that begins with @ only chooses which other fields there are.
 */
export type Values = Record<string, string>

export interface Field {
  path: string
  label: string
  as: 'text' | 'number' | 'seconds' | 'choice' | 'yes' | 'durations' | 'lowest' | 'taught'
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

/** Counts where a field has one of these values. */
export const is =
  (path: string, ...values: string[]) =>
  (v: Values) =>
    values.includes(v[path] ?? '')
export const choices = (...pairs: [string, string][]) => pairs.map(([value, words]) => ({ value, words }))
export const name: Field = { path: 'name', label: 'Name', as: 'text', wide: 3 }
/** How fine a dial or a meter steps. */
export const step = choices(
  ['tenths', 'tenths'],
  ['quarters', 'quarters'],
  ['thirds', 'thirds'],
  ['halves', 'halves'],
  ['full', 'whole stops'],
)

/** How a piece is set, in the words of its own buttons: what Check tells where something is to be mended on it. */
export const words = (when: NonNullable<Field['when']>, sends = false): Field[] =>
  (
    [
      ['channel', 'How its channel is set', 'hold CH, turn'],
      ['group', 'How its group is set', 'press GR'],
      ['mode', 'How it is put in manual', 'hold MODE until M'],
      ['high_speed', 'Where high-speed sync is', 'menu 3, HS on'],
      ['dump', 'How its charge is dumped', 'press Test once'],
      ['ready', 'What tells that it is ready', 'one long beep'],
      ['supply', 'What tells that its battery is weak', 'the lamp blinks'],
    ] as const
  ).map(([part, label, hint]) => ({
    path: `words.${part}`,
    label,
    as: 'text',
    optional: true,
    wide: 3,
    hint: `Such as: ${hint}`,
    // What only sends stores nothing and is always ready.
    when: sends && ['dump', 'ready'].includes(part) ? () => false : when,
  }))

/** What a front measures. */
export function size(optional: boolean): Field[] {
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

/** The same field within a modifier's shape. */
export const inShape = (field: Field): Field =>
  field.path.startsWith('@') ? field : { ...field, path: `shape.${field.path}` }

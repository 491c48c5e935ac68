import type { Studio } from '@/api/client'
import { numberOf } from '@/forms/numbers'
import { inUnit, toMetres } from '@/forms/lengths'
import { putAt, valueAt } from '@/forms/paths'

export type Length = 'metres' | 'feet'
type Unit = 'length' | 'degrees' | 'share'

export interface NumberField {
  /** Where it stands in the studio; an error is named after it. */
  path: string
  words: string
  /** Said in full, where the words alone would not tell. */
  label?: string
  unit: Unit
  /** What is offered where there is nothing yet. */
  usual?: number
  /** It may be left empty. */
  open?: boolean
}

/** What is typed as a number, and how it is asked for. */
export const SITTER: readonly NumberField[] = [
  { path: 'sitter.face', words: 'Eyes above floor', unit: 'length' },
  { path: 'sitter.facing', words: 'Face turned', unit: 'degrees' },
  { path: 'sitter.chin', words: 'Chin up', unit: 'degrees' },
  { path: 'sitter.group', words: 'Group’s width', unit: 'length', open: true },
  { path: 'camera.at.y', words: 'Camera height', unit: 'length' },
  { path: 'camera.aim', words: 'Picture’s middle at', unit: 'length' },
]
export const GROUND: readonly NumberField[] = [
  { path: 'ground.behind', words: 'Behind the sitter', unit: 'length', usual: 2 },
  { path: 'ground.width', words: 'Width', unit: 'length', usual: 2.7 },
]
export const WALLS: readonly NumberField[] = [
  { path: 'walls.left', words: 'To the left wall', unit: 'length', usual: 2 },
  { path: 'walls.right', words: 'To the right wall', unit: 'length', usual: 2 },
  { path: 'walls.behind', words: 'To the wall behind', unit: 'length', usual: 2.5 },
  { path: 'walls.before', words: 'To the wall before', unit: 'length', usual: 3.5 },
  { path: 'walls.ceiling', words: 'Ceiling', unit: 'length', usual: 2.7 },
]
/** What surfaces throw back, chosen by a word. */
export const GROUND_TONE: NumberField = {
  path: 'ground.reflectance',
  words: 'Its tone',
  label: 'Tone of the ground',
  unit: 'share',
  usual: 0.3,
}
export const WALL_TONES: readonly NumberField[] = [
  { path: 'walls.reflectance', words: 'Walls are', label: 'Tone of the walls', unit: 'share', usual: 0.5 },
  { path: 'walls.ceiling_reflectance', words: 'Ceiling is', label: 'Tone of the ceiling', unit: 'share', usual: 0.7 },
  { path: 'walls.floor_reflectance', words: 'Floor is', label: 'Tone of the floor', unit: 'share', usual: 0.3 },
]
export const WINDOW: readonly NumberField[] = [
  { path: 'along', words: 'Middle at', unit: 'length' },
  { path: 'width', words: 'Width', unit: 'length' },
]
export const PANEL: readonly NumberField[] = [
  { path: 'at.x', words: 'To the right', unit: 'length' },
  { path: 'at.z', words: 'Toward the camera', unit: 'length' },
  { path: 'width', words: 'Width', unit: 'length' },
  { path: 'height', words: 'Height', unit: 'length' },
  { path: 'facing', words: 'Looks', unit: 'degrees' },
]

/** Numbers as they are typed, by their paths: what is wrong can be said at its field. */
export type Numbers = Record<string, string>
type Wall = NonNullable<Studio['windows']>[number]['wall']
type Panel = NonNullable<Studio['panels']>[number]

export interface StudioForm {
  numbers: Numbers
  upright: 'upright' | 'across'
  ground: 'none' | 'wall' | 'paper'
  walls: 'none' | 'there'
  windows: { wall: Wall; numbers: Numbers }[]
  panels: { kind: Panel['kind']; /** Its middle’s height, which is not asked for. */ y: number; numbers: Numbers }[]
}

/** What surfaces throw back, in words; a number in between keeps its own. */
export const TONES = [
  { value: '0.8', words: 'white' },
  { value: '0.7', words: 'white-washed' },
  { value: '0.5', words: 'pale' },
  { value: '0.3', words: 'grey' },
  { value: '0.18', words: 'mid-grey' },
  { value: '0.1', words: 'dark' },
  { value: '0.03', words: 'black' },
] as const

function told(value: number, unit: Unit, length: Length): string {
  const size = unit === 'length' ? inUnit(Math.abs(value), length) : String(Math.abs(value))
  return value < 0 ? `−${size}` : size
}

function numbersOf(from: unknown, fields: readonly NumberField[], length: Length): Numbers {
  const text = ({ path, unit, usual }: NumberField) => {
    const value = (valueAt(from, path) ?? usual) as number | undefined
    return value == null ? '' : told(value, unit, length)
  }
  return Object.fromEntries(fields.map((f) => [f.path, text(f)]))
}

/** Writes what was typed into a document; what was not touched keeps the number that it stands for to the last digit. */
function put(into: object, numbers: Numbers, fields: readonly NumberField[], before: unknown, length: Length): void {
  const was = numbersOf(before, fields, length)
  for (const { path, unit, open } of fields) {
    const text = numbers[path] ?? ''
    const exact = valueAt(before, path)
    if (text === was[path] && exact != null) putAt(into, path, exact)
    else if (text.trim() || !open) {
      const number = numberOf(text)
      putAt(into, path, unit === 'length' && typeof number === 'number' ? toMetres(number, length) : number)
    }
  }
}

export function windowForm(window: unknown, wall: Wall, length: Length): StudioForm['windows'][number] {
  return { wall, numbers: numbersOf(window, WINDOW, length) }
}

export function panelForm(panel: Panel, length: Length): StudioForm['panels'][number] {
  return { kind: panel.kind, y: panel.at.y, numbers: numbersOf(panel, PANEL, length) }
}

export function formOf(studio: Studio, length: Length): StudioForm {
  const { camera, ground, walls } = studio
  const numbers = numbersOf(studio, [...SITTER, ...GROUND, GROUND_TONE, ...WALLS, ...WALL_TONES], length)
  // What is not there yet is offered so that it fits what is.
  const behind = (ground?.behind ?? walls?.behind) as number | undefined
  if (behind != null && !ground) numbers['ground.behind'] = told(behind, 'length', length)
  if (behind != null && !walls) numbers['walls.behind'] = told(behind, 'length', length)
  return {
    numbers,
    upright: camera.upright ? 'upright' : 'across',
    ground: ground?.kind ?? 'none',
    walls: walls ? 'there' : 'none',
    windows: (studio.windows ?? []).map((w) => windowForm(w, w.wall, length)),
    panels: (studio.panels ?? []).map((p) => panelForm(p, length)),
  }
}

/** As the server reads it; what is no number goes there as it was typed, and comes back named. */
export function studioOf(form: StudioForm, before: Studio, length: Length): Studio {
  const studio: Record<string, unknown> = {
    camera: { at: { ...before.camera.at }, upright: form.upright === 'upright' },
    windows: form.windows.map((w, i) => {
      const window = { wall: w.wall }
      put(window, w.numbers, WINDOW, before.windows?.[i], length)
      return window
    }),
    panels: form.panels.map((p, i) => {
      const panel = { kind: p.kind, at: { y: p.y } }
      put(panel, p.numbers, PANEL, before.panels?.[i], length)
      return panel
    }),
  }
  if (form.ground !== 'none') studio.ground = { kind: form.ground }
  const groups = [
    SITTER,
    form.ground === 'none' ? [] : [...GROUND, GROUND_TONE],
    form.walls === 'none' ? [] : [...WALLS, ...WALL_TONES],
  ]
  for (const fields of groups) put(studio, form.numbers, fields, before, length)
  return studio as unknown as Studio
}

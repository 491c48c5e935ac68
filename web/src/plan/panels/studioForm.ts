import type { Plan, Studio } from '@/api/client'
import type { Typed } from '@/forms/entry'
import { numberOf } from '@/forms/numbers'
import { inUnit, metresOf } from '@/forms/lengths'
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
  { path: 'ground.behind', words: 'Behind the sitter', unit: 'length' },
  { path: 'ground.width', words: 'Width', unit: 'length' },
]
export const WALLS: readonly NumberField[] = [
  { path: 'walls.left', words: 'To the left wall', unit: 'length' },
  { path: 'walls.right', words: 'To the right wall', unit: 'length' },
  { path: 'walls.behind', words: 'To the wall behind', unit: 'length' },
  { path: 'walls.before', words: 'To the wall before', unit: 'length' },
  { path: 'walls.ceiling', words: 'Ceiling', unit: 'length' },
]
/** What surfaces throw back, chosen by a word. */
export const GROUND_TONE: NumberField = {
  path: 'ground.reflectance',
  words: 'Its tone',
  label: 'Tone of the ground',
  unit: 'share',
}
export const WALL_TONES: readonly NumberField[] = [
  { path: 'walls.reflectance', words: 'Walls are', label: 'Tone of the walls', unit: 'share' },
  { path: 'walls.ceiling_reflectance', words: 'Ceiling is', label: 'Tone of the ceiling', unit: 'share' },
  { path: 'walls.floor_reflectance', words: 'Floor is', label: 'Tone of the floor', unit: 'share' },
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
type Window = NonNullable<Studio['windows']>[number]
type Panel = NonNullable<Studio['panels']>[number]

export interface StudioForm {
  numbers: Numbers
  upright: 'upright' | 'across'
  ground: 'none' | NonNullable<Studio['ground']>['kind']
  walls: 'none' | 'there'
  windows: { wall: Window['wall']; numbers: Numbers }[]
  panels: {
    kind: Panel['kind']
    /** Its middle’s height, which is not asked for. */ y: number | string
    numbers: Numbers
  }[]
}

function told(value: number, unit: Unit, length: Length): string {
  const size = unit === 'length' ? inUnit(Math.abs(value), length) : String(Math.abs(value))
  return value < 0 ? `−${size}` : size
}

function numbersOf(from: unknown, fields: readonly NumberField[], length: Length): Numbers {
  const text = ({ path, unit }: NumberField) => {
    const value = valueAt(from, path)
    return typeof value === 'number' ? told(value, unit, length) : typeof value === 'string' ? value : ''
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
    else if (text.trim() || !open) putAt(into, path, unit === 'length' ? metresOf(text, length) : numberOf(text))
  }
}

/** What the form is filled from: the studio as it stands, and what is put into it when it is asked for. */
type Standing = Pick<Plan, 'offers' | 'length'> & { studio: Typed<Studio> }

export const windowForm = (window: Typed<Window>, length: Length): StudioForm['windows'][number] => ({
  wall: window.wall,
  numbers: numbersOf(window, WINDOW, length),
})

export const panelForm = (panel: Typed<Panel>, length: Length): StudioForm['panels'][number] => ({
  kind: panel.kind,
  y: panel.at.y,
  numbers: numbersOf(panel, PANEL, length),
})

export function formOf({ studio, offers, length }: Standing): StudioForm {
  const { camera, ground, walls } = studio
  const whole = { ...studio, ground: ground ?? offers.ground, walls: walls ?? offers.walls }
  return {
    numbers: numbersOf(whole, [...SITTER, ...GROUND, GROUND_TONE, ...WALLS, ...WALL_TONES], length),
    upright: camera.upright ? 'upright' : 'across',
    ground: ground?.kind ?? 'none',
    walls: walls ? 'there' : 'none',
    windows: (studio.windows ?? []).map((w) => windowForm(w, length)),
    panels: (studio.panels ?? []).map((p) => panelForm(p, length)),
  }
}

/** As the server reads it; what is no number goes there as it was typed, and comes back named. */
export function studioOf(form: StudioForm, { studio: before, offers, length }: Standing): Typed<Studio> {
  const studio: Typed<Studio> = {
    sitter: { ...before.sitter, group: undefined },
    camera: { ...before.camera, at: { ...before.camera.at }, upright: form.upright === 'upright' },
    ground: form.ground === 'none' ? undefined : { ...offers.ground, kind: form.ground },
    walls: form.walls === 'none' ? undefined : { ...offers.walls },
    windows: form.windows.map((w, i) => {
      const window = { ...offers.window, wall: w.wall }
      put(window, w.numbers, WINDOW, before.windows?.[i], length)
      return window
    }),
    panels: form.panels.map((p, i) => {
      const panel = { ...offers.panel, kind: p.kind, at: { ...offers.panel.at, y: p.y } }
      put(panel, p.numbers, PANEL, before.panels?.[i], length)
      return panel
    }),
  }
  put(studio, form.numbers, SITTER, before, length)
  if (studio.ground) put(studio, form.numbers, [...GROUND, GROUND_TONE], before, length)
  if (studio.walls) put(studio, form.numbers, [...WALLS, ...WALL_TONES], before, length)
  return studio
}

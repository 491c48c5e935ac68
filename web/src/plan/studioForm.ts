import type { Studio } from '@/api/client'
import { numberOf } from '@/kit/fields'
import { inUnit, toMetres } from '@/light/distance'

type Length = 'metres' | 'feet'

/** What is typed of a studio: every number as text, so that what is wrong can be said at its field. */
export interface StudioForm {
  face: string
  facing: string
  chin: string
  group: string
  cameraHeight: string
  aim: string
  upright: 'upright' | 'across'
  ground: 'none' | 'wall' | 'paper'
  groundBehind: string
  groundWidth: string
  groundTone: string
  walls: 'none' | 'there'
  left: string
  right: string
  behind: string
  before: string
  ceiling: string
  wallTone: string
  ceilingTone: string
  floorTone: string
  windows: { wall: 'left' | 'right' | 'behind' | 'before'; along: string; width: string }[]
  panels: {
    kind: 'white' | 'silver' | 'dark' | 'flag'
    x: string
    z: string
    height: string
    width: string
    facing: string
    y: number
  }[]
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

const signed = (v: number) => String(v).replace('-', '−')

export function formOf(studio: Studio, length: Length): StudioForm {
  const m = (v: unknown) => (v == null ? '' : inUnit(v as number, length))
  const side = (v: number) => inUnit(Math.abs(v), length).replace(/^/, v < 0 ? '−' : '')
  const { sitter, camera, ground, walls } = studio
  return {
    face: m(sitter.face),
    facing: signed(sitter.facing as number),
    chin: signed(sitter.chin as number),
    group: m(sitter.group),
    cameraHeight: m(camera.at.y),
    aim: m(camera.aim),
    upright: camera.upright ? 'upright' : 'across',
    ground: ground?.kind ?? 'none',
    groundBehind: m(ground?.behind ?? walls?.behind ?? 2),
    groundWidth: m(ground?.width ?? 2.7),
    groundTone: String(ground?.reflectance ?? 0.3),
    walls: walls ? 'there' : 'none',
    left: m(walls?.left ?? 2),
    right: m(walls?.right ?? 2),
    behind: m(walls?.behind ?? ground?.behind ?? 2.5),
    before: m(walls?.before ?? 3.5),
    ceiling: m(walls?.ceiling ?? 2.7),
    wallTone: String(walls?.reflectance ?? 0.5),
    ceilingTone: String(walls?.ceiling_reflectance ?? 0.7),
    floorTone: String(walls?.floor_reflectance ?? 0.3),
    windows: (studio.windows ?? []).map((w) => ({ wall: w.wall, along: side(w.along), width: m(w.width) })),
    panels: (studio.panels ?? []).map((p) => ({
      kind: p.kind,
      x: side(p.at.x),
      z: side(p.at.z),
      height: m(p.height),
      width: m(p.width),
      facing: signed(p.facing as number),
      y: p.at.y,
    })),
  }
}

/** As the server reads it; what is no number goes there as it was typed, and comes back named. */
export function studioOf(form: StudioForm, before: Studio, length: Length): Studio {
  const m = (text: string) => {
    const n = numberOf(text)
    return typeof n === 'number' ? toMetres(n, length) : n
  }
  const some = (text: string) => (text.trim() ? m(text) : undefined)
  const number = (text: string) => numberOf(text)
  const studio = {
    sitter: { face: m(form.face), facing: number(form.facing), chin: number(form.chin), group: some(form.group) },
    camera: {
      at: { ...before.camera.at, y: m(form.cameraHeight) },
      aim: m(form.aim),
      upright: form.upright === 'upright',
    },
    ground:
      form.ground === 'none'
        ? undefined
        : {
            kind: form.ground,
            behind: m(form.groundBehind),
            width: m(form.groundWidth),
            reflectance: number(form.groundTone),
          },
    walls:
      form.walls === 'none'
        ? undefined
        : {
            left: m(form.left),
            right: m(form.right),
            behind: m(form.behind),
            before: m(form.before),
            ceiling: m(form.ceiling),
            reflectance: number(form.wallTone),
            ceiling_reflectance: number(form.ceilingTone),
            floor_reflectance: number(form.floorTone),
          },
    windows: form.windows.map((w) => ({ wall: w.wall, along: m(w.along), width: m(w.width) })),
    panels: form.panels.map((p) => ({
      kind: p.kind,
      at: { x: m(p.x), y: p.y, z: m(p.z) },
      width: m(p.width),
      height: m(p.height),
      facing: number(p.facing),
    })),
  }
  return studio as unknown as Studio
}

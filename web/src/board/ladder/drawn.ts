import type { FNumber, Mark, Role } from '@/api/client'
import { textWidth, type Box, type Placed } from '@/draw/placer'

/** Half sizes of the marks: the ghost is one size up. */
export const R = 9
export const GHOST_R = 10.6

export type TextKind = 'value' | 'target' | 'quiet' | 'gap' | 'zone'

export interface TextSpec {
  id: string
  kind: TextKind
  role?: Role
  text?: string
  f?: FNumber
}

export interface Shape {
  role: Role
  form: 'filled' | 'hollow' | 'ghost' | 'seated'
  x: number
  y: number
  /** Off the scale: parked at the edge with a chevron. */
  beyond?: 'above' | 'below'
  lane: string
  /** Can be dragged to change the wish. */
  handle?: boolean
}

export interface Rule {
  role?: Role
  x1: number
  x2: number
  y: number
  form: 'level' | 'likely' | 'floor' | 'bar' | 'after'
}

export interface Ruler {
  role: Role
  x: number
  y1: number
  y2: number
  ticks: { y: number; long: boolean }[]
}

/** The bracket between key and fill with its box of words. */
export interface Bracket {
  x: number
  y1: number
  y2: number
  box?: Box
  lines: [string, string, string, string]
}

/** Where a wish can be grabbed besides its mark: the line of a removed room, the lower end of the bracket. */
export interface Handle extends Box {
  lane: string
}

export interface Drawing {
  handles: Handle[]
  shapes: Shape[]
  rules: Rule[]
  rulers: Ruler[]
  /** How far off a likely level may be, either way. */
  whiskers: { role: Role; x: number; y1: number; y2: number }[]
  texts: Placed<TextSpec>[]
  bracket?: Bracket
  /** Arrows of the whole, from now to after. */
  arrows: { x: number; y1: number; y2: number }[]
  legend?: Box
}

export const SIZES: Record<TextKind, { size: number; bold: boolean; h: number }> = {
  value: { size: 15, bold: true, h: 16 },
  target: { size: 13, bold: true, h: 14 },
  quiet: { size: 12, bold: false, h: 13 },
  gap: { size: 16, bold: true, h: 17 },
  zone: { size: 12, bold: false, h: 14 },
}

/** Font size of a kind of text, px. */
export const sizeOf = (kind: TextKind): number => SIZES[kind].size

/** Its width, px. */
export function widthOf(spec: TextSpec): number {
  const { size, bold } = SIZES[spec.kind]
  if (spec.f) return textWidth(`ƒ${spec.f.number}`, size, bold) + (spec.f.tenths == null ? 0 : Math.ceil(size * 0.4))
  return textWidth(spec.text ?? '', size, bold)
}

/** A level that is only tried: a reading that is being typed, or a way that was put on the board. */
export interface Ghost {
  lane: string
  mark: Mark
}

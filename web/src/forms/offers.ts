import type { Scales } from '@/api/client'

/** A list of which nothing may be chosen either. */
export const orNone = <T extends string>(
  words: string,
  choices: readonly { value: T; words: string }[] = [],
): { value: T | ''; words: string }[] => [{ value: '', words }, ...choices]

/** A marking as it stands on the dial: the record says of some that they are of half stops. */
export const marked = (written: string) => written.replace(/ half$/, '')

/** The markings of a camera's dials: thirds, or halves where its body steps so. */
export const dialsOf = (scales: Scales, body?: { steps?: string } | null) =>
  body?.steps === 'halves' ? scales.halves : scales

/** What a camera or a meter may be set to, as lists say it. */
export const asApertures = (markings: readonly string[]) => markings.map((a) => ({ value: a, words: `ƒ${marked(a)}` }))
export const asTimes = (markings: readonly string[]) => markings.map((s) => ({ value: s, words: `${marked(s)} s` }))
export const asIsos = (markings: readonly string[]) => markings.map((i) => ({ value: i, words: `ISO ${marked(i)}` }))

/** The number on a marking: `1/60` is a sixtieth. */
function numberOn(written: string): number {
  const [over = 0, under = 1] = marked(written).split('/').map(Number)
  return over / under
}

/** The markings with one among them that is none of these, in its place: a dial steps on from there. */
export function among(markings: readonly string[], now: string | undefined): string[] {
  if (!now || markings.includes(now)) return [...markings]
  const [first = '', second = ''] = markings
  const rises = numberOn(first) < numberOn(second)
  const place = markings.findIndex((m) => (rises ? numberOn(m) > numberOn(now) : numberOn(m) < numberOn(now)))
  const at = place < 0 ? markings.length : place
  return [...markings.slice(0, at), now, ...markings.slice(at)]
}

/** Numbers to choose from, as the text that a list holds. */
export const asText = (choices: readonly { value: number; words: string }[] = []): { value: string; words: string }[] =>
  choices.map(({ value, words }) => ({ value: String(value), words }))

/** What a list offers of the kit: none, what is chosen though it was retired or never was there, and the pieces. */
export function offers(
  pieces: readonly { value: string; words: string }[],
  now: string,
  none: string,
  nowWords = now,
): { value: string; words: string }[] {
  const there = now === '' || pieces.some((p) => p.value === now)
  return [{ value: '', words: none }, ...(there ? [] : [{ value: now, words: nowWords }]), ...pieces]
}

type Piece = { id: string; sheet: { name: string } }

/** Pieces by their names, and by their ids. */
export const byName = (pieces: Piece[]) => pieces.map((p) => ({ value: p.sheet.name, words: p.sheet.name }))
export const byId = (pieces: Piece[]) => pieces.map((p) => ({ value: p.id, words: p.sheet.name }))

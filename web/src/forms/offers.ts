/** A list of which nothing may be chosen either. */
export const orNone = <T extends string>(
  words: string,
  choices: readonly { value: T; words: string }[] = [],
): { value: T | ''; words: string }[] => [{ value: '', words }, ...choices]

/** What a camera or a meter may be set to, as lists say it. */
export const asApertures = (markings: readonly string[]) => markings.map((a) => ({ value: a, words: `ƒ${a}` }))
export const asTimes = (markings: readonly string[]) => markings.map((s) => ({ value: s, words: `${s} s` }))
export const asIsos = (markings: readonly string[]) => markings.map((i) => ({ value: i, words: `ISO ${i}` }))

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

/** A tone as it is written: `−0.4`, `0.0`, `+1.2`. */
export const shownTone = (tone: number | null | undefined): string =>
  tone == null ? 'no light' : `${tone < -0.049 ? '−' : tone > 0.049 ? '+' : ''}${Math.abs(tone).toFixed(1)}`

/** A share of a frame, as it is written. */
export const percent = (share: number): string => `${(share * 100).toFixed(1)} %`

/** Tones are drawn between these, stops over mid-grey. */
export const TOP = 3
export const BOTTOM = -6.5

/** A tone as it is written: `−0.4`, `0.0`, `+1.2`. */
export const shownTone = (tone: number | null | undefined): string =>
  tone == null ? 'no light' : `${tone < -0.049 ? '−' : tone > 0.049 ? '+' : ''}${Math.abs(tone).toFixed(1)}`

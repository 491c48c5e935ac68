/** A typed number or fraction (1/800); what is none goes to the server as it is, which says what would be right. */
export function numberOf(text: string): number | string {
  const typed = text.trim().replace(',', '.').replace('−', '-')
  const part = /^(-?[\d.]+)\s*\/\s*([\d.]+)$/.exec(typed)
  const n = part ? Number(part[1]) / Number(part[2]) : Number(typed)
  return typed !== '' && Number.isFinite(n) ? n : text
}

/** The same; nothing where nothing was typed. */
export const given = (text: string): number | string | undefined => (text.trim() ? numberOf(text) : undefined)

/** Stops in tenths with their sign: `+0.3`, `−1.5`, `0.0`. */
export function signed(stops: number): string {
  const size = Math.abs(stops).toFixed(1)
  return size === '0.0' ? size : `${stops < 0 ? '−' : '+'}${size}`
}

/** A number as it stands in its field; empty where it is not said. */
export const shown = (number: number | null | undefined): string => (number == null ? '' : String(number))

/** The same in another unit; what is no number stays as it was typed, so that the server can say so. */
export function scaledNumber(text: string, by: number): number | string {
  const n = numberOf(text)
  return typeof n === 'number' ? n * by : n
}

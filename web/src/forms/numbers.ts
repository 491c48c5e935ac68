/** A typed number or fraction (1/800); what is none goes to the server as it is, which says what would be right. */
export function numberOf(text: string): number | string {
  const typed = text.trim().replace(',', '.').replace('−', '-')
  const part = /^(-?[\d.]+)\s*\/\s*([\d.]+)$/.exec(typed)
  const n = part ? Number(part[1]) / Number(part[2]) : Number(typed)
  return typed !== '' && Number.isFinite(n) ? n : text
}

/** The same in another unit; what is no number stays as it was typed, so that the server can say so. */
export function scaledNumber(text: string, by: number): number | string {
  const n = numberOf(text)
  return typeof n === 'number' ? n * by : n
}

import type { Board } from '@/api/client'
import { numberOf } from './numbers'

type LengthUnit = Board['length']
export const FOOT = 0.3048

/** How a unit of length is written behind a number. */
export const abbreviated = (unit: LengthUnit): string => (unit === 'feet' ? 'ft' : 'm')

/** A distance in metres as the number that is told in a unit. */
export const inUnit = (metres: number, unit: LengthUnit): string =>
  unit === 'feet' ? (metres / FOOT).toFixed(1) : metres.toFixed(2)

/** A distance in metres as it is told: `1.50 m`. */
export const told = (metres: number, unit: LengthUnit): string => `${inUnit(metres, unit)} ${abbreviated(unit)}`

/** A number in a unit as metres, to the millimetre. */
export const toMetres = (number: number, unit: LengthUnit): number =>
  Math.round(number * (unit === 'feet' ? FOOT : 1) * 1000) / 1000

/** A distance that was typed in a unit, as metres; what is no number stays as it was typed. */
export function metresOf(text: string, unit: LengthUnit): number | string {
  const number = numberOf(text)
  return typeof number === 'number' ? toMetres(number, unit) : number
}

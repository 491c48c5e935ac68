import dayjs from 'dayjs'

// The browser's own formats take a phone a tenth of a second each to make.
const FORMS = {
  clock: 'HH:mm',
  day: 'ddd D MMM',
  date: 'D MMMM YYYY',
  /** Within the last days. */
  lately: 'ddd D, HH:mm',
  moment: 'D MMM, HH:mm',
} as const

/** Minutes and seconds that something took: `2:11`. */
export const spent = (seconds: number) =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`

/** A time as it is written here: 24 hours, day before month. */
export function timed(form: keyof typeof FORMS, at: string | Date): string {
  return dayjs(at).format(FORMS[form])
}

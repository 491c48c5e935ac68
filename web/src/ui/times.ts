const FORMS = {
  clock: { hour: '2-digit', minute: '2-digit' },
  day: { weekday: 'short', day: 'numeric', month: 'short' },
  date: { day: 'numeric', month: 'long', year: 'numeric' },
  /** Within the last days. */
  lately: { weekday: 'short', day: 'numeric', hour: '2-digit', minute: '2-digit' },
  moment: { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
} as const satisfies Record<string, Intl.DateTimeFormatOptions>

const made = new Map<string, Intl.DateTimeFormat>()

/** A time as it is written here: 24 hours, day before month. Forms are made when they are first used: that takes a phone 30 ms and more. */
export function timed(form: keyof typeof FORMS, at: string | Date): string {
  const format = made.get(form) ?? new Intl.DateTimeFormat('en-GB', FORMS[form])
  made.set(form, format)
  return format.format(new Date(at))
}

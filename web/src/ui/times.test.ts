import { expect, test } from 'vitest'
import { timed } from './times'

test('times are written as the browser’s own British English writes them', () => {
  const FORMS = {
    clock: { hour: '2-digit', minute: '2-digit' },
    day: { weekday: 'short', day: 'numeric', month: 'short' },
    date: { day: 'numeric', month: 'long', year: 'numeric' },
    lately: { weekday: 'short', day: 'numeric', hour: '2-digit', minute: '2-digit' },
    moment: { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
  } as const
  // September is Sept there, and Sep here.
  for (const at of ['2026-11-29T08:05:09Z', '2026-02-01T23:59:00Z', '2024-12-31T12:00:00Z'])
    for (const form of Object.keys(FORMS) as (keyof typeof FORMS)[])
      expect(timed(form, at)).toBe(new Intl.DateTimeFormat('en-GB', FORMS[form]).format(new Date(at)))
})

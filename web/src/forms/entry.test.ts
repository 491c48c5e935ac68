import { describe, expect, it } from 'vitest'
import { Refused } from '@/api/client'
import { among, useEntryForm, useForm, type TypedEntry } from './entry'

const refusal = (field: string, detail = 'Give less.') =>
  new Refused({ type: 'about:blank', title: 'Refused', status: 422, detail, field: `entry.supplies.${field}` })
const note = (text: string): TypedEntry => ({ note: { text } })

describe('a form that becomes entries', () => {
  /** A tape that refuses some entries, and answers when it is told to. */
  function tape(refuses: (entry: TypedEntry) => Refused | undefined = () => undefined) {
    const written: TypedEntry[] = []
    const waiting: (() => void)[] = []
    const check = (...entries: TypedEntry[]) =>
      new Promise<Refused | undefined>((answered) => waiting.push(() => answered(entries.map(refuses).find(Boolean))))
    const answer = async () => {
      waiting.shift()?.()
      await new Promise((r) => setTimeout(r))
    }
    return { written, answer, tape: { check, write: (entry: TypedEntry) => void written.push(entry) } }
  }

  it('writes nothing before all of it may be written', async () => {
    const { written, answer, tape: to } = tape()
    const form = useEntryForm(to)
    const taken = form.write(note('a'), note('b'))
    expect(written).toEqual([])
    await answer()
    expect([await taken, written]).toEqual([true, [note('a'), note('b')]])
  })

  it('writes nothing of it where one is refused', async () => {
    const {
      written,
      answer,
      tape: to,
    } = tape((e) => ('note' in e && e.note.text === 'b' ? refusal('pace') : undefined))
    const form = useEntryForm(to, among('pace'))
    const taken = form.write(note('a'), note('b'))
    await answer()
    expect([await taken, written]).toEqual([false, []])
    expect([form.wrong('pace'), form.elsewhere.value]).toEqual(['Give less.', undefined])
  })

  it('is sent once, however often it is pressed before the answer is there', async () => {
    const { written, answer, tape: to } = tape()
    const form = useEntryForm(to)
    const [first, again] = [form.write(note('a')), form.write(note('a'))]
    await answer()
    expect([await first, await again, written]).toEqual([true, false, [note('a')]])
    const later = form.write(note('a'))
    await answer()
    expect([await later, written.length]).toEqual([true, 2])
  })

  it('takes what was corrected and sent again before the first answer was there', async () => {
    const {
      written,
      answer,
      tape: to,
    } = tape((e) => ('note' in e && e.note.text === 'a' ? refusal('pace') : undefined))
    const form = useEntryForm(to, among('pace'))
    const [first, again] = [form.write(note('a')), form.write(note('b'))]
    await answer()
    await answer()
    expect([await first, await again, written]).toEqual([true, false, [note('b')]])
    expect(form.wrong('pace')).toBeUndefined()
  })

  it('says at the field what is wrong there, elsewhere what belongs to none, and takes it away once it is right', async () => {
    const form = useForm(among('volts', 'pace'))
    const fail = (error: Error) => form.send(() => Promise.reject(error))
    await fail(refusal('pace'))
    expect([form.wrong('pace'), form.wrong('volts'), form.elsewhere.value]).toEqual([
      'Give less.',
      undefined,
      undefined,
    ])
    // A name that only ends alike is another one.
    await fail(refusal('headspace'))
    expect([form.wrong('pace'), form.elsewhere.value]).toEqual([undefined, 'Give less.'])
    await fail(new Error('The server is out of reach.'))
    expect(form.elsewhere.value).toBe('The server is out of reach.')
    await form.send(() => Promise.resolve())
    expect([form.wrong('pace'), form.elsewhere.value]).toEqual([undefined, undefined])
  })
})

import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { watch } from 'vue'
import { useOutbox, type Outcome } from './outbox'

interface Sent {
  id: string
  base: number
  entry: { note: { text: string } }
}

const note = (text: string) => ({ note: { text } })
const json = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })

describe('the outbox', () => {
  let sent: Sent[]
  let answers: ((body: Sent) => Response | Error)[]
  let outcomes: Outcome[]

  beforeEach(() => {
    // The database works with real ticks; only the waiting is made short.
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date'], shouldAdvanceTime: true })
    localStorage.clear()
    vi.stubGlobal('indexedDB', new IDBFactory())
    ;[sent, answers, outcomes] = [[], [], []]
    vi.stubGlobal('fetch', async (request: Request) => {
      const body = (await request.json()) as Sent
      sent.push(body)
      const answer = answers.shift()?.(body) ?? json(201, { version: body.base + 1 })
      if (answer instanceof Error) throw answer
      return answer
    })
  })

  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  const box = () => useOutbox((o) => outcomes.push(o))
  const settle = () => vi.advanceTimersByTimeAsync(10_000)

  it('sends one after the other, each on the version that the one before leaves', async () => {
    const { add, waiting } = box()
    for (const text of ['a', 'b', 'c']) add('look', 4, note(text))
    await settle()
    expect(sent.map((s) => s.base)).toEqual([4, 5, 6])
    expect(outcomes).toHaveLength(3)
    expect(waiting.value).toBe(0)
  })

  it('shows an entry as waiting until what it led to is there', async () => {
    const { add, waiting } = box()
    const left: unknown[] = []
    watch(waiting, (now) => left.push([now, outcomes.length]))
    add('look', 4, note('a'))
    await settle()
    expect(left).toEqual([
      [1, 0],
      [0, 1],
    ])
  })

  it('tries again under the same id while the server is out of reach', async () => {
    answers = [() => new TypeError('refused'), () => json(503, { status: 503, detail: 'busy', title: '', type: '' })]
    const { add, outOfReach } = box()
    add('look', 0, note('a'))
    await vi.advanceTimersByTimeAsync(100)
    expect(outOfReach.value).toBe(true)
    await settle()
    expect(sent).toHaveLength(3)
    expect(new Set(sent.map((s) => s.id)).size).toBe(1)
    expect(outcomes).toHaveLength(1)
    expect(outOfReach.value).toBe(false)
  })

  it('lets no look wait for another one', async () => {
    const held = () => json(503, { status: 503, detail: 'held', title: '', type: '' })
    answers = Array.from(
      { length: 3 },
      () => (body: Sent) => (body.entry.note.text === 'held' ? held() : json(201, {})),
    )
    const { add, waiting, outOfReach } = box()
    add('held', 0, note('held'))
    add('free', 0, note('a'))
    add('free', 0, note('b'))
    await vi.advanceTimersByTimeAsync(200)
    expect(outcomes.map((o) => o.setup)).toEqual(['free', 'free'])
    expect([waiting.value, outOfReach.value]).toEqual([1, true])
    await settle()
    expect(outcomes.map((o) => o.setup)).toEqual(['free', 'free', 'held'])
    expect([waiting.value, outOfReach.value]).toEqual([0, false])
  })

  it('counts on from what is shown, which may have already what is not answered yet', async () => {
    const { add } = box()
    add('look', 7, note('a'))
    // Somebody told the page of it before its own answer came.
    add('look', 8, note('b'))
    add('look', 8, note('c'))
    await settle()
    expect(sent.map((s) => s.base)).toEqual([7, 8, 9])
  })

  it('keeps what is typed on a device that was let out, and asks for nothing until somebody is in again', async () => {
    const letOut = () => json(401, { status: 401, type: 'urn:ink-lamp:let-out', title: '', detail: 'Let out.' })
    const guest = () => json(403, { status: 403, type: 'urn:ink-lamp:not-yours', title: '', detail: 'A guest looks.' })
    answers = [letOut, guest]
    const { add, flush, waiting, barred } = box()
    add('look', 0, note('a'))
    add('look', 0, note('b'))
    await settle()
    expect([sent.length, waiting.value, barred.value]).toEqual([1, 2, 'Let out.'])
    void flush()
    await settle()
    expect([sent.length, waiting.value, barred.value]).toEqual([2, 2, 'A guest looks.'])
    void flush()
    await settle()
    expect([waiting.value, barred.value, outcomes.length]).toEqual([0, undefined, 2])
    expect(sent.map((s) => s.entry.note.text)).toEqual(['a', 'a', 'a', 'b'])
    expect(new Set(sent.slice(0, 3).map((s) => s.id)).size).toBe(1)
  })

  it('keeps what was not sent across a reload', async () => {
    answers = [() => new TypeError('refused')]
    box().add('look', 0, note('a'))
    await vi.advanceTimersByTimeAsync(100)
    const again = box()
    await again.ready
    await settle()
    expect(sent[1]?.id).toBe(sent[0]?.id)
    expect(again.waiting.value).toBe(0)
    const third = box()
    await third.ready
    expect(third.waiting.value).toBe(0)
  })

  it('takes over what the first version kept', async () => {
    const old = { id: 'old', setup: 'look', base: 2, at: '2026-11-25T10:00:00Z', entry: note('a') }
    localStorage.setItem('ink-lamp.outbox', JSON.stringify([old]))
    await box().ready
    await settle()
    expect(sent.map((s) => s.id)).toEqual(['old'])
    expect(localStorage.getItem('ink-lamp.outbox')).toBeNull()
  })

  it('sends in the order in which it was typed, what an earlier page left first', async () => {
    answers = [() => new TypeError('refused')]
    box().add('look', 0, note('a'))
    await vi.advanceTimersByTimeAsync(100)
    const { add, ready } = box()
    await ready
    add('look', 0, note('b'))
    await settle()
    const order = [...new Set(sent.map((s) => s.entry.note.text))]
    expect(order).toEqual(['a', 'b'])
  })

  it('tells of a refusal, and what stood behind it no longer counts on it', async () => {
    answers = [() => json(422, { status: 422, detail: 'f/0 does not exist.', title: '', type: '' })]
    const { add } = box()
    add('look', 7, note('a'))
    add('look', 7, note('b'))
    await settle()
    expect(outcomes[0]?.refused?.problem.detail).toBe('f/0 does not exist.')
    expect(sent.map((s) => s.base)).toEqual([7, 7])
  })
})

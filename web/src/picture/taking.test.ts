import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { useNotices } from '@/ui/notices'
import { useTaking } from './taking'

/** Requests as they are sent, to be answered by the test. */
class Sent {
  static all: Sent[] = []
  upload: { onprogress?: (at: { loaded: number; total: number }) => void; onload?: () => void } = {}
  onload?: () => void
  onerror?: () => void
  ontimeout?: () => void
  status = 0
  response: unknown
  url = ''
  body?: File
  open(_: string, url: string) {
    this.url = url
  }
  setRequestHeader() {}
  send(body: File) {
    this.body = body
    Sent.all.push(this)
  }
  async answer(status: number, response: unknown) {
    this.status = status
    this.response = response
    this.onload?.()
    for (let n = 0; n < 4; n++) await nextTick()
  }
}
const file = (name: string) => new File(['x'], name)
const id = (sent?: Sent) => new URL(sent?.url ?? '', 'http://here').searchParams.get('id')

beforeEach(() => {
  setActivePinia(createPinia())
  Sent.all = []
  vi.stubGlobal('XMLHttpRequest', Sent)
})
afterEach(() => vi.unstubAllGlobals())

describe('frames on their way', () => {
  it('are sent one after the other, and say how far they are', async () => {
    const taking = useTaking()
    taking.take('look', [file('a.jpg'), file('b.jpg')])
    expect([Sent.all.length, Sent.all[0]?.body?.name]).toEqual([1, 'a.jpg'])
    Sent.all[0]?.upload.onprogress?.({ loaded: 3, total: 4 })
    expect(taking.files.map((f) => f.sent)).toEqual([0.75, 0])
    await Sent.all[0]?.answer(201, { picture: 'p', fresh: true })
    expect([Sent.all.length, taking.files.map((f) => f.name)]).toEqual([2, ['b.jpg']])
    await Sent.all[1]?.answer(200, { picture: 'q', fresh: false })
    expect(useNotices().now?.words).toBe('1 frame taken in. 1 was there before.')
  })

  it('stay where they were refused, and let the others by', async () => {
    const taking = useTaking()
    taking.take('look', [file('a.txt'), file('b.jpg')])
    await Sent.all[0]?.answer(422, { detail: 'This is no picture.' })
    expect(taking.files.map((f) => [f.wrong, f.again])).toEqual([
      ['This is no picture.', false],
      [undefined, undefined],
    ])
    await Sent.all[1]?.answer(201, { fresh: true })
    taking.putAway(taking.files[0]?.id ?? '')
    expect(taking.files).toEqual([])
  })

  it('are sent again under the same id where no answer came', async () => {
    const taking = useTaking()
    taking.take('look', [file('a.jpg')])
    Sent.all[0]?.onerror?.()
    for (let n = 0; n < 4; n++) await nextTick()
    const [lost] = taking.files
    expect([lost?.wrong, lost?.again]).toEqual(['The server is out of reach.', true])
    taking.again(lost?.id ?? '')
    expect([Sent.all.length, id(Sent.all[1])]).toEqual([2, id(Sent.all[0])])
    await Sent.all[1]?.answer(200, { fresh: false })
    expect(taking.files).toEqual([])
  })
})

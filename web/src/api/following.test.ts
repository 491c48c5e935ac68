import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useFollowing } from './following'

class Source extends EventTarget {
  static readonly CLOSED = 2
  static made: Source[] = []
  readyState = 0
  closed = false
  constructor(readonly url: string) {
    super()
    Source.made.push(this)
  }
  close(): void {
    this.closed = true
  }
  say(kind: string, data = ''): void {
    this.dispatchEvent(new MessageEvent(kind, { data }))
  }
}

describe('following a setup', () => {
  let heard: (number | undefined)[]

  beforeEach(() => {
    vi.useFakeTimers()
    Source.made = []
    heard = []
    vi.stubGlobal('EventSource', Source)
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  it('hears every change, and that some may have been missed, though the same word comes twice', () => {
    const { follow, stop } = useFollowing((version) => heard.push(version))
    follow('look')
    const [source] = Source.made
    expect(source?.url).toBe('/api/events')
    for (const word of ['look', 'look']) source?.say(word)
    source?.say('changed', '{"setup":"look","version":7}')
    source?.say('changed', '{"setup":"another","version":9}')
    expect(heard).toEqual([undefined, undefined, 7])
    stop()
  })

  it('follows one setup at a time by one stream, and looks for what it missed of the next', () => {
    const { follow, stop } = useFollowing((version) => heard.push(version))
    follow('one')
    follow('other')
    expect([heard, Source.made.length]).toEqual([[undefined], 1])
    Source.made[0]?.say('changed', '{"setup":"one","version":3}')
    Source.made[0]?.say('changed', '{"setup":"other","version":4}')
    expect(heard).toEqual([undefined, 4])
    stop()
    expect(Source.made[0]?.closed).toBe(true)
  })

  it('is not spoken to while its page is put away', () => {
    const { follow } = useFollowing(() => undefined)
    follow('look')
    window.dispatchEvent(new Event('pagehide'))
    expect(Source.made[0]?.closed).toBe(true)
    window.dispatchEvent(new Event('pageshow'))
    expect(Source.made.map((s) => s.closed)).toEqual([true, false])
  })

  it('shares one stream with the other pages where the browser can', async () => {
    const ports: { post: (word: unknown) => void; sent: unknown[] }[] = []
    vi.stubGlobal(
      'SharedWorker',
      class {
        port = {
          onmessage: undefined as ((event: { data: unknown }) => void) | undefined,
          sent: [] as unknown[],
          postMessage: (word: unknown) => this.port.sent.push(word),
          close: () => undefined,
        }
        constructor() {
          ports.push({ post: (data) => this.port.onmessage?.({ data }), sent: this.port.sent })
        }
      },
    )
    const { follow, stop } = useFollowing((version) => heard.push(version))
    follow('look')
    ports[0]?.post('look')
    ports[0]?.post({ setup: 'look', version: 5 })
    expect([heard, Source.made.length]).toEqual([[undefined, 5], 0])
    stop()
    expect(ports[0]?.sent).toEqual(['bye'])
  })

  it('opens again what the server ended, and leaves to the browser what the browser mends', () => {
    const { follow } = useFollowing(() => undefined)
    follow('look')
    Source.made[0]?.say('error')
    vi.advanceTimersByTime(5000)
    expect(Source.made).toHaveLength(1)
    Object.assign(Source.made[0] ?? {}, { readyState: Source.CLOSED })
    Source.made[0]?.say('error')
    vi.advanceTimersByTime(5000)
    expect(Source.made).toHaveLength(2)
  })
})

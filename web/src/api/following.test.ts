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
    const { follow } = useFollowing((version) => heard.push(version))
    follow('look')
    const [source] = Source.made
    expect(source?.url).toBe('/api/setups/look/events')
    for (const word of ['look', 'look']) source?.say(word)
    source?.say('changed', '7')
    expect(heard).toEqual([undefined, undefined, 7])
  })

  it('follows one setup at a time', () => {
    const { follow, stop } = useFollowing(() => undefined)
    follow('one')
    follow('other')
    expect(Source.made.map((s) => s.closed)).toEqual([true, false])
    stop()
    expect(Source.made.every((s) => s.closed)).toBe(true)
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

import { afterEach, describe, expect, it, vi } from 'vitest'
import { answered, api, onRefusal, OutOfReach, Refused, Unanswered } from './client'

describe('a question to the server', () => {
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  it('that is answered with nothing but that it was done is not out of reach', async () => {
    vi.stubGlobal('fetch', async () => new Response(null, { status: 204 }))
    expect(await answered(api.DELETE('/api/kit'))).toBeUndefined()
    vi.stubGlobal('fetch', async () => new Response('', { status: 200, headers: { 'content-length': '0' } }))
    await expect(answered(api.GET('/api/scales'))).rejects.toThrow(OutOfReach)
  })

  it('is broken off where no answer comes, and says for how long it waited', async () => {
    vi.useFakeTimers()
    const never = (_: Request, { signal }: RequestInit) =>
      new Promise((_, no) => signal?.addEventListener('abort', () => no(signal.reason)))
    vi.stubGlobal('fetch', never)
    const asked = answered(api.GET('/api/scales')).catch((error: unknown) => error)
    await vi.advanceTimersByTimeAsync(60_000)
    expect(await asked).toBeInstanceOf(Unanswered)
    expect((await asked) as Error).toMatchObject({ message: 'The server has not answered for 15 s.' })
  })

  it('tells who is out, and who asked for what is not theirs, apart from all else that is refused', async () => {
    const heard: string[] = []
    onRefusal({ out: (p) => heard.push(`out: ${p.type}`), notTheirs: (p) => heard.push(`not theirs: ${p.type}`) })
    const kinds = [
      [401, 'sign-in'],
      [401, 'let-out'],
      [401, 'expired'],
      [401, 'wrong-phrase'],
      [403, 'not-yours'],
      [403, 'other-origin'],
      [404, 'not-found'],
    ] as const
    for (const [status, kind] of kinds) {
      const problem = { status, type: `urn:ink-lamp:${kind}`, title: '', detail: '' }
      vi.stubGlobal('fetch', async () => new Response(JSON.stringify(problem), { status }))
      await expect(answered(api.GET('/api/kit'))).rejects.toThrow(Refused)
    }
    expect(heard).toEqual([
      'out: urn:ink-lamp:sign-in',
      'out: urn:ink-lamp:let-out',
      'out: urn:ink-lamp:expired',
      'not theirs: urn:ink-lamp:not-yours',
    ])
    onRefusal({ out: () => undefined, notTheirs: () => undefined })
  })

  it('is told as out of reach where nothing came at all', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('refused')))
    await expect(answered(api.GET('/api/scales'))).rejects.toThrow('The server is out of reach.')
  })
})

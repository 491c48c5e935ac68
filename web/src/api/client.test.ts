import { afterEach, describe, expect, it, vi } from 'vitest'
import { answered, api, OutOfReach, Unanswered } from './client'

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

  it('is told as out of reach where nothing came at all', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('refused')))
    await expect(answered(api.GET('/api/scales'))).rejects.toThrow('The server is out of reach.')
  })
})

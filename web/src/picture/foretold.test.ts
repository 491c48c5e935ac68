import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, shallowRef } from 'vue'
import type { Setup } from '@/api/client'
import { useForetold, type Wanted } from './foretold'

interface Asked {
  question: { turn: number; page: string; grey: boolean; moving?: boolean }
  answer: (body: object, status?: number) => Promise<void>
}
let asked: Asked[] = []

const frame = (turn: number, more: object = {}) => ({
  picture: `data:image/png;base64,${turn}`,
  turn,
  patches: [],
  ...more,
})
const problem = (type: string) => ({ type: `urn:ink-lamp:${type}`, title: 'No', status: 409, detail: 'Not now.' })
const settled = () => vi.advanceTimersByTimeAsync(0)

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
  asked = []
  // Where nothing is drawn there is nothing to wait for.
  vi.stubGlobal('Image', function Image() {})
  vi.stubGlobal('fetch', async (request: Request) => {
    const { question } = (await request.json()) as Asked
    return new Promise<Response>((done) =>
      asked.push({
        question,
        answer: async (body, status = 200) => {
          const type = status < 400 ? 'application/json' : 'application/problem+json'
          done(new Response(JSON.stringify(body), { status, headers: { 'content-type': type } }))
          for (let n = 0; n < 8; n++) await settled()
        },
      }),
    )
  })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

/** Asks from a page, as long as it is there. */
function asking(first: Wanted | undefined) {
  const wanted = shallowRef(first)
  let picture!: ReturnType<typeof useForetold>
  const page = mount(
    defineComponent(() => {
      picture = useForetold(() => wanted.value)
      return () => h('i')
    }),
  )
  return { wanted, picture: () => picture, leave: () => page.unmount() }
}
const want = (grey: boolean): Wanted => ({ setup: {} as Setup, show: 'now', grey, width: 48, height: 60 })

describe('the foretold frame', () => {
  it('keeps the last picture until the newest is there, and asks for what lies between once', async () => {
    const { wanted, picture, leave } = asking(want(false))
    await settled()
    await asked[0]?.answer(frame(1))
    expect(picture().frame.value?.turn).toBe(1)
    for (const grey of [true, false, true]) {
      wanted.value = want(grey)
      await nextTick()
    }
    await settled()
    // One is out; of the others only the newest waits.
    expect([asked.length, picture().frame.value?.turn]).toEqual([2, 1])
    await asked[1]?.answer(frame(2))
    expect([asked.length, asked[2]?.question.grey]).toEqual([3, true])
    await asked[2]?.answer(frame(3))
    expect(picture().frame.value?.turn).toBe(3)
    expect(asked.map((a) => a.question.turn)).toEqual([1, 2, 3])
    expect(new Set(asked.map((a) => a.question.page)).size).toBe(1)
    leave()
  })

  it('asks again while cast shadows are worked out, and no longer', async () => {
    const { picture, leave } = asking(want(false))
    await settled()
    await asked[0]?.answer(frame(1, { shadows_done: 0.4 }))
    await vi.advanceTimersByTimeAsync(1100)
    expect(asked.length).toBe(2)
    await asked[1]?.answer(frame(2))
    await vi.advanceTimersByTimeAsync(5000)
    expect([asked.length, picture().frame.value?.turn]).toEqual([2, 2])
    leave()
  })

  it('says why there is no newer picture, and nothing of an older question', async () => {
    const { wanted, picture, leave } = asking(want(false))
    await settled()
    await asked[0]?.answer(frame(1))
    wanted.value = want(true)
    await settled()
    await asked[1]?.answer(problem('older-question'), 409)
    expect([picture().wrong.value, picture().frame.value?.turn]).toEqual([undefined, 1])
    wanted.value = want(false)
    await settled()
    await asked[2]?.answer({ ...problem('refused'), status: 422 }, 422)
    expect([picture().wrong.value, picture().frame.value?.turn]).toEqual(['Not now.', 1])
    leave()
  })

  it('is asked for again where too much was asked at once', async () => {
    const { picture, leave } = asking(want(false))
    await settled()
    await asked[0]?.answer({ ...problem('busy'), status: 503 }, 503)
    expect(picture().wrong.value).toBe('Not now.')
    await vi.advanceTimersByTimeAsync(1100)
    await asked[1]?.answer({ ...problem('busy'), status: 503 }, 503)
    await vi.advanceTimersByTimeAsync(1100)
    await asked[2]?.answer(frame(3))
    expect([picture().wrong.value, picture().frame.value?.turn, asked.length]).toEqual([undefined, 3, 3])
    leave()
  })

  it('is gone with what it was of, and asks nothing once its page is left', async () => {
    const { wanted, picture, leave } = asking(want(false))
    await settled()
    await asked[0]?.answer(frame(1, { shadows_done: 0.1 }))
    wanted.value = undefined
    await nextTick()
    expect(picture().frame.value).toBeUndefined()
    wanted.value = want(false)
    await settled()
    leave()
    await asked[1]?.answer(frame(2, { shadows_done: 0.2 }))
    await vi.advanceTimersByTimeAsync(5000)
    expect(asked.length).toBe(2)
  })
})

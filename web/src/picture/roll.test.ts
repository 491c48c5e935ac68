import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, reactive } from 'vue'
import { useRoll } from './roll'

/** The look that is open, as far as its frames depend on it. */
const board = reactive<{ view?: { id: string; version: number }; looksOn: boolean }>({ looksOn: false })
vi.mock('@/look/board', () => ({ useBoard: () => board }))

interface Asked {
  url: string
  body: unknown
  answer: (body?: object) => Promise<void>
}
let asked: Asked[] = []
const settled = () => vi.advanceTimersByTimeAsync(0)

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval'] })
  setActivePinia(createPinia())
  asked = []
  vi.stubGlobal('fetch', async (request: Request) => {
    const text = await request.text()
    return new Promise<Response>((done) =>
      asked.push({
        url: `${request.method} ${new URL(request.url).pathname}`,
        body: text && JSON.parse(text),
        answer: async (body) => {
          const headers = { 'content-type': 'application/json' }
          done(body ? new Response(JSON.stringify(body), { headers }) : new Response(null, { status: 204 }))
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

const look = (id: string, version: number) => ({ id, version })
const frame = (picture: string) => ({ picture, file: `${picture}.jpg` })

function followed() {
  let roll!: ReturnType<typeof useRoll>
  const page = mount(
    defineComponent(() => {
      roll = useRoll()
      return () => h('i')
    }),
  )
  return { roll: () => roll, leave: () => page.unmount() }
}

describe('the frames of a look', () => {
  it('are asked for as its tape grows, and a late answer is no newer one', async () => {
    board.view = look('a', 1)
    const { roll, leave } = followed()
    await settled()
    board.view = look('a', 2)
    await nextTick()
    await settled()
    await asked[1]?.answer({ frames: [frame('one'), frame('two')], patches: [] })
    await asked[0]?.answer({ frames: [frame('one')], patches: [] })
    expect(roll().frames.value.map((f) => f.picture)).toEqual(['one', 'two'])
    // Another look has none of them, also before its own are there.
    board.view = look('b', 1)
    await nextTick()
    expect(roll().frames.value).toEqual([])
    leave()
  })

  it('remember where patches were placed, once the hand rests', async () => {
    board.view = look('a', 1)
    const { roll, leave } = followed()
    await settled()
    await asked[0]?.answer({ frames: [], patches: [] })
    expect(roll().patches.value).toBeUndefined()
    for (const x of [0.1, 0.2, 0.3]) roll().keep([{ name: 'Lit cheek', x, y: 0.5, radius: 0.02 }])
    expect(roll().patches.value?.map((p) => p.x)).toEqual([0.3])
    await vi.advanceTimersByTimeAsync(500)
    expect(
      asked.slice(1).map((a) => [a.url, (a.body as { patches: { x: number }[] }).patches.map((p) => p.x)]),
    ).toEqual([['PUT /api/setups/a/patches', [0.3]]])
    leave()
  })
})

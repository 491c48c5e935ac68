import fc from 'fast-check'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Lane, SetupView } from '@/api/client'
import { useBoard } from './board'

const REST = 500

/** A server that keeps two lights' wishes and dials, and answers when it is let to. */
class Server {
  version = 3
  levels: Record<string, number> = { rim: 0, hair: 1 }
  dials: Record<string, number> = { rim: 40, hair: 40 }
  entries: Record<string, unknown>[] = []
  /** How long each answer takes, milliseconds. */
  delay: () => number = () => 0
  /** Is told of each draft, and of the setup that it was asked for. */
  drafted: (setup: { frames: number }) => void = () => undefined
  readonly seen = new Set<string>()

  view(): SetupView {
    const scale = Array.from({ length: 81 }, (_, n) => `-${n / 10}`)
    const lanes = Object.keys(this.levels).map((id) => {
      const at = this.dials[id] ?? 0
      const dial = {
        now: scale[at],
        up: scale.slice(0, at).toReversed().slice(0, 24),
        down: scale.slice(at + 1, at + 25),
      }
      return { id, kind: 'light', wish: this.levels[id], dial }
    })
    return {
      id: 'look',
      version: this.version,
      setup: { lights: [{ id: 'rim' }, { id: 'hair' }], frames: this.version },
      board: { lanes, next: { kind: 'shoot', lane: 'rim', say: [], why: [] } },
      tape: { items: [], earlier: false },
      undo: null,
      redo: null,
    } as unknown as SetupView
  }

  take({
    id,
    base,
    entry,
  }: {
    id: string
    base: number
    entry: Record<string, Record<string, string | number>>
  }): number {
    if (this.seen.has(id)) return 200
    if (base !== this.version) return 409
    this.seen.add(id)
    this.version += 1
    this.entries.push(entry)
    if (entry.target) this.levels[String(entry.target.light)] = Number(entry.target.level)
    if (entry.dial) this.dials[String(entry.dial.light)] = Math.round(-10 * Number(entry.dial.dial))
    return 201
  }
}

describe('steps that are faster than answers', () => {
  let server: Server

  beforeEach(() => {
    vi.useFakeTimers()
    begin()
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  function begin(): void {
    setActivePinia(createPinia())
    localStorage.clear()
    server = new Server()
    vi.stubGlobal('fetch', async (request: Request) => {
      const path = new URL(request.url).pathname
      const text = await request.text()
      await new Promise((go) => setTimeout(go, server.delay()))
      const body = text ? JSON.parse(text) : undefined
      if (path === '/api/scales') return Response.json({})
      if (path === '/api/draft') server.drafted(body.setup)
      if (path === '/api/draft') return Response.json({ board: server.view().board, echo: null })
      if (!path.endsWith('/entries')) return Response.json(server.view())
      const status = server.take(body)
      return Response.json(status < 300 ? server.view() : { status, detail: 'changed', title: '', type: '' }, {
        status,
      })
    })
  }
  async function opened() {
    const board = useBoard()
    const open = board.open('look')
    await vi.runAllTimersAsync()
    await open
    return board
  }
  const laneOf = (board: ReturnType<typeof useBoard>, id: string) => board.board?.lanes.find((l) => l.id === id) as Lane

  it('counts each one, writes one entry when the hand rests, and goes on from what is on its way', async () => {
    const board = await opened()
    server.delay = () => 3000
    for (let n = 0; n < 3; n++) board.raise(laneOf(board, 'rim'), 0.1)
    await vi.advanceTimersByTimeAsync(REST - 10)
    board.raise(laneOf(board, 'rim'), 0.1)
    await vi.advanceTimersByTimeAsync(REST)
    expect(board.waiting).toBe(1)
    // That one is out and not answered: the next counts on from it.
    for (let n = 0; n < 20; n++) board.turn(laneOf(board, 'rim'), 'down')
    board.raise(laneOf(board, 'rim'), 1)
    await vi.advanceTimersByTimeAsync(30_000)
    const [light, level] = ['rim', 1.4]
    expect(server.entries).toEqual([
      { target: { light, level: 0.4 } },
      { dial: { light, dial: '-6' } },
      { target: { light, level } },
    ])
    expect(laneOf(board, 'rim')).toMatchObject({ wish: level, dial: { now: '-6' } })
    expect(board.waiting).toBe(0)
  })

  it('takes steps away that are put away before they are written', async () => {
    const board = await opened()
    board.raise(laneOf(board, 'rim'), 0.1)
    board.giveUp()
    await vi.advanceTimersByTimeAsync(10 * REST)
    expect(server.entries).toEqual([])
    board.raise(laneOf(board, 'rim'), 0.1)
    await vi.advanceTimersByTimeAsync(10 * REST)
    expect(server.entries).toEqual([{ target: { light: 'rim', level: 0.1 } }])
  })

  it('shows what steps lead to on what stands now, once another entry is there', async () => {
    const board = await opened()
    const asked: number[] = []
    server.drafted = (setup) => asked.push(setup.frames)
    board.write({ frame: {} })
    board.raise(laneOf(board, 'rim'), 0.1)
    await vi.advanceTimersByTimeAsync(REST - 100)
    expect(asked).toEqual([3, 4])
    await vi.advanceTimersByTimeAsync(REST)
    expect(server.entries).toEqual([{ frame: {} }, { target: { light: 'rim', level: 0.1 } }])
  })

  it('writes what was meant when the page is left', async () => {
    const board = await opened()
    board.raise(laneOf(board, 'rim'), 0.1)
    window.dispatchEvent(new Event('pagehide'))
    expect(board.waiting).toBe(1)
  })

  it('ends with the tape, the screen and the hand in agreement, whatever was stepped and however late it was answered', async () => {
    const press = fc.record({
      light: fc.constantFrom('rim', 'hair'),
      what: fc.constantFrom('up', 'down', 'dial up', 'dial down', 'rest', 'note'),
    })
    const run = async (presses: { light: string; what: string }[], delays: number[]) => {
      begin()
      const board = await opened()
      let asked = 0
      server.delay = () => delays[asked++ % delays.length] ?? 0
      const [levels, dials] = [{ ...server.levels }, { ...server.dials }]
      for (const { light, what } of presses) {
        const lane = laneOf(board, light)
        if (what === 'rest') await vi.advanceTimersByTimeAsync(REST + 100)
        else if (what === 'note') board.write({ note: { text: 'seen' } })
        else if (what.startsWith('dial')) {
          board.turn(lane, what === 'dial up' ? 'up' : 'down')
          dials[light] = (dials[light] ?? 0) + (what === 'dial up' ? -1 : 1)
        } else {
          board.raise(lane, what === 'up' ? 0.1 : -0.1)
          levels[light] = Math.round((levels[light] ?? 0) * 10 + (what === 'up' ? 1 : -1)) / 10
        }
      }
      await vi.advanceTimersByTimeAsync(600_000)
      expect([server.levels, server.dials]).toEqual([levels, dials])
      expect(['rim', 'hair'].map((id) => laneOf(board, id).wish)).toEqual([levels.rim, levels.hair])
      expect([board.waiting, board.view?.version]).toEqual([0, server.version])
    }
    const any = fc.asyncProperty(
      fc.array(press, { maxLength: 20 }),
      fc.array(fc.constantFrom(0, 300, 900, 2000), { minLength: 1, maxLength: 5 }),
      run,
    )
    await fc.assert(any, { numRuns: 60 })
  })
})

import fc from 'fast-check'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Lane, SetupView } from '@/api/client'
import { useBoard } from './board'

const REST = 500

type Told = Record<string, Record<string, string | number>>

/** A server that keeps a tape of two lights' wishes and dials, and answers when it is let to. */
class Server {
  version = 3
  levels: Record<string, number> = {}
  dials: Record<string, number> = {}
  /** All that was written, and what of it stands or can be brought back. */
  entries: Told[] = []
  standing: { id: string; entry: Told }[] = []
  undone: { id: string; entry: Told }[] = []
  /** How long each answer takes, milliseconds. */
  delay: () => number = () => 0
  /** What becomes of an answer: it may get lost on the way back, or the entry may come twice. */
  fate: () => 'comes' | 'lost' | 'twice' = () => 'comes'
  /** Is told of each draft, and of the setup that it was asked for. */
  drafted: (setup: { frames: number }) => void = () => undefined
  readonly seen = new Set<string>()

  constructor() {
    this.follow()
  }

  view(): SetupView {
    const scale = Array.from({ length: 81 }, (_, n) => `-${n / 10}`)
    const lanes = Object.keys(this.levels).map((id) => {
      const at = this.dials[id] ?? 0
      const dial = {
        now: scale[at],
        settings: scale.map((written) => ({ written, stops: Number(written) })),
      }
      return { id, kind: 'light', wish: this.levels[id], dial }
    })
    return {
      id: 'look',
      version: this.version,
      setup: { lights: [{ id: 'rim' }, { id: 'hair' }], frames: this.version },
      board: { lanes, next: { kind: 'shoot', lane: 'rim', say: [], why: [] } },
      tape: { items: this.standing.map(({ id }) => ({ id })), earlier: false },
      undo: this.standing.at(-1)?.id ?? null,
      redo: this.undone.at(-1)?.id ?? null,
    } as unknown as SetupView
  }

  /** Writes an entry, as the record does: a decision on an older version is refused, what was seen never is. */
  take({ id, base, entry }: { id: string; base: number; entry: Told }): number {
    if (this.seen.has(id)) return 200
    if (base !== this.version && !entry.note && !entry.frame) return 409
    const back = entry.undo ?? entry.redo
    if (back) {
      const [from, to] = entry.undo ? [this.standing, this.undone] : [this.undone, this.standing]
      if (from.at(-1)?.id !== back.of) return 422
      to.push(...from.splice(-1))
    } else {
      this.standing.push({ id, entry })
      this.undone = []
    }
    this.seen.add(id)
    this.version += 1
    this.entries.push(entry)
    this.follow()
    return 201
  }

  /** How it stands follows from the tape alone. */
  private follow(): void {
    this.levels = { rim: 0, hair: 1 }
    this.dials = { rim: 40, hair: 40 }
    for (const { entry } of this.standing) {
      if (entry.target) this.levels[String(entry.target.light)] = Number(entry.target.level)
      if (entry.dial) this.dials[String(entry.dial.light)] = Math.round(-10 * Number(entry.dial.dial))
    }
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
      const fate = server.fate()
      const status = server.take(body)
      if (fate === 'twice') server.take(body)
      if (fate === 'lost' && status < 300) throw new TypeError('lost')
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

  it('loses nothing and puts nothing on another light, whatever is undone, whoever writes, and whatever becomes of the answers', async () => {
    const act = fc.record({
      light: fc.constantFrom('rim', 'hair'),
      what: fc.constantFrom('up', 'down', 'dial', 'rest', 'note', 'undo', 'redo', 'other'),
    })
    const run = async (
      acts: { light: string; what: string }[],
      delays: number[],
      fates: ('comes' | 'lost' | 'twice')[],
    ) => {
      begin()
      const board = await opened()
      let [asked, answered, notes] = [0, 0, 0]
      server.delay = () => delays[asked++ % delays.length] ?? 0
      server.fate = () => fates[answered++ % fates.length] ?? 'comes'
      const touched = new Set<string>()
      for (const { light, what } of acts) {
        const lane = laneOf(board, light)
        if (what === 'rest') await vi.advanceTimersByTimeAsync(REST + 100)
        else if (what === 'undo') board.undo()
        else if (what === 'redo') board.redo()
        else if (what === 'note') {
          notes += 1
          board.write({ note: { text: 'seen' } })
        } else if (what === 'other') {
          // Somebody else, through another page, and word of it.
          server.take({ id: `other ${asked} ${notes}`, base: server.version, entry: { frame: {} } })
          board.accept(server.view())
        } else {
          touched.add(light)
          if (what === 'dial') board.turn(lane, 'down')
          else board.raise(lane, what === 'up' ? 0.1 : -0.1)
        }
      }
      await vi.advanceTimersByTimeAsync(600_000)
      board.accept(server.view())
      expect([board.waiting, board.view?.version]).toEqual([0, server.version])
      const shown = ['rim', 'hair'].map((id) => [laneOf(board, id).wish, laneOf(board, id).dial?.now])
      expect(shown).toEqual(['rim', 'hair'].map((id) => [server.levels[id], `-${(server.dials[id] ?? 0) / 10}`]))
      // What was seen is never refused; what was decided is on the light that it was decided for.
      expect(server.entries.filter((e) => e.note)).toHaveLength(notes)
      const lights = server.entries.flatMap((e) => [e.target?.light, e.dial?.light].filter(Boolean).map(String))
      expect(lights.filter((light) => !touched.has(light))).toEqual([])
    }
    const any = fc.asyncProperty(
      fc.array(act, { maxLength: 20 }),
      fc.array(fc.constantFrom(0, 300, 900, 2000), { minLength: 1, maxLength: 5 }),
      fc
        .array(fc.constantFrom('comes' as const, 'lost' as const, 'twice' as const), { minLength: 1, maxLength: 4 })
        .map(
          // Not all of them get lost for ever.
          (fates) => [...fates, 'comes' as const],
        ),
      run,
    )
    await fc.assert(any, { numRuns: 60 })
  })
})

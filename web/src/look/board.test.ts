import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Board, SetupView } from '@/api/client'
import { useBoard } from './board'
import { stackOf } from './past'
import { useNotices } from '@/ui/notices'

const lanes = ['room', 'camera', 'key', 'fill', 'whole', 'frame']

function boardOf(next: string): Board {
  return {
    lanes: lanes.map((id, i) => ({ id, number: i + 1 })),
    next: { kind: 'meter_light', lane: next, say: [], why: [] },
  } as unknown as Board
}

function viewOf(version: number, next: string, more: Partial<SetupView> = {}): SetupView {
  return {
    id: 'look',
    version,
    setup: { lights: [{ id: 'key' }, { id: 'fill' }] },
    board: boardOf(next),
    tape: { items: [], earlier: false },
    undo: null,
    redo: null,
    ...more,
  } as unknown as SetupView
}

interface Sent {
  id: string
  base: number
  entry: { note: { text: string } }
}
type Answer = { status: number; body: unknown }
const ok = (body: unknown): Answer => ({ status: 200, body })

describe('the open setup', () => {
  let asked: { path: string; body: Sent }[]
  let answer: (path: string, body: Sent) => Answer | Promise<Answer>

  beforeEach(() => {
    setActivePinia(createPinia())
    localStorage.clear()
    asked = []
    vi.stubGlobal('fetch', async (request: Request) => {
      const path = new URL(request.url).pathname
      const text = await request.text()
      const body = text ? JSON.parse(text) : undefined
      asked.push({ path, body })
      const { status, body: told } = await answer(path, body)
      return new Response(JSON.stringify(told), { status, headers: { 'content-type': 'application/json' } })
    })
  })

  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  const served = (view: SetupView) => (path: string) => ok(path === '/api/scales' ? { isos: [] } : view)

  async function opened(view = viewOf(3, 'key')) {
    answer = served(view)
    const board = useBoard()
    await board.open('look')
    return board
  }

  it('opens on the lane of the next move', async () => {
    expect((await opened()).chosen).toBe('key')
  })

  it('goes on to the next lane after an entry, but not away from one that was just chosen by hand', async () => {
    vi.useFakeTimers()
    const board = await opened()
    board.accept(viewOf(4, 'fill'))
    expect(board.chosen).toBe('fill')
    board.choose('room')
    board.accept(viewOf(5, 'key'))
    expect(board.chosen).toBe('room')
    vi.advanceTimersByTime(11_000)
    board.accept(viewOf(6, 'key'))
    expect(board.chosen).toBe('key')
  })

  it('stays where a hand makes steps, whatever the board would go on to', async () => {
    vi.useFakeTimers()
    const board = await opened()
    board.choose('fill')
    vi.advanceTimersByTime(11_000)
    board.step({ of: 'a', now: () => 1, next: (n) => n + 1, entry: () => ({ note: { text: 'a step' } }) })
    board.accept(viewOf(4, 'key'))
    expect(board.chosen).toBe('fill')
  })

  it('chooses only lanes that are there, and leaves one that is gone', async () => {
    const board = await opened()
    board.choose('hair')
    expect(board.chosen).toBe('key')
    board.choose('fill')
    const gone = viewOf(4, 'key')
    gone.board.lanes = gone.board.lanes.filter((l) => l.id !== 'fill')
    board.accept(gone)
    expect(board.chosen).toBe('key')
  })

  it('shows what a dragged target would do, and drops it again', async () => {
    const board = await opened()
    const draft = boardOf('fill')
    answer = () => ok({ board: draft, echo: null })
    await board.tryOut({ note: { text: 'a' } }, true)
    expect(board.board).toEqual(draft)
    board.giveUp()
    expect(board.board).toEqual(board.view?.board)
  })

  it('keeps a reading that is only typed out of the board', async () => {
    const board = await opened()
    answer = () => ok({ board: boardOf('fill'), echo: null })
    await board.tryOut({ note: { text: 'a' } }, false)
    expect(board.draft).toBeDefined()
    expect(board.board).toEqual(board.view?.board)
  })

  it('asks one draft at a time and ends with the answer to the last one', async () => {
    const board = await opened()
    asked = []
    answer = async (_, body) => {
      await Promise.resolve()
      return ok({ board: boardOf(body.entry.note.text), echo: null })
    }
    const texts = ['key', 'fill', 'room', 'whole']
    await Promise.all(texts.map((text) => board.tryOut({ note: { text } }, true)))
    expect(asked.length).toBeLessThan(texts.length)
    expect(board.draft?.board.next.lane).toBe('whole')
  })

  it('says where a draft is wrong', async () => {
    const board = await opened()
    const detail = 'abc is no reading.'
    answer = () => ({ status: 422, body: { status: 422, detail, field: 'entry.reading.shows', title: '', type: '' } })
    await board.tryOut({ note: { text: 'a' } }, false)
    expect(board.draftRefused?.problem.field).toBe('entry.reading.shows')
    expect((await board.check({ note: { text: 'a' } }))?.problem.detail).toBe(detail)
  })

  it('looks again when somebody else wrote meanwhile, and says so', async () => {
    const board = await opened()
    const theirs = viewOf(5, 'whole')
    answer = (path) =>
      path.endsWith('/entries')
        ? { status: 409, body: { status: 409, detail: 'This setup was changed meanwhile.', title: '', type: '' } }
        : ok(theirs)
    board.write({ camera: { aperture: '8', shutter: '1/125', iso: '100' } })
    await vi.waitFor(() => expect(board.view?.version).toBe(5))
    expect(useNotices().now).toMatchObject({ words: 'This setup was changed meanwhile.', warn: true })
  })

  it('undoes and redoes by the name of the entry, and not at all where there is none', async () => {
    const board = await opened(viewOf(3, 'key', { undo: 'a', redo: 'b' }))
    answer = (_, body) => ok(viewOf(body.base + 1, 'key'))
    asked = []
    board.undo()
    await vi.waitFor(() => expect(board.view?.version).toBe(4))
    expect(asked[0]?.body).toMatchObject({ base: 3, entry: { undo: { of: 'a' } } })
    board.undo()
    board.redo()
    expect(asked).toHaveLength(1)
  })

  it('takes back what was written last, though it is not answered yet', async () => {
    const tape = { items: [{ id: 'first' }, { id: 'before' }], earlier: false }
    const board = await opened(viewOf(3, 'key', { undo: 'before', tape } as never))
    // Nothing is answered meanwhile: a reload would lose none of it.
    answer = () => new Promise(() => undefined)
    asked = []
    board.write({ note: { text: 'a reading' } })
    board.undo()
    board.undo()
    board.undo()
    expect(board.canUndo).toBe(false)
    board.redo()
    expect(board.waiting).toBe(5)
    const [reading] = await vi.waitFor(() => (expect(asked).toHaveLength(1), asked))
    answer = (_, body) => ok(viewOf(body.base + 1, 'key'))
    expect(reading?.body.entry).toMatchObject({ note: {} })
  })

  it('counts undo and redo on from what is on its way', () => {
    const view = (standing: string[], more: object) =>
      ({ tape: { items: standing.map((id) => ({ id })) }, ...more }) as never
    const note = (id: string) => ({ id, entry: { note: { text: 'a' } } })
    const undo = (of: string) => ({ id: `undo ${of}`, entry: { undo: { of } } })
    const redo = (of: string) => ({ id: `redo ${of}`, entry: { redo: { of } } })
    const now = view(['a', 'b'], { undo: 'b', redo: 'c' })
    expect(stackOf(now, [])).toEqual({ undo: ['a', 'b'], redo: ['c'] })
    expect(stackOf(now, [note('d')])).toEqual({ undo: ['a', 'b', 'd'], redo: [] })
    expect(stackOf(now, [note('d'), undo('d'), undo('b')])).toEqual({ undo: ['a'], redo: ['d', 'b'] })
    expect(stackOf(now, [undo('b'), redo('b')])).toEqual({ undo: ['a', 'b'], redo: ['c'] })
    // What is shown already, and only not answered yet, is not counted twice.
    expect(stackOf(view(['a', 'd'], { undo: 'd' }), [note('d'), undo('b')])).toEqual({ undo: ['a', 'd'], redo: [] })
  })

  it('does the next move once it is seen, though the answer to what was typed before it is still on its way', async () => {
    const board = await opened(viewOf(3, 'key'))
    // The answer to it is late, and word of it comes first by the stream.
    answer = () => new Promise(() => undefined)
    board.write({ note: { text: 'typed' } })
    await vi.waitFor(() => expect(asked.some((a) => a.body)).toBe(true))
    expect(board.doNext()).toBeUndefined()
    const { id } = asked.findLast((a) => a.body)?.body as Sent
    const next = {
      ...boardOf('fill'),
      next: { kind: 'fill', action: { label: 'Dialled', entry: { note: { text: 'next' } } } },
    }
    board.accept(viewOf(4, 'fill', { board: next as never, tape: { items: [{ id }], earlier: false } as never }))
    expect(board.doNext()).toBe('fill')
    expect(board.waiting).toBe(2)
  })

  it('writes nothing while an earlier moment is shown, and says so; others may write meanwhile', async () => {
    const board = await opened(viewOf(3, 'key', { undo: 'a' }))
    answer = () => ok({ setup: { lights: [] }, board: boardOf('room') })
    await board.lookAt({ id: 'x', at: '2026-11-25T20:04:00Z' } as never)
    asked = []
    board.write({ note: { text: 'by accident' } })
    board.undo()
    board.step({ of: 'a', now: () => 1, next: (n) => n + 1, entry: () => ({ note: { text: 'a step' } }) })
    expect(board.doNext()).toBeUndefined()
    expect([board.waiting, asked]).toEqual([0, []])
    expect(useNotices().now?.words).toContain('nothing is written in it')
    board.accept(viewOf(4, 'fill'))
    expect(board.moment?.id).toBe('x')
    // On from there: one entry.
    answer = (_, body) => ok(viewOf(body.base + 1, 'key'))
    board.goOn()
    expect(board.moment).toBeUndefined()
    await vi.waitFor(() => expect(board.view?.version).toBe(5))
    expect(asked.map((a) => a.body)).toMatchObject([{ base: 4, entry: { go_on: { of: 'x' } } }])
  })

  it('leaves a moment that comes late alone', async () => {
    const board = await opened()
    let come: (() => void) | undefined
    const held = new Promise<void>((go) => (come = go))
    answer = async () => (await held, ok({ setup: { lights: [] }, board: boardOf('room') }))
    const late = board.lookAt({ id: 'x', at: '2026-11-25T20:04:00Z' } as never)
    void board.lookAt(undefined)
    come?.()
    await late
    expect(board.moment).toBeUndefined()
  })

  it('goes on where the headline goes once a reading is logged, though another lane was chosen by hand', async () => {
    const board = await opened()
    board.choose('fill')
    answer = (_, body) => ok(viewOf(body.base + 1, 'whole'))
    board.write({ reading: { of: 'fill', shows: '5.6 1' } } as never)
    await vi.waitFor(() => expect(board.chosen).toBe('whole'))
    // The same look, opened again, stays where it was.
    board.choose('fill')
    answer = served(viewOf(4, 'key'))
    await board.open('look')
    expect(board.chosen).toBe('fill')
  })

  it('shows a moment of the tape until it is left', async () => {
    const board = await opened()
    const then = { setup: { lights: [] }, board: boardOf('room') }
    answer = () => ok(then)
    const item = { id: 'x' } as never
    await board.lookAt(item)
    expect([board.board, board.setup]).toEqual([then.board, then.setup])
    await board.lookAt(item)
    expect(board.moment).toBeUndefined()
    expect(board.setup).toBe(board.view?.setup)
  })

  it('does not go back to an answer that comes late, nor to a look that was left meanwhile', async () => {
    const board = await opened(viewOf(5, 'key'))
    board.accept(viewOf(4, 'fill'))
    expect(board.view?.version).toBe(5)
    board.accept(viewOf(7, 'fill', { id: 'another look' }))
    expect([board.view?.id, board.view?.version]).toEqual(['look', 5])
    let late: (() => void) | undefined
    const held = new Promise<void>((go) => (late = go))
    answer = async (path) => {
      if (path === '/api/setups/slow') await held
      return ok(viewOf(1, 'key', { id: path.split('/').at(-1) }))
    }
    const slow = board.open('slow')
    await board.open('quick')
    late?.()
    await slow
    expect(board.view?.id).toBe('quick')
  })

  it('takes a new name of the same version', async () => {
    const board = await opened()
    board.accept(viewOf(3, 'key', { name: 'Second light' }))
    expect(board.view?.name).toBe('Second light')
  })

  it('puts earlier entries before the tape once, though they are asked for twice', async () => {
    const item = (seq: number) => ({ id: String(seq), seq }) as never
    const board = await opened(viewOf(9, 'key', { tape: { items: [item(8), item(9)], earlier: true } }))
    answer = () => ok({ items: [item(6), item(7)], earlier: false })
    await Promise.all([board.loadEarlier(), board.loadEarlier()])
    expect(board.tape.map((i) => i.seq)).toEqual([6, 7, 8, 9])
    expect(board.moreEarlier).toBe(false)
  })

  it('tells why a look can not be opened', async () => {
    answer = (path) =>
      path === '/api/scales'
        ? ok({})
        : { status: 404, body: { status: 404, detail: 'There is no setup x.', title: '', type: '' } }
    const board = useBoard()
    await board.open('x')
    expect(board.failed).toBe('There is no setup x.')
  })
})

import { createPinia, setActivePinia } from 'pinia'
import { nextTick } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type Entry, type SetupView } from '@/api/client'
import { useBoard } from '@/look/board'
import { useNotices } from '@/ui/notices'
import { usePlan } from './store'

const view = (version: number) =>
  ({
    id: 'look',
    setup: { lights: [] },
    version,
    board: { lanes: [], next: { lane: 'key' } },
    tape: { items: [], earlier: false },
  }) as unknown as SetupView
const placed = (x: number): Entry => ({ placed: { light: 'fill', place: { at: { x, y: 1.5, z: 1 } } } })
const drawn = (name: string, lanes: unknown[] = []) => ({
  plan: { name, contours: [{ light: name, lines: [] }] },
  board: { lanes },
})

describe('a light that is dragged', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    setActivePinia(createPinia())
    useBoard().accept(view(3))
  })

  function answering() {
    return vi.spyOn(api, 'POST').mockImplementation(((_: string, { body }: { body: { entry?: Entry } }) => {
      const data = body.entry ? drawn('fill', [{ id: 'fill' }]) : drawn('key')
      return Promise.resolve({ data, response: new Response() })
    }) as never)
  }
  const settle = () => vi.advanceTimersByTimeAsync(1)

  it('shows where it would lie and what it would read, and is written once when it is let go', async () => {
    answering()
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    plan.look()
    await nextTick()
    await settle()
    expect(plan.shown).toMatchObject({ name: 'key' })
    await plan.move(placed(0.5))
    await plan.move(placed(0.6))
    expect(plan.shown).toMatchObject({ name: 'fill' })
    expect(plan.ghosts).toHaveLength(1)
    // The others' lines stay as they stand.
    expect(plan.contours.map((c) => c.light)).toEqual(['fill', 'key'])
    expect(write).not.toHaveBeenCalled()
    plan.drop()
    plan.drop()
    expect(write).toHaveBeenCalledExactlyOnceWith(placed(0.6))
    expect(plan.ghosts).toBeUndefined()
    // What it led to stays until the entry is there.
    expect(plan.shown).toMatchObject({ name: 'fill' })
    useBoard().accept(view(4))
    await nextTick()
    await settle()
    expect(plan.shown).toMatchObject({ name: 'key' })
  })

  it('does not flash back to where it was between the entry and the new plan', async () => {
    let served = drawn('key')
    let slow: ((answer: unknown) => void) | undefined
    vi.spyOn(api, 'POST').mockImplementation(((_: string, { body }: { body: { entry?: Entry } }) => {
      const answer = { data: body.entry ? drawn('moved') : served, response: new Response() }
      return slow && !body.entry ? new Promise((r) => (slow = r)).then(() => answer) : Promise.resolve(answer)
    }) as never)
    vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    plan.look()
    await nextTick()
    await settle()
    await plan.move(placed(0.6))
    plan.drop()
    slow = () => undefined
    served = drawn('written')
    useBoard().accept(view(4))
    await nextTick()
    await settle()
    expect(plan.shown).toMatchObject({ name: 'moved' })
    slow(undefined)
    await settle()
    expect(plan.shown).toMatchObject({ name: 'written' })
    expect(plan.moving).toBeUndefined()
  })

  it('goes back where it can not stand there, and says why', async () => {
    vi.spyOn(api, 'POST').mockResolvedValue({
      error: { status: 422, detail: 'Rim would stand in the wall.', title: '', type: '' },
      response: new Response(null, { status: 422 }),
    } as never)
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    await plan.move(placed(9))
    expect(plan.refused).toBe('Rim would stand in the wall.')
    plan.drop()
    expect(write).not.toHaveBeenCalled()
    expect(plan.moving).toBeUndefined()
    expect(useNotices().now).toMatchObject({ words: 'Not moved. Rim would stand in the wall.', warn: true })
  })

  it('is written where it was let go, though a place on the way was refused', async () => {
    const refusal = {
      error: { status: 422, detail: 'No.', title: '', type: '' },
      response: new Response(null, { status: 422 }),
    }
    let answer: (with_: unknown) => void = () => undefined
    vi.spyOn(api, 'POST')
      .mockResolvedValueOnce(refusal as never)
      .mockReturnValueOnce(new Promise((r) => (answer = r)) as never)
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    await plan.move(placed(9))
    void plan.move(placed(0.5))
    plan.drop()
    expect(write).toHaveBeenCalledExactlyOnceWith(placed(0.5))
    answer({ data: drawn('fill'), response: new Response() })
    await settle()
    expect(plan.shown).toMatchObject({ name: 'fill' })
  })

  it('shows the plan of an earlier moment while that is looked at, and moves nothing in it', async () => {
    const asked: unknown[] = []
    vi.spyOn(api, 'POST').mockImplementation(((_: string, { body }: { body: { setup: unknown } }) => {
      asked.push(body.setup)
      return Promise.resolve({ data: drawn('any'), response: new Response() })
    }) as never)
    const then = { lights: [], look: 'as it was' }
    const [board, plan] = [useBoard(), usePlan()]
    plan.look()
    await nextTick()
    const told = { data: { setup: then, board: board.view?.board }, response: new Response() }
    vi.spyOn(api, 'GET').mockResolvedValue(told as never)
    await board.lookAt({ id: 'x' } as never)
    await nextTick()
    await settle()
    expect(asked.at(-1)).toEqual(then)
    await plan.move(placed(0.4))
    expect(plan.moving).toBeUndefined()
    expect(asked).toHaveLength(2)
  })

  it('is put away without a trace', async () => {
    answering()
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    await plan.move(placed(0.5))
    plan.putAway()
    plan.drop()
    expect(write).not.toHaveBeenCalled()
    expect(plan.moving).toBeUndefined()
  })

  it('writes several steps by key as one, when the hand rests', async () => {
    answering()
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    plan.nudge(placed(0.5))
    await vi.advanceTimersByTimeAsync(300)
    plan.nudge(placed(0.55))
    await vi.advanceTimersByTimeAsync(590)
    expect(write).not.toHaveBeenCalled()
    await vi.advanceTimersByTimeAsync(20)
    expect(write).toHaveBeenCalledExactlyOnceWith(placed(0.55))
  })

  it('writes the steps of one thing before another is moved, and nothing in the middle of a drag', async () => {
    answering()
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    const other: Entry = { placed: { light: 'key', place: { at: { x: 1, y: 2, z: 1 } } } }
    plan.nudge(placed(0.5))
    await vi.advanceTimersByTimeAsync(300)
    plan.nudge(other)
    expect(write).toHaveBeenCalledExactlyOnceWith(placed(0.5))
    await vi.advanceTimersByTimeAsync(300)
    // The hand takes the key itself now: what it moves is written when it is let go.
    void plan.move(other)
    await vi.advanceTimersByTimeAsync(5000)
    expect(write).toHaveBeenCalledOnce()
    plan.giveUp()
    plan.drop()
    expect(write).toHaveBeenCalledOnce()
    // A press alone takes no step by key away.
    plan.nudge(other)
    plan.giveUp()
    await vi.advanceTimersByTimeAsync(600)
    expect(write).toHaveBeenLastCalledWith(other)
  })

  it('does not move the sitter twice by what is on its way already', async () => {
    answering()
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const plan = usePlan()
    plan.look()
    const sitter = (x: number): Entry => ({ sitter_moved: { x, z: 0 } })
    plan.nudge(sitter(0.25))
    await vi.advanceTimersByTimeAsync(600)
    // Told from where the plan has the sitter, which does not know of the first step yet.
    plan.nudge(sitter(0.5))
    await vi.advanceTimersByTimeAsync(600)
    expect(write.mock.calls).toEqual([[sitter(0.25)], [sitter(0.25)]])
    // The plan that has both is there: from now on it is told from there.
    useBoard().accept(view(5))
    await nextTick()
    await settle()
    plan.nudge(sitter(0.125))
    await vi.advanceTimersByTimeAsync(600)
    expect(write).toHaveBeenLastCalledWith(sitter(0.125))
  })
})

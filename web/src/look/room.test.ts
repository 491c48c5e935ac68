import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type RoomWay, type SetupView } from '@/api/client'
import { useBoard } from './board'
import { useNotices } from '@/ui/notices'
import { useRoom } from './room'

const entries = [
  { camera: { aperture: '4', shutter: '1/250', iso: '200' } },
  { dial: { light: 'key', dial: '1/8' } },
  { dial: { light: 'fill', dial: '1/8 +0.2' } },
]
const way = { id: 'aperture', name: 'Stop down', entries } as unknown as RoomWay

describe('a way on trial', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    const now = { id: 'look', setup: {}, version: 3, board: { lanes: [], next: { lane: 'key' } }, tape: { items: [] } }
    useBoard().accept(now as unknown as SetupView)
  })

  it('is drafted as a whole and keeps nothing', async () => {
    const post = vi
      .spyOn(api, 'POST')
      .mockResolvedValue({ data: { board: { lanes: [] } }, response: new Response() } as never)
    const write = vi.spyOn(useBoard(), 'write')
    const room = useRoom()
    await room.tryWay(way)
    expect(post).toHaveBeenCalledWith('/api/draft', { body: { setup: {}, entry: entries[0], then: entries.slice(1) } })
    expect(room.tried?.way.name).toBe('Stop down')
    expect(write).not.toHaveBeenCalled()
    room.putAway()
    expect(room.tried).toBeUndefined()
  })

  it('lies on the board though the same look is fetched again meanwhile, and not on a look that went on', async () => {
    const board = useBoard()
    const again = (version: number) =>
      board.accept({ ...structuredClone(JSON.parse(JSON.stringify(board.view))), version } as SetupView)
    let answer: (drafted: unknown) => void = () => undefined
    vi.spyOn(api, 'POST').mockImplementation((() => new Promise((done) => (answer = done))) as never)
    const drafted = { data: { board: { lanes: [] } }, response: new Response() }
    const room = useRoom()
    for (const [version, lies] of [
      [3, true],
      [4, false],
    ] as const) {
      room.putAway()
      const tried = room.tryWay(way)
      again(version)
      answer(drafted)
      await tried
      expect(room.tried !== undefined).toBe(lies)
    }
  })

  it('is written entry by entry, in order, once it is used', () => {
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    useRoom().use(way)
    expect(write.mock.calls.map(([entry]) => entry)).toEqual(entries)
  })

  it('says why it can’t be tried, and is not on trial then', async () => {
    vi.spyOn(api, 'POST').mockRejectedValue(new Error('gone'))
    const say = vi.spyOn(useNotices(), 'say')
    const room = useRoom()
    await room.tryWay(way)
    expect(say).toHaveBeenCalledWith('The server is out of reach.', { warn: true })
    expect(room.tried).toBeUndefined()
  })
})

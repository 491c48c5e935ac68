import { defineStore } from 'pinia'
import { markRaw, shallowRef, watch } from 'vue'
import {
  answered,
  api,
  type Board,
  type Entry,
  type Question,
  type RoomWay,
  type Setup,
  type Study,
  type Ways,
} from '@/api/client'
import { useAsking } from '@/api/asking'
import { useBoard } from './board'
import { drafted } from './draft'
import { useNotices } from '@/ui/notices'

/** What the room asks for and the shutter allows: the ways to the wish, and the studies beside the board. */
export const useRoom = defineStore('room', () => {
  const board = useBoard()
  const notices = useNotices()
  // Raw: a store would unwrap what lies within.
  const ways = markRaw(
    useAsking<{ setup: Setup; entry?: Entry }, Ways>((body) => answered(api.POST('/api/ways', { body }))),
  )
  const study = markRaw(
    useAsking<{ setup: Setup; question: Question }, Study>((body) => answered(api.POST('/api/study', { body }))),
  )
  /** A way that lies on the board as a ghost, and the board as it would then be. */
  const tried = shallowRef<{ way: RoomWay; board: Board }>()

  /** Which way is asked about. */
  let asking: { way: RoomWay } | undefined

  // Another look has other ways.
  watch(
    () => board.view?.id,
    (_, left) => {
      if (!left) return
      ways.giveUp()
      study.giveUp()
      putAway()
    },
  )

  /** Puts a way on the board as a ghost; it is not kept. */
  async function tryWay(way: RoomWay): Promise<void> {
    const [entry, ...rest] = way.entries
    const at = board.view
    if (!entry || !at) return
    try {
      const asked = (asking = { way })
      const { board: then } = await drafted(at.setup, entry, rest)
      // Another one is tried by now, or the look was changed or left. Fetched again meanwhile, as it was, it is the same.
      const same = board.view?.id === at.id && board.view.version === at.version
      if (asking === asked && same) tried.value = { way, board: then }
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
    }
  }

  function putAway(): void {
    asking = undefined
    tried.value = undefined
  }

  /** Writes what a way asks for: the camera, then each dial. */
  function use(way: RoomWay): void {
    tried.value = undefined
    for (const entry of way.entries) board.write(entry)
  }

  return { ways, study, tried, tryWay, putAway, use }
})

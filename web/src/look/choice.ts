import { computed, ref } from 'vue'
import type { Board } from '@/api/client'

/** How long a lane that was chosen by hand stays chosen, whatever the board would go on to. */
const HELD_MS = 10_000

/** Which lane is chosen: by hand, else the one of the next move. */
export function useChoice(board: () => Board | undefined) {
  const chosen = ref('room')
  let byHandAt = 0
  let fresh = false

  function choose(id: string): void {
    if (!board()?.lanes.some((l) => l.id === id)) return
    chosen.value = id
    hold()
  }

  /** A hand is at work: what is chosen stays so for a while. */
  function hold(): void {
    byHandAt = Date.now()
  }

  /** What was chosen by hand has served: the board may go on. */
  function letGo(): void {
    byHandAt = 0
  }

  /** A look is opened: another one begins where its next move is, the same one stays where it was. */
  function begin(other: boolean): void {
    if (!other) return
    fresh = true
    letGo()
  }

  /** A board came; `goOn`: its next move counts, unless something was chosen by hand just now. */
  function follow(now: Board, goOn: boolean): void {
    const held = Date.now() - byHandAt <= HELD_MS
    if (fresh || (goOn && !held) || !now.lanes.some((l) => l.id === chosen.value)) chosen.value = now.next.lane
    fresh = false
  }

  return { chosen: computed(() => chosen.value), choose, hold, letGo, begin, follow }
}

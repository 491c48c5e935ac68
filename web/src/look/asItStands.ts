import { onUnmounted, watch } from 'vue'
import { useBoard } from './board'

/** Opens a look as it stands now, whatever moment of it was looked at, and leaves it with the view. */
export function useAsItStands(id: () => string): void {
  const board = useBoard()
  onUnmounted(board.leave)
  watch(
    id,
    (now) => {
      void board.lookAt(undefined)
      void board.open(now)
    },
    { immediate: true },
  )
}

import { unrefElement, type MaybeComputedElementRef } from '@vueuse/core'
import { watch } from 'vue'
import { ahead } from './later'

const library = ahead(() => import('@floating-ui/dom'))

/** Room that is left to the edge of the screen, px. */
const EDGE = 8

/**
 * Places a list that opens at a button: over everything, whatever scrolls or ends around it; above the button where there is more room, at
 * least as wide as it, and no higher than fits.
 */
export function useFloating(button: MaybeComputedElementRef, list: MaybeComputedElementRef): void {
  watch([() => unrefElement(button), () => unrefElement(list)], async ([at, shown], _, onCleanup) => {
    if (!at || !(shown instanceof HTMLElement)) return
    const open = new AbortController()
    onCleanup(() => open.abort())
    const { autoUpdate, computePosition, flip, shift, size } = await library()
    if (open.signal.aborted) return
    const fit = size({
      padding: EDGE,
      apply({ availableHeight, rects }) {
        shown.style.minWidth = `${rects.reference.width}px`
        shown.style.maxHeight = `${Math.min(availableHeight, 256)}px`
      },
    })
    const middleware = [flip({ padding: EDGE }), shift({ padding: EDGE }), fit]
    const stop = autoUpdate(at, shown, () => {
      void computePosition(at, shown, { strategy: 'fixed', placement: 'bottom-end', middleware }).then(({ x, y }) => {
        Object.assign(shown.style, { left: `${x}px`, top: `${y}px`, opacity: '1' })
      })
    })
    open.signal.addEventListener('abort', stop)
  })
}

import { unrefElement, type MaybeComputedElementRef } from '@vueuse/core'
import { watch } from 'vue'
import { ahead } from './later'

const placing = ahead(() => import('./placing'))

/**
 * Places a list that opens at a button: over everything, whatever scrolls or ends around it; above the button where there is more room, at
 * least as wide as it, and no higher than fits.
 */
export function useFloating(button: MaybeComputedElementRef, list: MaybeComputedElementRef): void {
  watch([() => unrefElement(button), () => unrefElement(list)], async ([at, shown], _, onCleanup) => {
    if (!at || !(shown instanceof HTMLElement)) return
    const open = new AbortController()
    onCleanup(() => open.abort())
    const { place } = await placing()
    if (!open.signal.aborted) open.signal.addEventListener('abort', place(at, shown))
  })
}

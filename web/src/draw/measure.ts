import { createSharedComposable, useElementSize } from '@vueuse/core'
import { computed } from 'vue'

/** A length of a drawing as CSS: drawings grow with the text, as everything else does. */
export const rem = (units: number): string => `${units / 16}rem`

/** Pixels to a drawing's unit, a sixteenth of the root's font size: one, as long as nobody asked for larger text. */
export const useUnit = createSharedComposable(() => {
  // What is as wide as the root's font is high tells when that changes.
  const probe = document.createElement('div')
  probe.style.cssText = 'position:absolute;visibility:hidden;width:1rem'
  document.body.append(probe)
  const root = Number.parseFloat(getComputedStyle(document.documentElement).fontSize) || 16
  const { width } = useElementSize(() => probe, { width: root, height: 0 })
  return computed(() => (width.value || root) / 16)
})

/** How large a frame is, in the units of the drawing in it. */
export function useDrawingSize(...of: Parameters<typeof useElementSize>) {
  const unit = useUnit()
  const { width, height } = useElementSize(...of)
  return {
    width: computed(() => width.value / unit.value),
    height: computed(() => height.value / unit.value),
  }
}

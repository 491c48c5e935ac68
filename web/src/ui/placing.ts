import { autoUpdate, computePosition, flip, shift, size } from '@floating-ui/dom'

/** Room that is left to the edge of the screen, px. */
const EDGE = 8

const fit = size({
  padding: EDGE,
  apply({ availableHeight, rects, elements }) {
    elements.floating.style.minWidth = `${rects.reference.width}px`
    elements.floating.style.maxHeight = `min(${availableHeight}px, 16rem)`
  },
})
const middleware = [flip({ padding: EDGE }), shift({ padding: EDGE }), fit]

/** Keeps a list where its button is; ends by what it gives. */
export const place = (at: Element, list: HTMLElement): (() => void) =>
  autoUpdate(at, list, () => {
    void computePosition(at, list, { strategy: 'fixed', placement: 'bottom-end', middleware }).then(({ x, y }) => {
      Object.assign(list.style, { left: `${x}px`, top: `${y}px`, opacity: '1' })
    })
  })

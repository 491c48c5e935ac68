import { useEventListener } from '@vueuse/core'
import { shallowRef, type ShallowRef } from 'vue'
import { useUnit } from './measure'
import type { Spot } from './spot'

/** Where something goes that is dragged: the pointer on the drawing, and whether it moves freely instead of in steps. */
type Follow = (here: Spot, free: boolean) => void

/** A key was meant for what has the focus: it goes no farther. */
export function mine(event: KeyboardEvent): void {
  event.preventDefault()
  event.stopPropagation()
}

/**
 * What a hand has hold of on a drawing, from press to release: what is dragged follows it, and is let go once. A press alone moves nothing;
 * that, Escape whatever has focus, and a touch that is taken away, give it up.
 */
export function useHold(
  frame: Readonly<ShallowRef<HTMLElement | null>>,
  say: { drop: () => void; giveUp?: () => void },
) {
  const held = shallowRef<Follow>()
  let moved = false
  /** The finger, or the mouse, that holds it. */
  let by: number | undefined

  const unit = useUnit()
  /** The pointer on the drawing, in its units. */
  function local(event: PointerEvent | WheelEvent): Spot {
    const box = frame.value?.getBoundingClientRect()
    // Also where it is shown enlarged.
    const by = (frame.value?.offsetWidth ?? 0) / (box?.width ?? 0) || 1
    const to = by / unit.value
    return { x: (event.clientX - (box?.left ?? 0)) * to, y: (event.clientY - (box?.top ?? 0)) * to }
  }

  function take(event: PointerEvent, follow: Follow): void {
    if (event.button > 0) return
    event.stopPropagation()
    // A second finger does not take over what the first one holds.
    if (held.value) return
    // The drawing holds the pointer, not what was pressed: marks come and go while something moves.
    const pressed = event.currentTarget as SVGElement
    ;(pressed.ownerSVGElement ?? pressed).setPointerCapture(event.pointerId)
    moved = false
    by = event.pointerId
    held.value = follow
  }

  function drag(event: PointerEvent): void {
    if (!held.value || event.pointerId !== by) return
    moved = true
    held.value(local(event), event.shiftKey)
  }

  function letGo(event: PointerEvent): void {
    if (!held.value || event.pointerId !== by) return
    held.value = undefined
    if (moved) say.drop()
    else say.giveUp?.()
  }

  /** The touch was taken away: nothing was meant by it. */
  function cancelled(event: PointerEvent): void {
    if (event.pointerId === by) giveUp()
  }

  function giveUp(): void {
    if (!held.value) return
    held.value = undefined
    say.giveUp?.()
  }

  // Before the page hears of it, which may leave at Escape.
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key === 'Escape') giveUp()
    },
    { capture: true },
  )

  return { held, local, take, drag, letGo, cancelled }
}

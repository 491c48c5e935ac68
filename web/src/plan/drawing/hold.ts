import { useEventListener } from '@vueuse/core'
import { shallowRef, type ShallowRef } from 'vue'
import type { Spot } from './window'

/** Where something goes that is dragged: the pointer on the drawing in pixels, and whether it moves freely instead of in steps. */
type Follow = (here: Spot, free: boolean) => void

/** A key was meant for what has the focus: it goes no farther. */
export function mine(event: KeyboardEvent): void {
  event.preventDefault()
  event.stopPropagation()
}

/** What a hand has hold of on a drawing, from press to release. A press alone moves nothing; Escape gives it up. */
export function useHold(frame: Readonly<ShallowRef<HTMLElement | null>>, say: { drop: () => void }) {
  const held = shallowRef<Follow>()
  let moved = false

  /** The pointer on the drawing, pixels. */
  function local(event: PointerEvent | WheelEvent): Spot {
    const box = frame.value?.getBoundingClientRect()
    return { x: event.clientX - (box?.left ?? 0), y: event.clientY - (box?.top ?? 0) }
  }

  function take(event: PointerEvent, follow: Follow): void {
    if (event.button > 0) return
    event.stopPropagation()
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
    moved = false
    held.value = follow
  }

  function drag(event: PointerEvent): void {
    if (!held.value) return
    moved = true
    held.value(local(event), event.shiftKey)
  }

  function letGo(): void {
    if (held.value && moved) say.drop()
    held.value = undefined
  }

  // Before the page hears of it, which may leave at Escape.
  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key === 'Escape') held.value = undefined
    },
    { capture: true },
  )

  return { held, local, take, drag, letGo }
}

import { computed, ref } from 'vue'
import { mine } from '@/draw/hold'
import type { Spot } from '@/draw/spot'
import { arrow } from './place'
import { fitted, panned, zoomed, type Extent, type Size, type Window } from './window'

/** Which part of the plan is looked at: all of it, until it is dragged by the floor, zoomed by wheel or two fingers, or by key. */
export function useAround(
  now: () => { extent: Extent; size: Size; gone: { x: number; z: number } },
  local: (event: PointerEvent | WheelEvent) => Spot,
) {
  const byHand = ref<Window>()
  const base = computed(() => byHand.value ?? fitted(now().extent, now().size, 14))
  // The plan is told from the sitter: while that one is moved, the drawing goes along and the room stays.
  const view = computed(() => ({ ...base.value, x: base.value.x - now().gone.x, z: base.value.z - now().gone.z }))

  const fingers = new Map<number, Spot>()
  function floor(event: PointerEvent): void {
    fingers.set(event.pointerId, local(event))
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  }
  function pan(event: PointerEvent): void {
    const [before, here] = [fingers.get(event.pointerId), local(event)]
    if (!before) return
    const other = [...fingers.entries()].find(([finger]) => finger !== event.pointerId)?.[1]
    if (other) {
      const apart = (from: Spot) => Math.hypot(from.x - other.x, from.y - other.y)
      const by = apart(here) / Math.max(apart(before), 1)
      byHand.value = zoomed(view.value, now().size, by, (here.x + other.x) / 2, (here.y + other.y) / 2)
    } else {
      byHand.value = panned(view.value, here.x - before.x, here.y - before.y)
    }
    fingers.set(event.pointerId, here)
  }
  function lift(event: PointerEvent): void {
    fingers.delete(event.pointerId)
  }

  function wheel(event: WheelEvent): void {
    const here = local(event)
    byHand.value = zoomed(view.value, now().size, event.deltaY < 0 ? 1.12 : 1 / 1.12, here.x, here.y)
  }
  const zoom = (by: number) => (byHand.value = zoomed(view.value, now().size, by))

  /** Keys, where the drawing itself has the focus. */
  function lookAround(event: KeyboardEvent): void {
    if (event.target !== event.currentTarget) return
    const by = arrow(event.key, event.shiftKey)
    if (by) byHand.value = panned(view.value, -800 * by[0], -800 * by[1])
    else if (event.key === '+' || event.key === '=') zoom(1.3)
    else if (event.key === '-') zoom(1 / 1.3)
    else if (event.key === 'Home') byHand.value = undefined
    else return
    mine(event)
  }

  return { byHand, view, floor, pan, lift, wheel, zoom, lookAround }
}

import { computed } from 'vue'
import type { FrameForetold, NamedPatch } from '@/api/client'
import { useForetold, type Wanted } from '@/picture/foretold'

/** A frame that was shot less what was foretold of it, laid over each other by the patches that both have. */
export function useLess(of: {
  /** The foretold frame as it is wanted; nothing where none is looked at. */
  wanted: () => Wanted | undefined
  /** The frame that was shot. */
  picture: () => string | undefined
  foretold: () => FrameForetold | undefined
  patches: () => readonly NamedPatch[]
}) {
  const places = computed(() => {
    const told = new Map((of.foretold()?.patches ?? []).map((p) => [p.name, p.at]))
    return of.patches().flatMap(({ name, x, y, radius }) => {
      const foretold = told.get(name)
      return foretold ? [{ shot: { x, y, radius }, foretold }] : []
    })
  })
  const its = useForetold(() => {
    const [what, picture] = [of.wanted(), of.picture()]
    return what && picture && places.value.length >= 2
      ? { ...what, grey: false, less: { picture, places: places.value } }
      : undefined
  })
  /** Why there is none. */
  const none = computed(() => {
    if (!of.wanted()) return undefined
    if (!of.picture()) return 'What differs stands here once a frame is loaded.'
    return places.value.length < 2 ? 'Not laid over: name two patches as in the foretold frame.' : undefined
  })
  // The tones that come with it are the foretold frame's: they are none of this picture.
  const frame = computed(() => its.frame.value && { ...its.frame.value, patches: [] })
  return { its: { ...its, frame }, none }
}

import { useTimeoutFn } from '@vueuse/core'
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useAsking } from '@/api/asking'
import {
  answered,
  api,
  Refused,
  type Entry,
  type FrameForetold,
  type FramePatch,
  type Setup,
  type ShotLess,
} from '@/api/client'
import { timed } from '@/ui/times'
import { decoded } from './decoded'

/** What is shown: as it is known to lie, or every light on its wish. */
export type Show = 'now' | 'wished'

/** A picture as it is wanted. */
export interface Wanted {
  setup: Setup
  /** What would happen first. */
  entries?: Entry[]
  show: Show
  grey: boolean
  /** A hand moves something: sooner, and a little coarser. */
  moving?: boolean
  marks?: boolean
  /** With a grey card and a grey ball beside the face. */
  card?: boolean
  patches?: FramePatch[]
  /** A frame that was shot, less this one: in grey, where the surround's grey is as foretold. */
  less?: ShotLess
  width: number
  height: number
}

/** While cast shadows are worked out, or where there was no answer, a picture is asked for again after so long, milliseconds. */
const AGAIN = 1000

/** The foretold frame of what is wanted: asked for anew whenever that changes; the last one stays until the next is there. */
export function useForetold(wanted: () => Wanted | undefined) {
  const page = crypto.randomUUID()
  let turn = 0
  const asking = useAsking(async ({ setup, entries = [], ...question }: Wanted) => {
    turn += 1
    const body = { setup, entries, question: { ...question, page, turn } }
    return decoded(await answered(api.POST('/api/foretold', { body })))
  })
  const frame = shallowRef<FrameForetold>()
  /** When the frame that is shown was drawn. */
  const drawn = ref<string>()

  const again = useTimeoutFn(ask, AGAIN, { immediate: false })
  function ask(): void {
    again.stop()
    const now = wanted()
    if (now) void asking.ask(now)
    else if (frame.value) {
      asking.giveUp()
      frame.value = drawn.value = undefined
    }
  }
  watch(wanted, ask, { immediate: true })
  watch(asking.answer, (now) => {
    if (!now) return
    frame.value = now
    drawn.value = timed('clock', new Date())
    if (now.shadows_done != null) again.start()
  })
  // Asked again, so that the picture comes back by itself.
  watch([asking.refused, asking.failed], () => asking.later.value && again.start())
  onUnmounted(() => {
    again.stop()
    asking.giveUp()
  })

  /** Why there is no newer picture. */
  const wrong = computed(() => {
    const refused: Refused | undefined = asking.refused.value
    if (refused?.problem.type === 'urn:ink-lamp:older-question') return undefined
    return refused?.problem.detail ?? asking.failed.value
  })
  return { frame, drawn, wrong, busy: asking.out }
}

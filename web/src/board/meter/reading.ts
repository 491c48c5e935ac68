import { useStorage } from '@vueuse/core'
import { computed, onScopeDispose, watch } from 'vue'
import type { How, Lane } from '@/api/client'
import { useBoard } from '@/look/board'
import { useMetered } from '@/look/joined'
import type { TypedEntry } from '@/forms/entry'
import { asIsos, asTimes, orNone } from '@/forms/offers'
import { useHow } from './how'

const READ: Lane['kind'][] = ['room', 'light', 'whole']

/** How the meter is set: kept on this device; empty is as the camera. */
function useMeter() {
  const board = useBoard()
  return {
    iso: useStorage('ink-lamp.meter-iso', ''),
    shutter: useStorage('ink-lamp.meter-shutter', ''),
    isos: computed(() => orNone('as camera', asIsos(board.scales?.isos ?? []))),
    shutters: computed(() => orNone('as camera', asTimes(board.scales?.shutters ?? []))),
  }
}

/**
 * The reading that is being typed: of the lane that was chosen when it was begun, whatever is chosen meanwhile; what it would be, tried out as
 * it is typed, and what it means.
 */
export function useReading(shows: () => string) {
  const board = useBoard()
  const meter = useMeter()
  /** What can be read. */
  const subjects = computed(() => board.view?.board.lanes.filter((l) => READ.includes(l.kind)) ?? [])
  const chosen = computed(() => subjects.value.find((l) => l.id === board.chosen) ?? subjects.value[0])
  /** Nothing, where the light that it is typed for was taken away meanwhile. */
  const subject = computed(() => (board.typing ? subjects.value.find((l) => l.id === board.typing) : chosen.value))
  const typed = computed(() => shows().trim())
  watch(typed, (now) => (board.typing = now ? (board.typing ?? chosen.value?.id) : undefined), { flush: 'sync' })
  onScopeDispose(() => (board.typing = undefined))

  /** It is chosen by hand what is read, also of what is typed already. */
  function read(lane: string): void {
    board.choose(lane)
    if (board.typing) board.typing = lane
  }

  const how = useHow(() => subject.value)
  const entry = computed<TypedEntry | undefined>(() => {
    const of = subject.value?.id
    return typed.value && of
      ? { reading: { of, shows: typed.value, ...settings(), how: held(), light: how.light.value } }
      : undefined
  })
  // What a reading means is said with it, whatever was left as it is: it may wait here while somebody sets the camera, or changes school.
  function settings(): { iso?: string; shutter?: string } {
    // Before the camera is set it is shown as it usually is.
    const camera = board.view?.setup.camera?.exposure ?? board.scales?.usual.exposure
    return { iso: meter.iso.value || camera?.iso, shutter: meter.shutter.value || camera?.shutter }
  }
  function held(): How | undefined {
    const receptor = how.how.value?.receptor ?? board.view?.setup.schools?.receptor
    return subject.value?.kind === 'room' ? how.how.value : { ...how.how.value, receptor }
  }
  // What it means is told anew where somebody changed what it is told on.
  watch([entry, () => board.view?.version], ([now]) => {
    if (now) void board.tryOut(now, false)
    else if (board.draft && !board.draftInFull) board.dropDraft()
  })
  const echo = computed(() => (entry.value && !board.draftInFull ? board.draft?.echo : undefined))
  // What a connected meter reads goes where this entry stands.
  useMetered(() => ({ of: subject.value?.id, place: how.how.value?.place ?? undefined }))
  /** Why nothing can be logged, though something is typed. */
  const gone = computed(() =>
    board.typing && board.view && !subject.value
      ? 'What it was typed for was taken away meanwhile. Choose what was read.'
      : undefined,
  )
  return { meter, subjects, subject, read, how, entry, echo, gone }
}

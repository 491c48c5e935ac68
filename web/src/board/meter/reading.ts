import { computed, watch } from 'vue'
import type { How, Lane } from '@/api/client'
import { useBoard } from '@/look/board'
import type { TypedEntry } from '@/forms/entry'
import { useHow } from './how'

const READ: Lane['kind'][] = ['room', 'light', 'whole']

/** The reading that is being typed, of the lane that is chosen: what it would be, tried out as it is typed, and what it means. */
export function useReading(shows: () => string, meter: () => { iso?: string; shutter?: string } = () => ({})) {
  const board = useBoard()
  /** What can be read. */
  const subjects = computed(() => board.view?.board.lanes.filter((l) => READ.includes(l.kind)) ?? [])
  const subject = computed(() => subjects.value.find((l) => l.id === board.chosen) ?? subjects.value[0])
  const how = useHow(() => subject.value)
  const entry = computed<TypedEntry | undefined>(() => {
    const [typed, of] = [shows().trim(), subject.value?.id]
    return typed && of
      ? { reading: { of, shows: typed, ...settings(), how: held(), light: how.light.value } }
      : undefined
  })
  // What a reading means is said with it, whatever was left as it is: it may wait here while somebody sets the camera, or changes school.
  function settings(): { iso?: string; shutter?: string } {
    const { iso, shutter } = meter()
    const camera = board.view?.setup.camera?.exposure
    return { iso: iso ?? camera?.iso, shutter: shutter ?? camera?.shutter }
  }
  function held(): How | undefined {
    const receptor = how.how.value?.receptor ?? board.view?.setup.schools?.receptor
    return subject.value?.kind === 'room' ? how.how.value : { ...how.how.value, receptor }
  }
  watch(entry, (now) => {
    if (now) void board.tryOut(now, false)
    else board.dropDraft()
  })
  const echo = computed(() => (entry.value && !board.draftInFull ? board.draft?.echo : undefined))
  return { subjects, subject, how, entry, echo }
}

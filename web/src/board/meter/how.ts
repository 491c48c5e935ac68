import { useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { How, Lane, RoomLight } from '@/api/client'
import { numberOf } from '@/forms/numbers'
import { useBoard } from '@/look/board'

type Place = NonNullable<How['place']>
type Receptor = NonNullable<How['receptor']>
type Metered = NonNullable<How['metered']>

export const PLACES: { value: '' | Place; words: string }[] = [
  { value: '', words: 'where it works' },
  { value: 'face', words: 'at the face' },
  { value: 'shadow_side', words: 'at the shadow side' },
  { value: 'hair_or_shoulder', words: 'at hair or shoulder' },
  { value: 'ground', words: 'at the ground' },
]
export const RECEPTORS: { value: '' | Receptor; words: string }[] = [
  { value: '', words: 'as this look has it' },
  { value: 'dome_to_camera', words: 'dome to the camera' },
  { value: 'dome_to_light', words: 'dome to the light' },
  { value: 'flat_to_light', words: 'flat to the light' },
  { value: 'flat_to_camera', words: 'flat to the camera' },
]
export const METERED: { value: '' | Metered; words: string }[] = [
  { value: '', words: 'not said' },
  { value: 'cordless', words: 'without cord' },
  { value: 'cord', words: 'with cord' },
]

type Lamps = NonNullable<RoomLight['lamps']>
/** Where the room is read. */
export const ROOM_PLACES: { value: '' | Place; words: string }[] = [
  { value: '', words: 'at the sitter' },
  { value: 'ground', words: 'at the ground' },
]
export const LAMPS: { value: '' | Lamps; words: string }[] = [
  { value: '', words: 'not said' },
  { value: 'window', words: 'window' },
  { value: 'on', words: 'lamps on' },
  { value: 'off', words: 'lamps off' },
]
/** Where the room's light comes from, degrees from the camera; camera left is negative. */
export const BEARINGS: { value: string; words: string }[] = [
  { value: '', words: 'not said' },
  { value: '0', words: 'from the camera' },
  { value: '-45', words: 'front left' },
  { value: '-90', words: 'camera left' },
  { value: '-135', words: 'behind, left' },
  { value: '180', words: 'behind' },
  { value: '135', words: 'behind, right' },
  { value: '90', words: 'camera right' },
  { value: '45', words: 'front right' },
]

/** How the next reading is taken: which other lights are on, where, how the meter is held and fired. */
export function useHow(subject: () => Lane | undefined) {
  const board = useBoard()
  const on = ref<string[]>([])
  const place = ref<'' | Place>('')
  // A meter's receptor and cord stay as they are from reading to reading; what was on does not.
  const receptor = useStorage<'' | Receptor>('ink-lamp.meter-receptor', '')
  const metered = useStorage<'' | Metered>('ink-lamp.meter-cord', '')
  // What lights the room stays as it is from reading to reading too.
  const lamps = ref<'' | Lamps>('')
  const kelvin = ref('')
  const time = ref('')
  const from = ref('')

  watch(
    () => subject()?.id,
    () => {
      on.value = []
      place.value = ''
    },
  )

  const others = computed(() =>
    (board.view?.board.lanes ?? [])
      .filter((l) => l.kind === 'light' && l.id !== subject()?.id)
      .map((l) => ({ value: l.id, words: l.name })),
  )

  const how = computed<How | undefined>(() => {
    if (subject()?.kind === 'room') return place.value ? { place: place.value } : undefined
    const now: How = {
      on: subject()?.kind === 'light' ? on.value : [],
      place: place.value || undefined,
      receptor: receptor.value || undefined,
      metered: metered.value || undefined,
    }
    return now.on?.length || now.place || now.receptor || now.metered ? now : undefined
  })

  /** What is known of the room's light, with a reading of the room. */
  const light = computed<RoomLight | undefined>(() => {
    if (subject()?.kind !== 'room') return undefined
    const now: RoomLight = {
      lamps: lamps.value || undefined,
      kelvin: kelvin.value.trim() ? (numberOf(kelvin.value) as number) : undefined,
      time: time.value.trim() || undefined,
      from: from.value === '' ? undefined : Number(from.value),
    }
    return Object.values(now).some((v) => v !== undefined) ? now : undefined
  })

  /** In few words, for the button that opens it. */
  const words = computed(() => {
    const lane = subject()
    if (lane?.kind === 'room') {
      const at = place.value === 'ground' ? 'at the ground' : 'flash off'
      const lit = LAMPS.find((l) => l.value !== '' && l.value === lamps.value)?.words
      return [at, lit, kelvin.value.trim() && `${kelvin.value.trim()} K`].filter(Boolean).join(', ')
    }
    const named = others.value.filter((o) => on.value.includes(o.value)).map((o) => o.words.toLowerCase())
    const lights = lane?.kind === 'whole' ? 'all on' : named.length > 0 ? `with ${named.join(', ')}` : 'alone'
    const held = receptor.value ? `, ${RECEPTORS.find((r) => r.value === receptor.value)?.words}` : ''
    return `${lights}${held}`
  })

  function logged(): void {
    on.value = []
  }

  return { on, place, receptor, metered, lamps, kelvin, time, from, others, how, light, words, logged }
}

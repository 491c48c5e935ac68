import { useNow, useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { How, Lane, RoomLight } from '@/api/client'
import type { Typed } from '@/forms/entry'
import { given } from '@/forms/numbers'
import { useBoard } from '@/look/board'
import { timed } from '@/ui/times'

type Place = NonNullable<How['place']>
type Receptor = NonNullable<How['receptor']>
type Metered = NonNullable<How['metered']>

type Lamps = NonNullable<RoomLight['lamps']>
/** How the next reading is taken: which other lights are on, where, how the meter is held and fired. */
export function useHow(subject: () => Lane | undefined) {
  const board = useBoard()
  const choices = computed(() => board.scales?.choices)
  const on = ref<string[]>([])
  const place = ref<'' | Place>('')
  // A meter's receptor and cord stay as they are from reading to reading; what was on does not.
  const receptor = useStorage<'' | Receptor>('ink-lamp.meter-receptor', '')
  const metered = useStorage<'' | Metered>('ink-lamp.meter-cord', '')
  // What lights the room stays as it is from reading to reading too.
  const lamps = ref<'' | Lamps>('')
  const kelvin = ref('')
  const time = ref('')
  // Daylight goes: when it was read is told with it, also where nobody types it.
  const now = useNow({ interval: 20_000 })
  const clock = computed(() => timed('clock', now.value))
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
    const told: How = {
      on: subject()?.kind === 'light' ? on.value : [],
      place: place.value || undefined,
      receptor: receptor.value || undefined,
      metered: metered.value || undefined,
    }
    return told.on?.length || told.place || told.receptor || told.metered ? told : undefined
  })

  /** What is known of the room's light, with a reading of the room. */
  const light = computed<Typed<RoomLight> | undefined>(() => {
    if (subject()?.kind !== 'room') return undefined
    const said: Typed<RoomLight> = {
      lamps: lamps.value || undefined,
      kelvin: given(kelvin.value),
      time: time.value.trim() || (lamps.value === 'window' ? clock.value : undefined),
      from: from.value === '' ? undefined : Number(from.value),
    }
    return Object.values(said).some((v) => v !== undefined) ? said : undefined
  })

  /** In few words, for the button that opens it. */
  const words = computed(() => {
    const lane = subject()
    if (lane?.kind === 'room') {
      const at = place.value === 'ground' ? 'at the ground' : 'flash off'
      const lit = choices.value?.lamps.find((l) => l.value === lamps.value)?.words
      return [at, lit, kelvin.value.trim() && `${kelvin.value.trim()} K`].filter(Boolean).join(', ')
    }
    const named = others.value.filter((o) => on.value.includes(o.value)).map((o) => o.words.toLowerCase())
    const lights = lane?.kind === 'whole' ? 'all on' : named.length > 0 ? `with ${named.join(', ')}` : 'alone'
    const held = receptor.value ? `, ${choices.value?.receptors.find((r) => r.value === receptor.value)?.words}` : ''
    return `${lights}${held}`
  })

  function logged(): void {
    on.value = []
    time.value = ''
  }

  return { on, place, receptor, metered, lamps, kelvin, time, from, others, choices, how, light, words, logged }
}

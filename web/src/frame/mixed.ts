import { useTimeoutFn } from '@vueuse/core'
import { computed, reactive, ref, watch, type Ref } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, type FramesMixed, type MixQuestion, type NamedPatch, type Setup, type Span } from '@/api/client'
import { useBoard } from '@/look/board'
import { decoded } from '@/picture/decoded'
import { sameSkin } from './shot'

/** Where there was no answer, a mix is asked for again after so long, milliseconds. */
const AGAIN = 1000

/** The room among the lights of a mix. */
export const ROOM = 'room'

interface Asked {
  setup: Setup
  question: MixQuestion
}

/** The picture is shown no wider than this, and a mix has so many pixels across, of frames that have as many. */
const [MOST_WIDE, ACROSS] = [472, 960]

const put = async ({ setup, question }: Asked): Promise<FramesMixed> =>
  decoded(await answered(api.POST('/api/mixed', { body: { setup, question } })))

/** Frames of one light each, mixed: what is tried, the picture that gives, and the way to the board. */
export function useMixed(
  look: () => string,
  isMixed: Ref<boolean>,
  patches: () => NamedPatch[],
  grey: Ref<boolean>,
  /** Pixels across of the look's frames. */
  wide: () => number,
) {
  const board = useBoard()
  /** What is tried: dials and the shutter in place of the board's, or of what was shot. */
  const tried = reactive({
    fromShot: false,
    dials: new Map<string, string>(),
    shutter: undefined as string | undefined,
  })
  const muted = reactive(new Set<string>())
  const alone = ref<string>()
  /** A hand moves a dial: the picture comes sooner, and at half the size, until it is let go. */
  const moving = ref(false)
  /** Each light as in its own frame is shown, whatever is tried. */
  const asShot = ref(false)
  /** Tones that patches are to have, by their names. */
  const wishes = reactive(new Map<string, number>())

  /** Why what was looked for is not there, or not quite. */
  const notFound = ref<Span[]>()

  function clear(fromShot: boolean): void {
    Object.assign(tried, { fromShot, dials: new Map<string, string>(), shutter: undefined })
    muted.clear()
    alone.value = undefined
    notFound.value = undefined
  }
  watch(look, () => {
    clear(false)
    wishes.clear()
    asShot.value = false
  })

  /** Lights that have a frame of their own, and whether the room has one. */
  const has = computed(() => {
    const lit = (board.setup?.shots ?? []).flatMap((s) => (s.lit ? [s.lit] : []))
    const lights = (board.setup?.lights ?? []).map((l) => l.id)
    return {
      lights: lights.filter((id) => lit.some((l) => typeof l === 'object' && l.alone === id)),
      room: lit.includes('no_flash'),
    }
  })
  const hasAny = computed(() => has.value.room || has.value.lights.length > 0)
  const isOff = (id: string) => (alone.value === undefined ? muted.has(id) : alone.value !== id)

  /** On a plain screen the picture is no wider than half of a mix: more is not seen. */
  const fits = () => Math.min(MOST_WIDE, window.innerWidth) * window.devicePixelRatio <= Math.min(wide(), ACROSS) / 2

  function question(of: { asShot: boolean }): MixQuestion {
    const { lights, room } = has.value
    const measured = { patches: patches(), ...sameSkin(patches()) }
    if (of.asShot) return { as_shot: true, ...measured, grey: grey.value, half: fits() }
    const dials = lights.flatMap((light) => {
      const dial = tried.dials.get(light)
      return dial ? [{ light, dial }] : []
    })
    return {
      as_shot: tried.fromShot,
      dials,
      muted: lights.filter(isOff),
      without_room: room && isOff(ROOM),
      ...(tried.shutter ? { shutter: tried.shutter } : {}),
      ...measured,
      grey: grey.value,
      half: moving.value || fits(),
    }
  }
  const wanted = (of: { asShot: boolean }): Asked | undefined =>
    isMixed.value && hasAny.value && board.setup ? { setup: board.setup, question: question(of) } : undefined

  const asking = useAsking(put)
  const shot = useAsking(put)
  /** The light whose dial keys turn. */
  const chosen = ref('key')
  /** The first light of a role, or the room. */
  function choose(role: string): boolean {
    const light = role === ROOM ? ROOM : board.setup?.lights.find((l) => l.role === role)?.id
    if (light) chosen.value = light
    return Boolean(light)
  }

  const again = useTimeoutFn(ask, AGAIN, { immediate: false })
  function ask(): void {
    again.stop()
    const now = wanted({ asShot: asShot.value })
    if (now) void asking.ask(now)
    else asking.giveUp()
  }
  watch(() => wanted({ asShot: asShot.value }), ask, { immediate: true })
  // What it is held against: asked for again only where frames or patches change.
  const againShot = useTimeoutFn(askShot, AGAIN, { immediate: false })
  function askShot(): void {
    againShot.stop()
    const now = wanted({ asShot: true })
    if (now) void shot.ask({ ...now, question: { ...now.question, grey: false } })
    else shot.giveUp()
  }
  watch(() => JSON.stringify([isMixed.value && hasAny.value, board.setup?.shots, patches()]), askShot, {
    immediate: true,
  })
  // Where there was no answer, they are asked for again.
  watch([asking.refused, asking.failed], () => asking.later.value && again.start())
  watch([shot.refused, shot.failed], () => shot.later.value && againShot.start())
  const mixed = asking.answer
  const wrong = computed(() => asking.refused.value?.problem.detail ?? asking.failed.value)
  // What stands on the board by now need not be tried any longer.
  watch(
    () => board.view?.board.lanes.map((l) => [l.id, l.dial?.now] as const),
    (lanes) => {
      if (tried.fromShot) return
      for (const [id, now] of lanes ?? []) if (tried.dials.get(id) === now) tried.dials.delete(id)
    },
  )

  /** A light's dial; the room's is the shutter. */
  function turn(id: string, to: string, byHand = false): void {
    asShot.value = false
    moving.value = byHand
    if (id === ROOM) tried.shutter = to
    else {
      notFound.value = undefined
      tried.dials.set(id, to)
    }
  }
  const dialOf = (id: string) =>
    id === ROOM
      ? { settings: mixed.value?.room?.shutters, now: mixed.value?.exposure.shutter }
      : {
          settings: board.board?.lanes.find((l) => l.id === id)?.dial?.settings,
          now: tried.dials.get(id) ?? mixed.value?.lights.find((l) => l.light === id)?.dial,
        }
  /** One setting up or down. */
  function step(id: string, way: 'up' | 'down'): void {
    const { settings = [], now } = dialOf(id)
    const at = settings.findIndex((s) => s.written === now)
    const to = settings[at + (way === 'up' ? -1 : 1)]
    if (at >= 0 && to) turn(id, to.written)
  }
  function mute(id: string): void {
    asShot.value = false
    if (alone.value !== undefined) alone.value = undefined
    else if (!muted.delete(id)) muted.add(id)
  }
  function solo(id: string): void {
    asShot.value = false
    alone.value = alone.value === id ? undefined : id
  }

  const finding = ref(false)
  /** There is something that dials can be looked for: two cheeks, or a tone that is wished. */
  const canFind = computed(() => !finding.value && Boolean(mixed.value?.tones.ratio ?? wishes.size > 0))
  /** Dials that bring the wished ratio, and the wished tones. The lit cheek stays as bright as it is where nothing else is wished of it. */
  async function find(): Promise<void> {
    const now = wanted({ asShot: false })
    if (!now || finding.value) return
    const all = patches()
    const lit = now.question.same_skin?.lit
    const tones = all.flatMap((p, patch) => {
      const tone = wishes.get(p.name) ?? (patch === lit ? mixed.value?.tones.patches[patch]?.tone : undefined)
      return tone == null ? [] : [{ patch, tone }]
    })
    finding.value = true
    notFound.value = undefined
    try {
      const found = await put({ ...now, question: { ...now.question, find: { tones } } })
      asShot.value = false
      notFound.value = found.missed ?? undefined
      for (const { light, dial } of found.lights) if (dial) tried.dials.set(light, dial)
    } catch (error) {
      notFound.value = [{ text: (error as Error).message }]
    } finally {
      finding.value = false
    }
  }
  /** What is wished of a patch, brighter or darker: from where it is, at first. */
  function wish(n: number, by: number): boolean {
    const name = patches()[n]?.name
    const at = name && (wishes.get(name) ?? mixed.value?.tones.patches[n]?.tone)
    if (name && typeof at === 'number') wishes.set(name, Math.round(Math.min(Math.max(at + by, -8), 3) * 10) / 10)
    return Boolean(name)
  }

  function toBoard(): boolean {
    const entries = mixed.value?.to_board ?? []
    if (!entries.length || board.still || asShot.value) return false
    for (const entry of entries) board.write(entry)
    return true
  }

  return {
    has,
    hasAny,
    mixed,
    asShotTones: computed(() => shot.answer.value?.tones),
    wrong,
    tried,
    chosen,
    chooseLight: (id: string) => (chosen.value = id),
    choose,
    asShot,
    isMuted: (id: string) => alone.value === undefined && muted.has(id),
    isAlone: (id: string) => alone.value === id,
    isOff,
    turn,
    step,
    letGo: () => (moving.value = false),
    mute,
    solo,
    allAsShot: () => clear(true),
    find,
    canFind,
    notFound,
    wishes,
    wish,
    unwish: (name: string) => wishes.delete(name),
    toBoard,
  }
}

export type Mix = ReturnType<typeof useMixed>

import { computed, ref, watch, type Ref } from 'vue'
import { answered, api, type Lit, type NamedPatch } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { useRoute } from 'vue-router'
import { useBoard } from '@/look/board'
import { pictureOf, useRoll } from '@/picture/roll'
import { litOf, nameOf } from './lit'
import { usePatches } from './patches'
import { shownTone } from './tone'
import { CARD, SKIN, useShot } from './shot'

/** What of a card may clip before it tells nothing. */
const MOST_CLIPPED = 0.02

/** It lies on the ground, and not on the sitter. */
const GROUND = 'Ground'

/** Where patches usually are, where nothing is foretold: on a head in the middle of the frame. */
const USUAL: NamedPatch[] = [
  { name: 'Lit cheek', x: 0.42, y: 0.5, radius: 0.02 },
  { name: 'Shadow cheek', x: 0.58, y: 0.5, radius: 0.02 },
  { name: 'Forehead', x: 0.5, y: 0.36, radius: 0.02 },
  { name: GROUND, x: 0.1, y: 0.25, radius: 0.02 },
]

/** The frames of a look that were shot: the one that is looked at, its patches, and what can be said of it. */
export function useShots(look: () => string, isShot: Ref<boolean>, proposed: () => NamedPatch[] | undefined) {
  const board = useBoard()
  const roll = useRoll()
  const { frames } = roll
  /** The last one, until another is chosen. */
  const looked = ref<string>()
  const shown = computed(() => frames.value.find((f) => f.picture === looked.value) ?? frames.value.at(-1))
  const told = computed(() => {
    const { aperture, shutter, iso } = shown.value?.told.as_shot ?? {}
    return [aperture && `ƒ${aperture}`, shutter && `${shutter} s`, iso && `ISO ${iso}`].filter(Boolean).join(' · ')
  })
  watch(look, () => (looked.value = undefined))
  /** Tells of a frame that came in while the look was open. */
  function onNew(tell: () => void): void {
    watch(
      () => [roll.there.value, frames.value.length] as const,
      ([, now], before) => {
        if (!before?.[0] || now <= before[1]) return
        looked.value = undefined
        tell()
      },
    )
  }

  const route = useRoute()
  /** Tells of a frame that was pressed on the tape: that one is looked at. */
  function onPressed(tell: () => void): void {
    watch(
      () => route.query.shot,
      (picture) => {
        if (typeof picture !== 'string') return
        looked.value = picture
        tell()
      },
      { immediate: true },
    )
  }

  const patches = usePatches(
    {
      proposed: () => proposed() ?? USUAL,
      kept: () => roll.patches.value,
      keep: roll.keep,
      tones: () => tones.value?.patches ?? [],
    },
    look,
  )
  /** How the camera that shot it bends tones, where it was taught: another camera's files are read as plain sRGB. */
  const curve = computed(() => {
    const known = board.setup?.camera?.body?.curve ?? undefined
    const same = known?.camera == null || known.camera === shown.value?.told.camera
    return same ? known : undefined
  })
  const { tones, wrong } = useShot(
    () => (isShot.value ? shown.value?.picture : undefined),
    () => patches.patches.value,
    () => curve.value,
  )
  const picture = computed(() => {
    const frame = shown.value
    const named = patches.patches.value.map((p, n) => ({ name: p.name, tone: patches.toneOf(n)?.tone }))
    return (
      frame && {
        picture: pictureOf(frame.picture),
        width: frame.kept_width,
        height: frame.kept_height,
        patches: named,
      }
    )
  })

  /** As the setup keeps it in mind: the last sixteen are. */
  const inSetup = computed(() => board.setup?.shots?.find((s) => s.picture === shown.value?.picture))
  const numbers = computed(() => new Map((board.setup?.shots ?? []).map((s) => [s.picture, s.frame])))
  const lit = computed<string>({
    get: () => nameOf(inSetup.value?.lit as Lit | undefined),
    set: (now) => {
      const [picture, said] = [inSetup.value?.picture, litOf(now)]
      if (picture && said) board.write({ frame_said: { picture, lit: said } })
    },
  })
  /** The card that is chosen, or skin that was compared with one, as a reading of what was on; or why it is none. */
  const reading = computed<{ entry?: TypedEntry; why?: string } | undefined>(() => {
    const [picture, n] = [inSetup.value?.picture, patches.chosen.value]
    const [name, skin] = [patches.patches.value[n]?.name ?? '', board.setup?.skin]
    const isCard = name === CARD
    if (!isShot.value || !picture || !(isCard || (skin && SKIN.includes(name)))) return undefined
    if (!inSetup.value?.lit)
      return { why: `Say which lights were on: then the ${isCard ? 'card' : 'skin'} is a reading of them.` }
    const tone = patches.toneOf(n)
    if (!tone) return undefined
    if (tone.tone == null || tone.clipped > MOST_CLIPPED)
      return { why: `The ${isCard ? 'card' : 'skin'} is clipped or black: shoot it anew.` }
    const over = isCard || !skin ? {} : { over: skin.over }
    const why = over.over === undefined ? undefined : `Skin lies ${shownTone(over.over)} over a grey card.`
    return { entry: { frame_read: { picture, tone: tone.tone, sure: tone.sure, ...over } }, why }
  })
  /** Skin beside a grey card in one frame: what that teaches of it. */
  const skin = computed<{ entry: TypedEntry; over: number } | undefined>(() => {
    const [picture, n] = [inSetup.value?.picture, patches.chosen.value]
    const of = patches.toneOf(n)?.over_card
    const card = patches.toneOf(patches.patches.value.findIndex((p) => p.name === CARD))
    const clips = Math.max(card?.clipped ?? 1, patches.toneOf(n)?.clipped ?? 1) > MOST_CLIPPED
    if (!isShot.value || !picture || !of || clips || !SKIN.includes(patches.patches.value[n]?.name ?? ''))
      return undefined
    return { entry: { skin: { picture, over: of.over, sure: of.sure } }, over: of.over }
  })

  /** Moves the patches with the sitter, by how far that one moved since the frame before; what lies on the ground stays. */
  async function follow(): Promise<void> {
    const at = frames.value.findIndex((f) => f.picture === shown.value?.picture)
    const [before, now] = [frames.value[at - 1], frames.value[at]]
    if (!before || !now) return
    const params = { path: { id: now.picture }, query: { from: before.picture } }
    const { x, y } = await answered(api.GET('/api/frames/{id}/moved', { params }))
    if (x == null || y == null)
      throw new Error('The two frames don’t tell how far the sitter moved: move the patches by hand.')
    patches.shift(x, y, (patch) => patch.name !== GROUND)
  }

  return {
    frames,
    shown,
    told,
    look: (picture: string) => (looked.value = picture),
    onNew,
    onPressed,
    patches,
    tones,
    wrong: computed(() => wrong.value ?? roll.failed.value),
    picture,
    inSetup,
    numbers,
    lit,
    reading,
    skin,
    curve,
    /** The card's patch, where a bracket may be taught from: it is chosen, and there are frames enough. */
    card: computed(() => {
      const patch = patches.patches.value[patches.chosen.value]
      return isShot.value && patch?.name === CARD && frames.value.length >= 3 ? patch : undefined
    }),
    follow,
    refresh: roll.refresh,
    /** How far the clock of its camera stands off, in words; nothing where it is right, or not known. */
    clock: computed(() => {
      const of = roll.clocks.value.find((c) => (c.camera ?? undefined) === (shown.value?.told.camera ?? undefined))
      if (!of) return undefined
      const minutes = Math.round(Math.abs(of.behind) / 60)
      const time = minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
      return `Its camera’s clock is ${time} ${of.behind > 0 ? 'behind' : 'ahead'}.`
    }),
    hasRoll: roll.there,
    folder: roll.folder,
  }
}

export type Shots = ReturnType<typeof useShots>

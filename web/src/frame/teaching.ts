import { computed, ref, watch } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, type CurveTaught, type FramePatch, type FrameView } from '@/api/client'

/** A curve has at most so many places. */
const MOST = 11
/** Frames of one bracket follow each other within this, by their camera's clock. */
const APART = 5 * 60 * 1000

/** How a frame was exposed, as its file says it; nothing where it does not. */
export function exposedOf({ told }: FrameView): string | undefined {
  const { aperture, shutter, iso } = told.as_shot ?? {}
  return aperture && shutter && iso ? `ƒ${aperture} · ${shutter} s · ISO ${iso}` : undefined
}

/** The frames that were most likely shot as one bracket with one of them: next to it, by the same camera, each exposed otherwise. */
export function bracketAround(frames: readonly FrameView[], picture: string | undefined): string[] {
  const at = frames.findIndex((f) => f.picture === picture)
  const of = frames[at]
  if (!of) return []
  const clock = (f: FrameView) => (f.told.clock ? Date.parse(f.told.clock) : Date.parse(f.at))
  const belongs = (one: FrameView | undefined, next: FrameView) =>
    one &&
    next.told.camera === of.told.camera &&
    exposedOf(next) !== undefined &&
    Math.abs(clock(one) - clock(next)) <= APART
  const found = exposedOf(of) ? [of] : []
  const run = (way: 1 | -1) => {
    for (let n = at + way; found.length > 0 && found.length < MOST; n += way) {
      const next = frames[n]
      if (!next || !belongs(frames[n - way], next) || found.some((f) => exposedOf(f) === exposedOf(next))) return
      if (way > 0) found.push(next)
      else found.unshift(next)
    }
  }
  run(-1)
  run(1)
  return found.map((f) => f.picture)
}

/** A bracket of a grey card, and what it teaches of its camera. */
export function useTeaching(
  look: () => string,
  frames: () => readonly FrameView[],
  shown: () => string | undefined,
  card: () => FramePatch,
) {
  const chosen = ref(new Set(bracketAround(frames(), shown())))
  const asking = useAsking(({ frames, card }: { frames: string[]; card: FramePatch }) =>
    answered(api.POST('/api/setups/{id}/curve', { params: { path: { id: look() } }, body: { frames, card } })),
  )
  /** In the order of the roll. */
  const bracket = computed(() => frames().flatMap((f) => (chosen.value.has(f.picture) ? [f.picture] : [])))
  watch(
    bracket,
    (now) => {
      if (now.length > 0) void asking.ask({ frames: now, card: card() })
      else asking.giveUp()
    },
    { immediate: true },
  )
  function turn(picture: string): void {
    const now = new Set(chosen.value)
    if (!now.delete(picture) && now.size < MOST) now.add(picture)
    chosen.value = now
  }
  const wrong = computed(() => asking.refused.value?.problem.detail ?? asking.failed.value)
  const taught = computed<CurveTaught | undefined>(() =>
    wrong.value || bracket.value.length === 0 ? undefined : asking.answer.value,
  )
  return { chosen, bracket, turn, taught, wrong }
}

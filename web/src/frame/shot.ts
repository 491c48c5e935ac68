import { computed, watch } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, type NamedPatch, type ShotTones, type ToneCurve } from '@/api/client'

/** The patch that is read as a meter is. */
export const CARD = 'Grey card'
/** Patches that lie on the sitter's skin: once that was compared with a card, they are read too. */
export const SKIN: readonly string[] = ['Lit cheek', 'Shadow cheek', 'Forehead']

/** Two places on the same skin: how they stand to each other is the ratio, whatever the skin. */
const CHEEKS = ['Lit cheek', 'Shadow cheek'] as const

/** Where those two are among patches; nothing where either is not there. */
export function sameSkin(patches: readonly NamedPatch[]): { same_skin?: { lit: number; shadow: number } } {
  const [lit, shadow] = CHEEKS.map((name) => patches.findIndex((p) => p.name === name)) as [number, number]
  return lit >= 0 && shadow >= 0 ? { same_skin: { lit, shadow } } : {}
}

/** The tones of a frame that was shot, asked for anew as its patches move; the last answer stays until the next is there. */
export function useShot(
  picture: () => string | undefined,
  patches: () => NamedPatch[],
  curve: () => ToneCurve | undefined,
) {
  interface Asked {
    id: string
    patches: NamedPatch[]
    curve?: ToneCurve
  }
  const asking = useAsking(async ({ id, patches, curve }: Asked) => {
    const card = patches.findIndex((p) => p.name === CARD)
    const body = {
      patches: patches.map(({ x, y, radius }) => ({ x, y, radius })),
      ...sameSkin(patches),
      ...(card >= 0 ? { card } : {}),
      ...(curve ? { curve } : {}),
    }
    return { id, tones: await answered(api.POST('/api/frames/{id}/tones', { params: { path: { id } }, body })) }
  })
  watch(
    [picture, patches, curve] as const,
    ([id, now, by]) => {
      if (id) void asking.ask({ id, patches: now, curve: by })
      else asking.giveUp()
    },
    { immediate: true },
  )
  /** Of the frame that is shown, and of no other. */
  const tones = computed<ShotTones | undefined>(() =>
    asking.answer.value?.id === picture() ? asking.answer.value?.tones : undefined,
  )
  const wrong = computed(() => asking.refused.value?.problem.detail ?? asking.failed.value)
  return { tones, wrong }
}

import { computed, watch } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, type FramePatch, type ShotTones } from '@/api/client'

/** The tones of a frame that was shot, asked for anew as its patches move; the last answer stays until the next is there. */
export function useShot(picture: () => string | undefined, patches: () => FramePatch[]) {
  const asking = useAsking(async ({ id, patches }: { id: string; patches: FramePatch[] }) => ({
    id,
    tones: await answered(api.POST('/api/frames/{id}/tones', { params: { path: { id } }, body: { patches } })),
  }))
  watch(
    [picture, patches] as const,
    ([id, now]) => {
      if (id) void asking.ask({ id, patches: now.map(({ x, y, radius }) => ({ x, y, radius })) })
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

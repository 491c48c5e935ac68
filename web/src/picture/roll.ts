import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { answered, api, type FrameView, type NamedPatch, type Roll } from '@/api/client'
import { useBoard } from '@/look/board'
import { useNotices } from '@/ui/notices'

/** How long the hand rests before patches are kept, milliseconds. */
const REST = 400
/** How often it is asked how watching a folder goes, milliseconds: frames that come are told by themselves. */
const FOLDER = 3000

/** Addresses of a frame's picture, as it is kept and small. */
export const pictureOf = (id: string) => `/api/frames/${id}/picture`
export const smallOf = (id: string) => `/api/frames/${id}/small`

/** The frames of the look that is open, followed as its tape grows, and the patches that are remembered for them. */
export function useRoll() {
  const board = useBoard()
  const roll = ref<Roll>()
  const failed = ref<string>()
  /** Of which look it is. */
  const of = ref<string>()
  let asked = 0

  async function ask(look: string): Promise<void> {
    const turn = ++asked
    try {
      const now = await answered(api.GET('/api/setups/{id}/frames', { params: { path: { id: look } } }))
      if (turn !== asked) return
      roll.value = now
      of.value = look
      failed.value = undefined
    } catch (error) {
      if (turn === asked) failed.value = (error as Error).message
    }
  }
  watch(
    () => [board.view?.id, board.view?.version] as const,
    ([look]) => look && void ask(look),
    { immediate: true },
  )

  // Where a folder is watched, what waits in it is no change of the look.
  useIntervalFn(() => roll.value?.folder && of.value && void ask(of.value), FOLDER)

  const here = computed(() => (of.value === board.view?.id ? roll.value : undefined))
  const frames = computed<FrameView[]>(() => here.value?.frames ?? [])
  /** As they were placed in this look; none before. */
  const patches = computed<NamedPatch[] | undefined>(() => {
    const kept = here.value?.patches
    return kept && kept.length > 0 ? kept : undefined
  })

  const send = useDebounceFn(async (look: string, now: NamedPatch[]) => {
    try {
      await answered(api.PUT('/api/setups/{id}/patches', { params: { path: { id: look } }, body: { patches: now } }))
    } catch (error) {
      useNotices().say((error as Error).message, { warn: true })
    }
  }, REST)
  /** Remembers patches for the next frames of the look. */
  function keep(now: NamedPatch[]): void {
    const look = board.view?.id
    if (!look || !roll.value || board.looksOn) return
    roll.value = { ...roll.value, patches: now }
    void send(look, now)
  }

  const folder = computed(() => here.value?.folder ?? undefined)
  /** Cameras whose clocks stand off ours. */
  const clocks = computed(() => here.value?.clocks ?? [])

  /** What is said of a frame as a picture is no change of the look. */
  const refresh = () => void (of.value && ask(of.value))

  return { frames, patches, keep, folder, clocks, failed, refresh, there: computed(() => Boolean(here.value)) }
}

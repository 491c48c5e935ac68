import { useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { useFollowing } from '@/api/following'
import { answered, api, OutOfReach, type Scales, type SetupView } from '@/api/client'
import { keepSeen, seenLook } from './seen'

/**
 * The look that is open, followed as others change it. `accepted` is told of each state that counts and of the one before it, `reached` that
 * the server may be there again.
 */
export function useSession(hooks: {
  opening: (other: boolean) => void
  accepted: (now: SetupView, before: SetupView | undefined) => void
  reached: () => void
}) {
  const view = shallowRef<SetupView>()
  const scales = shallowRef<Scales>()
  const failed = ref<string>()
  /** From when it is, where the server could not be asked: kept on this device. */
  const kept = ref<string>()
  /** The look that was asked for last, whether or not it is there yet. */
  let wanted: string | undefined

  /** Takes what the server says of a look: not of one that was left meanwhile, nor what was answered late and is older. */
  function accept(now: SetupView): void {
    const before = view.value?.id === now.id ? view.value : undefined
    if ((wanted ?? now.id) !== now.id || (before && now.version < before.version)) return
    view.value = now
    kept.value = undefined
    void keepSeen(now, scales.value)
    hooks.accepted(now, before)
  }

  const fetched = (id: string) => answered(api.GET('/api/setups/{id}', { params: { path: { id } } }))

  async function open(id: string): Promise<void> {
    wanted = id
    const other = view.value?.id !== id
    if (other) view.value = undefined
    failed.value = undefined
    hooks.opening(other)
    try {
      const known = scales.value ?? answered(api.GET('/api/scales')).then((now) => (scales.value = now))
      const [look] = await Promise.all([fetched(id), known])
      accept(look)
      if (wanted !== id) return
      hooks.reached()
      following.follow(id)
    } catch (error) {
      if (wanted !== id) return
      const before = error instanceof OutOfReach ? await seenLook(id) : undefined
      if (wanted !== id || view.value?.id === id) return
      if (!before) failed.value = (error as Error).message
      else {
        // What was last seen here is better than nothing, as long as it says so; what is written waits on this device.
        scales.value ??= before.scales
        view.value = before.view
        hooks.accepted(before.view, undefined)
        kept.value = before.at
        following.follow(id)
      }
    }
  }

  async function refresh(): Promise<void> {
    const id = view.value?.id
    if (!id) return
    try {
      const now = await fetched(id)
      if (now.version !== view.value?.version || kept.value) accept(now)
    } catch {
      // The next look tries again; what is shown stays.
    }
  }

  // Somebody else may have written meanwhile.
  const following = useFollowing((version) => {
    hooks.reached()
    if (version === undefined || version > (view.value?.version ?? 0)) void refresh()
  })
  useEventListener(window, ['focus', 'online'], () => {
    hooks.reached()
    void refresh()
  })

  return {
    view: computed(() => view.value),
    scales: computed(() => scales.value),
    failed: computed(() => failed.value),
    kept: computed(() => kept.value),
    accept,
    open,
    refresh,
    leave: following.stop,
  }
}

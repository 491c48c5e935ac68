import { computed, ref, shallowRef } from 'vue'
import { answered, api, type Moment, type SetupView, type TapeItem } from '@/api/client'
import { useNotices } from '@/ui/notices'

/** The tape of the open look, as far back as somebody looked, and a moment of it. */
export function usePast(view: () => SetupView | undefined) {
  const notices = useNotices()
  const earlier = shallowRef<TapeItem[]>([])
  const moreEarlier = ref(false)
  const moment = shallowRef<Moment & { id: string }>()
  const tape = computed(() => [...earlier.value, ...(view()?.tape.items ?? [])])
  const say = (error: unknown) => notices.say((error as Error).message, { warn: true })

  /** What slid off the end of the newest part would be missing between the two: earlier parts are asked for again. */
  function begin(now?: SetupView): void {
    earlier.value = []
    moreEarlier.value = now?.tape.earlier ?? false
  }

  function leaveMoment(): void {
    moment.value = undefined
  }

  async function lookAt(item: TapeItem | undefined): Promise<void> {
    const id = view()?.id
    if (!id || !item || moment.value?.id === item.id) {
      leaveMoment()
      return
    }
    try {
      const params = { path: { id, entry: item.id } }
      const then = await answered(api.GET('/api/setups/{id}/tape/{entry}', { params }))
      if (view()?.id === id) moment.value = { id: item.id, ...then }
    } catch (error) {
      say(error)
    }
  }

  async function loadEarlier(): Promise<void> {
    const id = view()?.id
    const first = tape.value[0]
    if (!id || !first) return
    try {
      const params = { path: { id }, query: { before: first.seq } }
      const part = await answered(api.GET('/api/setups/{id}/tape', { params }))
      // Asked twice, or overtaken by a new entry: what is there already, or no longer fits, is not put before it again.
      if (view()?.id !== id || tape.value[0]?.seq !== first.seq) return
      earlier.value = [...part.items, ...earlier.value]
      moreEarlier.value = part.earlier
    } catch (error) {
      say(error)
    }
  }

  return {
    tape,
    moreEarlier: computed(() => moreEarlier.value),
    moment: computed(() => moment.value),
    begin,
    leaveMoment,
    lookAt,
    loadEarlier,
  }
}

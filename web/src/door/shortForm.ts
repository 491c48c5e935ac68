import { computed, ref } from 'vue'
import { Refused } from '@/api/client'

/** A short form that is sent as a whole: what is refused stands at its field, all else at its foot. */
export function useShortForm() {
  const wrong = ref<{ field?: string | null; words: string }>()

  async function send(doing: () => Promise<void>): Promise<void> {
    try {
      await doing()
      wrong.value = undefined
    } catch (error) {
      const field = error instanceof Refused ? error.problem.field : undefined
      wrong.value = { field, words: (error as Error).message }
    }
  }

  return {
    send,
    at: (field: string) => (wrong.value?.field === field ? wrong.value.words : undefined),
    elsewhere: computed(() => (wrong.value?.field ? undefined : wrong.value?.words)),
  }
}

import { computed } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, Refused, type Draft, type Entry, type Setup } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'

/** What an entry would do that is being dragged or typed, on the setup as it stands. */
export function useDraft(standing: () => Setup | undefined) {
  const put = ({ setup, entry }: { setup: Setup; entry: TypedEntry }) =>
    answered(api.POST('/api/draft', { body: { setup, entry: entry as Entry } }))
  const trying = useAsking(async ({ inFull, ...body }: { setup: Setup; entry: TypedEntry; inFull: boolean }) => ({
    inFull,
    draft: await put(body),
  }))
  const tried = computed(() => (trying.refused.value || trying.failed.value ? undefined : trying.answer.value))

  /** Asks what an entry would do; `inFull` where the whole board is to show it. */
  async function tryOut(entry: TypedEntry, inFull: boolean): Promise<void> {
    const setup = standing()
    if (setup) await trying.ask({ setup, entry, inFull })
  }

  /** Whether an entry could be written, as it is typed. Out of reach counts as yes: it waits in the outbox, and a refusal is told from there. */
  async function check(entry: TypedEntry): Promise<Refused | undefined> {
    const setup = standing()
    if (!setup) return undefined
    try {
      await put({ setup, entry })
      return undefined
    } catch (error) {
      return error instanceof Refused ? error : undefined
    }
  }

  return {
    draft: computed<Draft | undefined>(() => tried.value?.draft),
    /** Whether it is shown in full (a target being dragged) or only as a ghost (a reading being typed). */
    draftInFull: computed(() => tried.value?.inFull ?? false),
    draftRefused: computed(() => trying.refused.value),
    tryOut,
    check,
    dropDraft: trying.giveUp,
  }
}

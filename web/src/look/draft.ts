import { computed, shallowRef } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, OutOfReach, Refused, type Board, type Draft, type Entry, type Setup } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'

/** The board as it would be, and what a reading means. */
export interface Drafted {
  board: Board
  echo?: Draft['echo']
}

/** What entries would do, one after the other, on a setup. Throws {@link Refused} where they can't be. */
export async function drafted(setup: Setup, entry: TypedEntry, then: TypedEntry[] = []): Promise<Drafted> {
  const { board, echo, refused } = await answered(
    api.POST('/api/draft', { body: { setup, entry: entry as Entry, then: then as Entry[] } }),
  )
  if (!board) throw refused ? new Refused(refused) : new OutOfReach()
  return { board, echo: echo ?? undefined }
}

/** What an entry would do that is being dragged or typed, on the setup as it stands. */
export function useDraft(standing: () => Setup | undefined) {
  type Tried = { setup: Setup; entry: TypedEntry; inFull: boolean }
  const trying = useAsking(async ({ setup, entry, inFull }: Tried) => ({ inFull, draft: await drafted(setup, entry) }))
  const tried = computed(() => (trying.refused.value || trying.failed.value ? undefined : trying.answer.value))

  /** What is tried in full, as long as it is. */
  const trial = shallowRef<TypedEntry>()

  /** Asks what an entry would do; `inFull` where the whole board is to show it. */
  async function tryOut(entry: TypedEntry, inFull: boolean): Promise<void> {
    const setup = standing()
    trial.value = inFull ? entry : undefined
    if (setup) await trying.ask({ setup, entry, inFull })
  }

  /** Whether entries could be written one behind the other, as they are typed. Out of reach counts as yes: it waits in the outbox, and a refusal is told from there. */
  async function check(entry: TypedEntry, ...then: TypedEntry[]): Promise<Refused | undefined> {
    const setup = standing()
    if (!setup) return undefined
    try {
      await drafted(setup, entry, then)
      return undefined
    } catch (error) {
      return error instanceof Refused ? error : undefined
    }
  }

  function dropDraft(): void {
    trial.value = undefined
    trying.giveUp()
  }

  return {
    draft: computed<Drafted | undefined>(() => tried.value?.draft),
    /** Whether it is shown in full (a target being dragged) or only as a ghost (a reading being typed). */
    draftInFull: computed(() => tried.value?.inFull ?? false),
    draftRefused: computed(() => trying.refused.value),
    tryOut,
    check,
    trial,
    dropDraft,
  }
}

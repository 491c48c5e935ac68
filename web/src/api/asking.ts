import { computed, ref, shallowRef } from 'vue'
import { Refused } from './client'

/**
 * A question that is asked over and over while something is dragged or typed: one at a time, and while one is out only the newest waits.
 * What was answered stays until there is a newer answer, or the question is given up.
 */
export function useAsking<Q, A>(put: (question: Q) => Promise<A>) {
  const answer = shallowRef<A>()
  const refused = shallowRef<Refused>()
  const failed = ref<string>()
  /** A question is out, and the answer that stands is to one before it. */
  const out = ref(false)
  let waiting: { question: Q } | undefined
  let given = 0

  async function ask(question: Q): Promise<void> {
    if (out.value) {
      waiting = { question }
      return
    }
    out.value = true
    const asked = given
    try {
      const now = await put(question)
      if (asked === given) tell(now)
    } catch (error) {
      if (asked === given) tell(answer.value, error as Error)
    } finally {
      out.value = false
    }
    const next = waiting
    waiting = undefined
    if (next) await ask(next.question)
  }

  function tell(now: A | undefined, error?: Error): void {
    answer.value = now
    refused.value = error instanceof Refused ? error : undefined
    failed.value = error && !refused.value ? error.message : undefined
  }

  /** Nobody waits for an answer any longer: what comes back is not looked at. */
  function giveUp(): void {
    given += 1
    waiting = undefined
    tell(undefined)
  }

  /** Out of reach, or too much at once there: the same question may be answered a little later. */
  const later = computed(() => failed.value !== undefined || refused.value?.problem.status === 503)

  return { answer, refused, failed, later, out, ask, giveUp }
}

import { ref, shallowRef } from 'vue'
import { Refused } from './client'

/**
 * A question that is asked over and over while something is dragged or typed: one at a time, and while one is out only the newest waits.
 * What was answered stays until there is a newer answer.
 */
export function useAsking<Q, A>(put: (question: Q) => Promise<A>) {
  const answer = shallowRef<A>()
  const refused = shallowRef<Refused>()
  const failed = ref<string>()
  let out = false
  let waiting: { question: Q } | undefined

  async function ask(question: Q): Promise<void> {
    if (out) {
      waiting = { question }
      return
    }
    out = true
    try {
      answer.value = await put(question)
      refused.value = undefined
      failed.value = undefined
    } catch (error) {
      if (error instanceof Refused) refused.value = error
      else failed.value = (error as Error).message
    } finally {
      out = false
    }
    const next = waiting
    waiting = undefined
    if (next) await ask(next.question)
  }

  return { answer, refused, failed, ask }
}

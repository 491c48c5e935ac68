import { useEventListener, useTimeoutFn } from '@vueuse/core'
import { shallowRef } from 'vue'
import type { SetupView } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'

/** Steps become one entry when the hand rests for this long, milliseconds. */
const REST = 500

/** What is stepped: which value it is, how it stands, where a step leads from there, and the entry that says so. */
export interface Step<T> {
  of: string
  now: () => T | undefined
  next: (now: T) => T | undefined
  entry: (to: T) => TypedEntry
}

/**
 * Steps by key, press or wheel. Each counts on from the last one that was meant, whether or not the server has answered it; what they lead to
 * is shown at once, and written as one entry when the hand rests, or something else is done.
 */
export function useSteps(on: {
  view: () => SetupView | undefined
  /** How many entries of this look are on their way. */
  waiting: () => number
  show: (entry: TypedEntry) => void
  write: (look: string, version: number, entry: TypedEntry) => void
}) {
  let pending: { of: string; to: unknown; entry: TypedEntry; look: SetupView } | undefined
  /** What was stepped last, for who shows it before the server does. */
  const last = shallowRef<{ of: string; to: unknown }>()
  /** What was written and is not in what is shown yet. */
  const sent = new Map<string, unknown>()
  const resting = useTimeoutFn(settle, REST, { immediate: false })

  function step<T>({ of, now, next, entry }: Step<T>): void {
    const look = on.view()
    if (!look) return
    const what = `${look.id} ${of}`
    if (pending && pending.of !== what) settle()
    if (on.waiting() === 0) sent.clear()
    const from = pending ? (pending.to as T) : sent.has(what) ? (sent.get(what) as T) : now()
    const to = from === undefined ? undefined : next(from)
    if (to === undefined) return
    pending = { of: what, to, entry: entry(to), look }
    last.value = pending
    on.show(pending.entry)
    resting.start()
  }

  /** Writes what is meant by now. */
  function settle(): void {
    resting.stop()
    const meant = pending
    pending = undefined
    if (!meant) return
    sent.set(meant.of, meant.to)
    const now = on.view()
    const { id, version } = now?.id === meant.look.id ? now : meant.look
    on.write(id, version, meant.entry)
  }

  /** Everything that was meant is written and there; whether something was. */
  function arrived(): boolean {
    if (pending || !last.value) return false
    last.value = undefined
    return true
  }

  /** What was stepped last and is not there yet. */
  function meant<T>(of: string): T | undefined {
    return last.value?.of === `${on.view()?.id} ${of}` ? (last.value.to as T) : undefined
  }

  /** What steps lead to is shown on what stands now, which was changed meanwhile. */
  function again(): void {
    if (pending) on.show(pending.entry)
  }

  /** Steps that were not written yet are taken away. */
  function giveUp(): void {
    resting.stop()
    pending = last.value = undefined
  }

  // A page that is left, or put away on a phone, may not come back.
  useEventListener(window, 'pagehide', settle)
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && settle())

  return { step, settle, again, giveUp, arrived, meant }
}

import { computed, ref, shallowRef } from 'vue'
import { Refused, type Entry } from '@/api/client'

/** A document as it is typed: where a number belongs, text may stand that is none. It goes to the server as it is, which says what would be right. */
export type Typed<T> = T extends number
  ? number | string
  : T extends readonly (infer I)[]
    ? Typed<I>[]
    : T extends object
      ? { [K in keyof T]: Typed<T[K]> }
      : T

export type TypedEntry = Typed<Entry>

/** What entries are checked by and written to. */
interface Tape {
  check: (entry: TypedEntry, ...then: TypedEntry[]) => Promise<Refused | undefined>
  write: (entry: TypedEntry) => void
}

/** The field of a form that a problem's path ends in. */
export const among =
  (...fields: readonly string[]) =>
  (path: string): string | undefined =>
    fields.find((field) => path === field || path.endsWith(`.${field}`))

/**
 * What every form has: it is sent once, and what was refused stands at its field, or at the foot of the form where it belongs to none.
 * `fieldOf` tells which field of the form a problem's path means.
 */
export function useForm(fieldOf: (path: string) => string | undefined = () => undefined) {
  const refused = shallowRef<Refused>()
  const failed = ref<string>()
  const busy = ref(false)
  const at = computed(() => {
    const path = refused.value?.problem.field
    return path ? fieldOf(path) : undefined
  })
  const wrong = (field: string) => (at.value === field ? refused.value?.problem.detail : undefined)
  const elsewhere = computed(() => failed.value ?? (at.value ? undefined : refused.value?.problem.detail))

  function clear(): void {
    refused.value = failed.value = undefined
  }

  /** Sends what was typed, not twice at once; whether it was taken. What was wrong before stands until the answer is there. */
  async function send(act: () => Promise<unknown>): Promise<boolean> {
    if (busy.value) return false
    busy.value = true
    try {
      await act()
      clear()
      return true
    } catch (error) {
      clear()
      if (error instanceof Refused) refused.value = error
      else failed.value = (error as Error).message
      return false
    } finally {
      busy.value = false
    }
  }

  return { wrong, elsewhere, busy, send, clear }
}

/** A form that becomes entries: they are checked one behind the other, and written where all may be. */
export function useEntryForm(tape: Tape, fieldOf?: (path: string) => string | undefined) {
  const form = useForm(fieldOf)

  /** What was sent again before the answer was there. */
  let meanwhile: TypedEntry[] | undefined

  async function write(...typed: [TypedEntry, ...TypedEntry[]]): Promise<boolean> {
    if (form.busy.value) {
      meanwhile = typed
      return false
    }
    return form.send(async () => {
      let sent = typed
      for (;;) {
        meanwhile = undefined
        const refused = await tape.check(...sent)
        // Corrected and sent again while the first was still under way: that is what is meant.
        const instead = meanwhile as typeof typed | undefined
        if (instead && JSON.stringify(instead) !== JSON.stringify(sent)) {
          sent = instead
          continue
        }
        if (refused) throw refused
        for (const entry of sent) tape.write(entry)
        return
      }
    })
  }

  return { ...form, write }
}

import { useEventListener } from '@vueuse/core'
import { usePreferences } from './preferences'

export interface Stroke {
  key: string
  alt: boolean
  shift: boolean
  /** The meter entry has focus, and holds this text. */
  entry?: string
}

/** Something that a key does on a view. The view's list of them is what the keys' dialogue prints. */
export interface Command {
  /** As they stand on the keys' caps. */
  caps: readonly string[]
  words: string
  /** The keys that it takes, letters small; none where what has focus takes them by itself. */
  keys?: readonly string[]
  /** It is taken with Alt too: then from the meter entry as well, where the key alone would be typed. */
  alt?: boolean
  /** Does it. False: it can't be meant now, and the key goes to what has focus. */
  run?: (stroke: Stroke) => unknown
}

export const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'] as const

/** What keys do on every view. */
export function everywhere(help: () => void): Command[] {
  const preferences = usePreferences()
  return [
    { caps: ['T'], words: 'ink or paper', keys: ['t'], run: preferences.toggleTheme },
    { caps: ['?'], words: 'these keys', keys: ['?'], run: help },
  ]
}

/** Listens for keys that belong to nothing that has focus, and does what they are for. */
export function useCommands(commands: readonly Command[]): void {
  const preferences = usePreferences()
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.isComposing) return
    const target = event.target instanceof Element ? event.target : undefined
    if (document.querySelector('[role=dialog]')) return
    if (target?.closest('[role=listbox], [role=menu]')) return
    const input = target?.closest<HTMLInputElement>('input, textarea, select')
    const isEntry = input?.hasAttribute('data-entry') ?? false
    if (input && !isEntry) return
    // Alt with a digit gives other characters on some layouts: the key itself counts there.
    const digit = event.altKey ? /^Digit(\d)$/.exec(event.code)?.[1] : undefined
    const key = digit ?? event.key
    if (key.length === 1 && !event.altKey && !preferences.singleKeys) return
    const stroke = { key, alt: event.altKey, shift: event.shiftKey, entry: isEntry ? input?.value : undefined }
    const meant = commands.find((c) => c.keys?.includes(key.toLowerCase()) && (!stroke.alt || c.alt))
    if (!meant?.run || meant.run(stroke) === false) return
    event.preventDefault()
  })
}

import { useEventListener } from '@vueuse/core'
import { usePreferences } from './preferences'

export interface Stroke {
  key: string
  alt: boolean
  shift: boolean
  /** The meter entry has focus, and holds this text. */
  entry?: string
}

/**
 * Keys that belong to nothing that has focus. The theme and the help have theirs on every view; the handler says whether it took
 * another one.
 */
export function useKeys(help: () => void, take: (stroke: Stroke) => boolean): void {
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
    if (key.length === 1 && !event.altKey && !preferences.singleKeys && !/[\d]/.test(key)) return
    if (key.toLowerCase() === 't' && !event.altKey) preferences.toggleTheme()
    else if (key === '?') help()
    else if (!take({ key, alt: event.altKey, shift: event.shiftKey, entry: isEntry ? input?.value : undefined })) return
    event.preventDefault()
  })
}

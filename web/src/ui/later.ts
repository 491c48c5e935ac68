import { defineAsyncComponent, type Component } from 'vue'

/**
 * A part that is fetched once the page it belongs to is there and has nothing to do: the page comes sooner, and the part is there before it is
 * opened. Opened before that, it comes as soon as it can.
 */
export function later<T extends Component>(load: () => Promise<{ default: T }>): T {
  let part: Promise<{ default: T }> | undefined
  const once = () => (part ??= load())
  const fetchAhead = () => void once().catch(() => (part = undefined))
  if (typeof requestIdleCallback === 'function') requestIdleCallback(fetchAhead)
  return defineAsyncComponent(() => once().then((module) => module.default)) as T
}

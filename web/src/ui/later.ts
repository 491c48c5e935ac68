import { defineAsyncComponent, type Component } from 'vue'

/**
 * What is fetched once the page it belongs to is there and has nothing to do: the page comes sooner, and it is there before it is wanted.
 * Wanted before that, it comes as soon as it can; what did not come is asked for again.
 */
export function ahead<T>(load: () => Promise<T>): () => Promise<T> {
  let part: Promise<T> | undefined
  const once = () => (part ??= load())
  const fetchAhead = () => void once().catch(() => (part = undefined))
  if (typeof requestIdleCallback === 'function') requestIdleCallback(fetchAhead)
  return once
}

/** A component that is fetched ahead. */
export function later<T extends Component>(load: () => Promise<{ default: T }>): T {
  const once = ahead(load)
  return defineAsyncComponent(() => once().then((module) => module.default)) as T
}

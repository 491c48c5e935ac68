/** A value deep in a document, by its path: `walls.left`. */
export const valueAt = (document: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((here, key) => (here as Record<string, unknown> | undefined)?.[key], document)

/** Puts a value at a path; what is missing on the way is made. */
export function putAt(document: object, path: string, value: unknown): void {
  const keys = path.split('.')
  const last = keys.pop() ?? path
  let here = document as Record<string, unknown>
  for (const key of keys) here = (here[key] ??= {}) as Record<string, unknown>
  here[last] = value
}

const isObject = (v: unknown): v is Record<string, unknown> => typeof v === 'object' && v !== null && !Array.isArray(v)

/**
 * What stands in a form when what it was filled from has changed: what was typed since stays, everything else is as it is now. A list is
 * taken as a whole. What is taken from `now`, a plain document, is a copy: the form may be worked on.
 */
export function kept<T>(typed: T, before: T, now: T): T {
  if (isObject(typed) && isObject(before) && isObject(now)) {
    const all = { ...now, ...typed }
    return Object.fromEntries(Object.keys(all).map((k) => [k, kept(typed[k], before[k], now[k])])) as T
  }
  return JSON.stringify(typed) === JSON.stringify(before) ? structuredClone(now) : typed
}

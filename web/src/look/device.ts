import { openDB, type IDBPDatabase } from 'idb'

/** What is on its way to a tape. */
export const OUTBOX = 'outbox'
/** Boards as they were last seen. */
export const BOARDS = 'boards'

let opened: { of: IDBFactory; database: Promise<IDBPDatabase | undefined> } | undefined

async function open(): Promise<IDBPDatabase | undefined> {
  try {
    return await openDB('ink-lamp', 2, {
      upgrade(db, from) {
        if (from < 1) db.createObjectStore(OUTBOX, { keyPath: 'id' })
        if (from < 2) db.createObjectStore(BOARDS, { keyPath: 'id' })
      },
      // Another page of a later version wants to upgrade it.
      blocking: (_, __, event) => (event.target as IDBDatabase).close(),
    })
  } catch {
    return undefined
  }
}

/**
 * The browser's own database, which outlasts a reload and a battery. A browser that has none (a private window) keeps things as long as the
 * page is open.
 */
export function device(): Promise<IDBPDatabase | undefined> {
  if (typeof indexedDB === 'undefined') return Promise.resolve(undefined)
  if (opened?.of !== indexedDB) opened = { of: indexedDB, database: open() }
  return opened.database
}

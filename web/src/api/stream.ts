/**
 * A change of some setup; or `devices`: what is known of them; or `look`: some may have been missed; or `refused`: the server tells nobody here any
 * more, for now.
 */
export type Word = { setup: string; version: number } | 'devices' | 'look' | 'refused'

const AGAIN_AFTER_MS = 2000

/** Hears every change, of whichever setup and through whichever server it was made. A lost connection is opened again. */
export function openStream(told: (word: Word) => void): () => void {
  let source: EventSource | undefined
  let again: ReturnType<typeof setTimeout> | undefined

  function open(): void {
    const mine = new EventSource('/api/events')
    source = mine
    mine.addEventListener('changed', (event: MessageEvent<string>) => told(JSON.parse(event.data) as Word))
    mine.addEventListener('devices', () => told('devices'))
    mine.addEventListener('look', () => told('look'))
    mine.addEventListener('error', () => {
      // Most losses the browser mends by itself; not one that the server answered with an error.
      if (mine.readyState !== EventSource.CLOSED) return
      told('refused')
      again = setTimeout(open, AGAIN_AFTER_MS)
    })
  }

  if (typeof EventSource !== 'undefined') open()
  return () => {
    clearTimeout(again)
    source?.close()
  }
}

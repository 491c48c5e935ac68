import { tryOnScopeDispose } from '@vueuse/core'
import { openStream, type Word } from './stream'

/** Hears changes by the stream that all pages of this browser share, where it has such a thing. */
function listen(told: (word: Word) => void): () => void {
  if (typeof SharedWorker === 'undefined') return openStream(told)
  const { port } = new SharedWorker(new URL('./follower.ts', import.meta.url), {
    type: 'module',
    name: 'ink-lamp-changes',
  })
  port.onmessage = (event: MessageEvent<Word>) => told(event.data)
  return () => {
    port.postMessage('bye')
    port.close()
  }
}

/** Listens as long as the page is there and `wanted`: one that is put away must not be spoken to, one that is brought back listens again. */
function useWords(told: (word: Word) => void, wanted: () => boolean) {
  let end: (() => void) | undefined
  const listening = () => end !== undefined
  const begin = () => {
    if (wanted()) end ??= listen(told)
  }
  function hush(): void {
    end?.()
    end = undefined
  }
  window.addEventListener('pagehide', hush)
  window.addEventListener('pageshow', begin)
  tryOnScopeDispose(() => {
    hush()
    window.removeEventListener('pagehide', hush)
    window.removeEventListener('pageshow', begin)
  })
  return { begin, hush, listening }
}

/**
 * Word of changes that others make to a setup: another window, another person at the set, through whichever server. `heard` gets the version
 * that the setup is at, or nothing where some word may have been missed.
 */
export function useFollowing(heard: (version: number | undefined) => void) {
  let followed: string | undefined

  function told(word: Word): void {
    // Why it is refused, an answer says: it is looked again.
    if (word === 'look' || word === 'refused') heard(undefined)
    else if (word !== 'devices' && word.setup === followed) heard(word.version)
  }
  // A page that only came is told nothing twice.
  const words = useWords(told, () => followed !== undefined)

  function stop(): void {
    followed = undefined
    words.hush()
  }
  function follow(setup: string): void {
    followed = setup
    if (words.listening()) heard(undefined)
    else words.begin()
  }
  return { follow, stop }
}

/** Word of changes to what is known of devices, as long as the page is there. */
export function useDeviceWord(heard: () => void): void {
  const told = (word: Word) => (word === 'devices' || word === 'look') && heard()
  useWords(told, () => true).begin()
}

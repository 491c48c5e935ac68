import { tryOnScopeDispose, useTimeoutFn } from '@vueuse/core'

const AGAIN_AFTER_MS = 2000

/**
 * Word of changes that others make to a setup: another window, another person at the set, through whichever server. `heard` gets the version
 * that the setup is at, or nothing where some word may have been missed. A lost connection is opened again.
 */
export function useFollowing(heard: (version: number | undefined) => void) {
  let source: EventSource | undefined
  const again = useTimeoutFn((setup: string) => follow(setup), AGAIN_AFTER_MS, { immediate: false })

  function stop(): void {
    again.stop()
    source?.close()
    source = undefined
  }

  function follow(setup: string): void {
    stop()
    if (typeof EventSource === 'undefined') return
    const mine = new EventSource(`/api/setups/${setup}/events`)
    source = mine
    mine.addEventListener('changed', (event: MessageEvent<string>) => heard(Number(event.data)))
    mine.addEventListener('look', () => heard(undefined))
    mine.addEventListener('error', () => {
      // Most losses the browser mends by itself; not one that the server answered with an error.
      if (mine.readyState === EventSource.CLOSED) again.start(setup)
    })
  }

  tryOnScopeDispose(stop)
  return { follow, stop }
}

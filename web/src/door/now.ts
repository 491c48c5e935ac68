import type { Me } from '@/api/client'
import { setWho, type Right } from '@/ui/who'

/** Takes what the server says of who this is. */
export function isNow({ role, name, may, owned, signed_in }: Me): void {
  setWho({ role: role ?? undefined, name: name ?? undefined, may: may as Right[], owned, signedIn: signed_in })
}

/** What a device is called until somebody calls it otherwise. */
export function deviceName(): string {
  const { userAgent, maxTouchPoints } = navigator
  if (/iPad|Tablet|Android(?!.*Mobile)/.test(userAgent) || (/Macintosh/.test(userAgent) && maxTouchPoints > 1))
    return 'Tablet'
  return /Mobi|iPhone|Android/.test(userAgent) ? 'Phone' : 'Laptop'
}

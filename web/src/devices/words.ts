import type { Came, FNumber, JoinedDevice, Role } from '@/api/client'
import { counted } from '@/ui/counted'

/** What a meter shows, as it is drawn: `5.6 1` is ƒ5.6 and a small 1. */
export function shown(shows: string): FNumber {
  const [number = '', tenths] = shows.split(' ')
  if (tenths === undefined) return { number, words: `f/${number}` }
  return { number, tenths: Number(tenths), words: `f/${number} and ${tenths} tenth${tenths === '1' ? '' : 's'}` }
}

export const KINDS: Record<JoinedDevice['kind'], string> = {
  meter: 'Meter',
  transmitter: 'Transmitter',
  unit: 'Unit',
  camera: 'Camera',
}

/** What came, in a few words before and after what is drawn. */
export function told(came: Came, name: (light: string) => string): { before: string; shows?: FNumber; after?: string } {
  if ('reading' in came) {
    const { of, shows, ambient } = came.reading
    const what = of ? name(of) : ambient ? 'What burns' : 'A pop'
    return { before: what, shows: shown(shows) }
  }
  if ('dial' in came) return { before: `${name(came.dial.light)} set to ${came.dial.dial}` }
  return { before: `a frame, ${came.frame.file}` }
}

const MINUTE = 60
const HOUR = 60 * MINUTE

/** So long ago: `now`, `4 s`, `14 min`. */
export function ago(at: string, now: Date): string {
  const seconds = Math.max(0, Math.round((now.getTime() - Date.parse(at)) / 1000))
  if (seconds < 3) return 'now'
  if (seconds < MINUTE) return `${seconds} s`
  if (seconds < HOUR) return `${Math.floor(seconds / MINUTE)} min`
  return `${Math.floor(seconds / HOUR)} h`
}

/** How many are here, in a line, and how many of them are stand-ins. */
export function title(devices: readonly Pick<JoinedDevice, 'here' | 'simulated'>[]): { say: string; strong?: string } {
  const here = devices.filter((device) => device.here)
  const simulated = here.filter((device) => device.simulated).length
  if (devices.length === 0) return { say: 'No device. Readings can be typed; that is all that is needed.' }
  if (here.length === 0) return { say: 'None of them is here. Readings can be typed.' }
  const are = `${counted(here.length, 'None')} ${here.length === 1 ? 'is' : 'are'} here`
  if (simulated === 0) return { say: are }
  if (simulated === here.length)
    return { say: `${are}, ${here.length === 1 ? 'and' : 'all of them'} `, strong: 'simulated' }
  return { say: `${are}, ${counted(simulated, 'None').toLowerCase()} of them `, strong: 'simulated' }
}

/** A light as the open look has it. */
export interface Named {
  id: string
  name: string
  role?: Role
}

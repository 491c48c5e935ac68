import { computed, shallowRef } from 'vue'

export type Right = 'look' | 'write' | 'keep' | 'door'

/** Who uses this browser, as far as what is shown depends on it. */
export interface Who {
  role?: 'owner' | 'assistant' | 'guest' | 'device'
  /** As this device is called; none on the server's own machine while nobody set a pass phrase. */
  name?: string
  may: readonly Right[]
  owned: boolean
  signedIn: boolean
}

/** Until the server said who it is, nothing is hidden: what may not be done it refuses itself. */
const ANYBODY: Who = { may: ['look', 'write', 'keep', 'door'], owned: false, signedIn: false }

const now = shallowRef<Who>(ANYBODY)

export const who = computed(() => now.value)
export const setWho = (is: Who | undefined): void => void (now.value = is ?? ANYBODY)

/** Whether they may; what they may not is not shown. */
export const may = (right: Right): boolean => now.value.may.includes(right)

export const ROLES = { owner: 'Owner', assistant: 'Assistant', guest: 'Guest', device: 'Device' } as const

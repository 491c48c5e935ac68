import { useStorage } from '@vueuse/core'

/** How one practises: told each next move, or alone. */
export type HowDone = 'told' | 'alone'

/** Kept on this device. */
export const useHow = () => useStorage<HowDone>('ink-lamp.practice', 'told')

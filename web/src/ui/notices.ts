import { useTimeoutFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'

export interface Notice {
  words: string
  warn: boolean
  action?: { label: string; run: () => void }
}

/** One short notice at a time, at the foot of the page. */
export const useNotices = defineStore('notices', () => {
  const now = ref<Notice>()
  // Long enough to read and to reach the button; a warning stays until it is put away.
  const fading = useTimeoutFn(clear, 12_000, { immediate: false })

  function say(words: string, options: { warn?: boolean; action?: Notice['action'] } = {}): void {
    now.value = { words, warn: options.warn ?? false, action: options.action }
    fading.stop()
    if (!options.warn) fading.start()
  }

  function clear(): void {
    fading.stop()
    now.value = undefined
  }

  return { now, say, clear }
})

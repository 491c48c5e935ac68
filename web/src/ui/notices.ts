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
  let timer: ReturnType<typeof setTimeout> | undefined

  function say(words: string, options: { warn?: boolean; action?: Notice['action'] } = {}): void {
    now.value = { words, warn: options.warn ?? false, action: options.action }
    clearTimeout(timer)
    // Long enough to read and to reach the button; a warning stays until it is put away.
    if (!options.warn) timer = setTimeout(clear, 12_000)
  }

  function clear(): void {
    clearTimeout(timer)
    now.value = undefined
  }

  return { now, say, clear }
})

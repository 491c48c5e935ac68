import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watch } from 'vue'

export type Theme = 'ink' | 'paper'

/** What a person chose for this browser. */
export const usePreferences = defineStore('preferences', () => {
  // Plain text, as theme.js reads it before anything else is there.
  const theme = useStorage<Theme>('ink-lamp.theme', 'ink')
  /** Single letters as commands; off for people who type by voice or by accident (WCAG 2.1.4). */
  const singleKeys = useStorage('ink-lamp.single-keys', true)

  watch(
    theme,
    (now) => {
      if (now === 'paper') document.documentElement.dataset.theme = 'paper'
      else delete document.documentElement.dataset.theme
    },
    { immediate: true },
  )

  function toggleTheme(): void {
    theme.value = theme.value === 'ink' ? 'paper' : 'ink'
  }

  return { theme, singleKeys, toggleTheme }
})

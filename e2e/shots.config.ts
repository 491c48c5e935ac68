import { defineConfig } from '@playwright/test'
import { browser } from './support/browser'

/** Makes the pictures in docs/screenshots. */
export default defineConfig({ testDir: 'shots', workers: 1, reporter: [['list']], use: browser })

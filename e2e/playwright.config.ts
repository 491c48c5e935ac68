import { defineConfig } from '@playwright/test'
import { browser } from './support/browser'

export default defineConfig({
  testDir: 'tests',
  // One application and one database serve a worker; two workers for two cores.
  workers: 2,
  fullyParallel: false,
  timeout: 240_000,
  // A machine that is shared may stand still for seconds: waiting longer is no failure, and no test is about speed.
  expect: { timeout: 20_000 },
  forbidOnly: Boolean(process.env.CI),
  reporter: [['list']],
  // A trace takes a seventh of the time: INK_LAMP_TRACE=1 keeps those of tests that fail.
  use: { ...browser, screenshot: 'only-on-failure', trace: process.env.INK_LAMP_TRACE ? 'retain-on-failure' : 'off' },
})

import { App, expect, test } from '../support/app'

const LOOK = '/setups/0199a100-0000-7000-9007-000000000000'

/** What a first visit costs on the wire, in kB: pages, scripts, styles and fonts as they are sent, without what is asked of the API. */
const LIMITS = [
  ['the sittings', '/', 155],
  ['a new sitting', '/new', 165],
  ['the board', LOOK, 215],
  ['the plan', `${LOOK}/plan`, 185],
  ['the ways', `${LOOK}/ways`, 185],
  ['the kit', '/kit', 170],
] as const

// On the demo's data alone: what others typed may want other letters.
let app: App
test.beforeAll(async () => {
  app = await App.start()
})
test.afterAll(() => app.stop('SIGTERM'))

for (const [name, path, limit] of LIMITS) {
  test(`${name} weighs at most ${limit} kB until it can be used`, async ({ browser }) => {
    const context = await browser.newContext({ serviceWorkers: 'block' })
    const page = await context.newPage()
    await page.goto(app.url + path)
    await expect(page.getByRole('heading').first()).toBeVisible()
    await page.evaluate(() => document.fonts.ready)
    const sent = await page.evaluate(() =>
      [...performance.getEntriesByType('navigation'), ...performance.getEntriesByType('resource')]
        .map((entry) => entry as PerformanceResourceTiming)
        .filter((entry) => !entry.name.includes('/api/'))
        .map((entry) => ({ name: entry.name, bytes: entry.encodedBodySize })),
    )
    await context.close()
    const all = sent.reduce((sum, { bytes }) => sum + bytes, 0) / 1000
    expect(all, JSON.stringify(sent)).toBeLessThanOrEqual(limit)
    expect(all).toBeGreaterThan(60)
  })
}

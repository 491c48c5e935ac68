import AxeBuilder from '@axe-core/playwright'
import type { Browser, Page } from '@playwright/test'
import { App, expect, lane, test, underWay } from '../support/app'

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }

/** The page hears of what others write from here on: told so, it looks again for what it may have missed. */
async function follows(page: Page): Promise<void> {
  const asked = () => page.waitForResponse((response) => /\/api\/setups\/[^/]+$/.test(response.url()))
  await asked()
  await asked()
}

async function phone(browser: Browser, app: App, look: string): Promise<Page> {
  const context = await browser.newContext({ ...PHONE, baseURL: app.url })
  const page = await context.newPage()
  const following = follows(page)
  await page.goto(`/setups/${look}`)
  await expect(page.getByRole('main', { name: 'Board on the phone' })).toBeVisible()
  await following
  return page
}

/** Two taps and the log. */
async function read(page: Page, of: string, whole: string, tenth: string): Promise<void> {
  await page.getByRole('radio', { name: of, exact: true }).tap()
  await page.getByRole('button', { name: `f/${whole}`, exact: true }).tap()
  await page.getByRole('button', { name: `${tenth} tenths` }).tap()
  await page.getByRole('button', { name: `Log ${of.toLowerCase()} reading` }).tap()
}

test('two taps log a reading, the next move is done with one, and nothing scrolls', async ({ app, browser }) => {
  const look = await underWay(app, 'Phone')
  const page = await phone(browser, app, look)
  await read(page, 'Fill', '5.6', '1')
  await expect(page.getByRole('heading', { level: 2 }).first()).toHaveText('Fill down 0.7 stop: set 1/16 +0.3')
  await page.getByRole('button', { name: 'Dialled' }).tap()
  await expect(page.getByRole('heading', { level: 2 }).first()).toHaveText('Meter the fill again')
  await read(page, 'Fill', '4', '4')
  await expect(page.getByLabel('Stop ladder')).toContainText('Fill −1.6')
  const scrolls = await page.evaluate(() => document.documentElement.scrollHeight > window.innerHeight + 1)
  expect(scrolls).toBe(false)
  const tall = await page.getByRole('group', { name: 'Whole stop' }).getByRole('button').first().boundingBox()
  expect(tall?.height).toBeGreaterThanOrEqual(44)
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations).toEqual([])
  await page.context().close()
})

test('an entry on one shows on the other without a reload, also through another server', async ({ browser }) => {
  const app = await App.start()
  const other = await app.another()
  const look = await underWay(app, 'Two')
  const laptop = await browser.newPage({ baseURL: app.url })
  const following = follows(laptop)
  await laptop.goto(`/setups/${look}`)
  await expect(lane(laptop, 'Fill')).toBeVisible()
  await following
  for (const server of [app, other]) {
    const page = await phone(browser, server, look)
    const tenth = server === app ? '1' : '3'
    await read(page, 'Fill', '5.6', tenth)
    const words = server === app ? '0.7 over' : '0.9 over'
    await expect(lane(laptop, 'Fill')).toContainText(words)
    // And the other way round.
    const rim = server === app ? '8 3' : '8 7'
    await lane(laptop, 'Rim').click()
    await laptop.getByRole('textbox', { name: /^Reading of rim/ }).fill(rim)
    await laptop.keyboard.press('Enter')
    await expect(page.getByLabel('Stop ladder')).toContainText(`Rim +0.${rim.at(-1)}`)
    await page.context().close()
  }
  await laptop.close()
  await other.stop('SIGTERM')
  await app.stop('SIGTERM')
})

test('five readings typed while the connection is away wait on the phone, and arrive once each in order', async ({
  app,
  browser,
}) => {
  const look = await underWay(app, 'Away')
  const page = await phone(browser, app, look)
  await page.context().setOffline(true)
  const typed = [
    ['Key', '5.6', '4'],
    ['Fill', '5.6', '1'],
    ['Rim', '8', '3'],
    ['Ground', '4', '0'],
    ['Fill', '4', '4'],
  ] as const
  for (const [of, whole, tenth] of typed) await read(page, of, whole, tenth)
  await expect(page.getByText('5 kept on this phone, sent when the connection is back')).toBeVisible()
  const before = (await app.api(`/setups/${look}`)).version
  await page.context().setOffline(false)
  await expect(page.getByText('kept on this phone')).toHaveCount(0)
  const { version, tape } = await app.api(`/setups/${look}`)
  expect(version).toBe(before + 5)
  const heads = tape.items
    .slice(-5)
    .map((i: any) => `${i.line.head[0].text}${i.line.head[1].f.number} ${i.line.head[1].f.tenths}`)
  expect(heads).toEqual(typed.map(([of, whole, tenth]) => `${of} ${whole} ${tenth}`))
  await page.context().close()
})

test('what waits on the phone outlasts the page', async ({ browser }) => {
  const app = await App.start()
  const look = await underWay(app, 'Reload')
  const page = await phone(browser, app, look)
  await app.stop('SIGTERM')
  await read(page, 'Fill', '5.6', '1')
  await expect(page.getByText('1 kept on this phone')).toBeVisible()
  await page.goto('about:blank')
  await app.serve()
  const before = (await app.api(`/setups/${look}`)).version
  await page.goto(`${app.url}/setups/${look}`)
  await expect(page.getByLabel('Stop ladder')).toContainText('Fill −0.9')
  expect((await app.api(`/setups/${look}`)).version).toBe(before + 1)
  await page.context().close()
  await app.stop('SIGTERM')
})

test('the application opens without the server, shows the board as it was last seen here, and keeps what is done', async ({
  browser,
}) => {
  const app = await App.start()
  const look = await underWay(app, 'Kept')
  const context = await browser.newContext({ ...PHONE, baseURL: app.url, serviceWorkers: 'allow' })
  const page = await context.newPage()
  await page.goto(`/setups/${look}`)
  await expect(page.getByRole('main', { name: 'Board on the phone' })).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  // Seen once more under it, so that the page itself is kept.
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Meter the fill alone' })).toBeVisible()
  await app.stop('SIGKILL')
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Meter the fill alone' })).toBeVisible()
  await expect(page.getByText(/Out of reach: as it was seen here on/)).toBeVisible()
  await read(page, 'Fill', '5.6', '1')
  await expect(page.getByText('1 kept on this phone, sent when the connection is back')).toBeVisible()
  // The list says what was seen here.
  await page.getByRole('link', { name: /^‹/ }).tap()
  await expect(page.getByRole('link', { name: /Kept, Look 1 as it was on/ })).toBeVisible()
  await page.getByRole('link', { name: /Kept, Look 1 as it was on/ }).tap()
  await app.serve()
  await expect(page.getByRole('heading', { name: 'Fill down 0.7 stop: set 1/16 +0.3' })).toBeVisible()
  await expect(page.getByText(/Out of reach/)).toBeHidden()
  expect((await app.api(`/setups/${look}`)).version).toBe(6)
  const manifest = await (await page.request.get('/manifest.webmanifest')).json()
  for (const { src, sizes } of manifest.icons) {
    const icon = await page.request.get(src)
    expect([icon.headers()['content-type'], sizes]).toEqual(['image/png', expect.stringMatching(/^(192|512)x/)])
  }
  await context.close()
  await app.stop('SIGTERM')
})

test('unit, dial, target and the meter’s own settings are at hand on the phone', async ({ app, browser }) => {
  const look = await underWay(app, 'At hand')
  const page = await phone(browser, app, look)
  await page.getByRole('button', { name: 'Unit, dial and target of Fill' }).tap()
  const sheet = page.getByRole('dialog', { name: 'Fill' })
  await expect(sheet).toContainText('Taper 400, 400 Ws')
  await sheet.getByRole('button', { name: 'Power down' }).tap()
  await sheet.getByRole('button', { name: 'Power down' }).tap()
  await sheet.getByRole('button', { name: 'Done' }).tap()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(6)
  await expect(page.getByRole('button', { name: 'Unit, dial and target of Fill' })).toHaveText('1/16 +0.8')
  await page.getByRole('button', { name: /^How it is read/ }).tap()
  await page.getByRole('button', { name: "Meter's ISO: as camera" }).tap()
  await page.getByRole('option', { name: 'ISO 200', exact: true }).tap()
  await page.getByRole('button', { name: 'Done' }).tap()
  await read(page, 'Fill', '5.6', '1')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(7)
  await expect(page.getByText(/to know/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).tap()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(8)
  await page.context().close()
})

test('nothing sticks out of a phone, upright or on its side', async ({ app, browser }) => {
  const look = await underWay(app, 'Narrow')
  const context = await browser.newContext({ ...PHONE, baseURL: app.url })
  const page = await context.newPage()
  const addresses = [
    [
      '',
      'plan',
      'plan/studio',
      'plan/begin',
      'ways',
      'ways/shutter',
      'ways/freeze',
      'ways/colour',
      'ways/no-flash',
    ].map((part) => `/setups/${look}/${part}`),
    ['/', '/kit', '/new', '/door', '/come-in'],
  ].flat()
  for (const width of [360, 430]) {
    await page.setViewportSize({ width, height: 780 })
    for (const address of addresses) {
      await page.goto(address)
      await expect(page.getByRole('heading').first()).toBeAttached()
      await expect
        .poll(() => page.evaluate(() => document.documentElement.scrollWidth), address)
        .toBeLessThanOrEqual(width)
    }
  }
  // Low and on its side it is still the phone's board, and all of it can be reached.
  await page.setViewportSize({ width: 780, height: 360 })
  await page.goto(`/setups/${look}`)
  await expect(page.getByRole('main', { name: 'Board on the phone' })).toBeVisible()
  await read(page, 'Fill', '5.6', '1')
  await expect(page.getByRole('heading', { name: 'Fill down 0.7 stop: set 1/16 +0.3' })).toBeVisible()
  await context.close()
})

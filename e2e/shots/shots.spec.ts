import { randomUUID } from 'node:crypto'
import { fileURLToPath } from 'node:url'
import type { Page } from '@playwright/test'
import { App, PHRASE, expect, test } from '../support/app'
import { faulty } from '../support/faults'
import { shot, shotOf } from '../support/frames'
import { StandIns } from '../support/standIns'

const FOLDER = fileURLToPath(new URL('../../docs/screenshots/', import.meta.url))
const OPEN = '0199a100-0000-7000-9007-000000000000'
const BRIGHT = '0199a100-0000-7000-9009-000000000000'
const EIGHT = '0199a100-0000-7000-9008-000000000000'

/** The picture of a page that has come to rest: what comes later, as fonts, lines of light and ghosts, has come. */
async function picture(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready)
  let last = ''
  await expect
    .poll(async () => {
      const before = last
      last = await page.content()
      return last === before && (await page.evaluate(() => document.getAnimations().length === 0))
    })
    .toBe(true)
  await page.screenshot({ path: `${FOLDER}${name}.png` })
}

/** So many foretold frames are there, with their cast shadows. */
async function shadowed(page: Page, count: number): Promise<void> {
  await expect(page.getByRole('img', { name: /Lit cheek/ })).toHaveCount(count, { timeout: 60_000 })
  await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 })
}

for (const theme of ['ink', 'paper'] as const) {
  test(theme, async ({ page }) => {
    await page.addInitScript((t) => localStorage.setItem('ink-lamp.theme', t), theme)
    await page.goto('/')
    await expect(page.getByRole('table')).toBeVisible()
    if (theme === 'paper') await picture(page, 'sittings-paper')
    await page.goto(`/setups/${OPEN}`)
    await expect(page.locator('#next-move')).toContainText('Fill down 0.7 stop')
    await page.keyboard.type('4 1')
    await expect(page.locator('#meter-echo')).toContainText('0.7 over its target')
    await shadowed(page, 1)
    if (theme === 'ink') await picture(page, 'board-ink')
  })
}

test('the phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/setups/${OPEN}`)
  await page.getByRole('button', { name: 'f/4', exact: true }).click()
  await page.getByRole('button', { name: '1 tenths' }).click()
  await expect(page.getByText('0.7 over its target')).toBeVisible()
  await picture(page, 'phone-ink')
})

test('the plan, large, and the ground', async ({ page }) => {
  await page.goto(`/setups/${OPEN}/plan`)
  await expect(page.getByRole('button', { name: /^Key, / })).toBeVisible()
  await page.keyboard.press('k')
  await expect(page.getByText(/^Rembrandt/)).toBeVisible()
  await shadowed(page, 1)
  await picture(page, 'plan-ink')
  await page.addInitScript(() => localStorage.setItem('ink-lamp.theme', 'paper'))
  await page.goto(`/setups/${OPEN}/plan/ground`)
  await expect(page.getByRole('img', { name: /^Elevation of the ground/ })).toBeVisible()
  await page.keyboard.press('g')
  await picture(page, 'ground-paper')
})

test('a new sitting', async ({ page }) => {
  // The date stands in the field of the name.
  await page.clock.setFixedTime(new Date('2026-11-25T19:00:00Z'))
  await page.goto('/new')
  await expect(page.getByRole('complementary', { name: 'Then the board says' })).toContainText('Meter the room')
  await page.keyboard.type('Net mender')
  await picture(page, 'new-sitting-ink')
})

test('eight lights and what is found', async ({ page }) => {
  await page.goto(`/setups/${EIGHT}`)
  await page.getByRole('tab', { name: 'Light' }).click()
  await expect(page.getByLabel('Worth knowing')).toContainText('listens on channel 3')
  await picture(page, 'board-eight-lights')
})

test('the foretold frame', async ({ page }) => {
  await page.goto(`/setups/${OPEN}/frame`)
  await shadowed(page, 3)
  await picture(page, 'frame-ink')
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/setups/${OPEN}/frame`)
  await shadowed(page, 1)
  await picture(page, 'frame-phone-ink')
})

test('a frame that was shot', async ({ app, page }) => {
  // As it would come out, were the fill a stop weaker than its dial says: shot by the foretold frame itself.
  const [first, second] = [
    await shot(app, OPEN, [], [{ dial: { light: 'fill', dial: '1/16' } }]),
    await shot(app, OPEN, [], [{ dial: { light: 'fill', dial: '1/64' } }]),
  ]
  await page.clock.setFixedTime(new Date('2026-11-25T19:20:00Z'))
  await page.goto(`/setups/${OPEN}/frame`)
  await page.getByRole('radio', { name: 'Shot' }).click()
  for (const [n, file] of [first, second].entries()) {
    await page.locator('input[type=file]').setInputFiles(file)
    await expect(page.getByText(`Frame ${n + 1}`, { exact: true }).first()).toBeVisible()
  }
  await page.getByRole('button', { name: 'Close' }).click()
  await shadowed(page, 2)
  await page.keyboard.press('2')
  await expect(page.getByText(/^Shadow cheek .*lit to shadow cheek/)).toBeVisible()
  await picture(page, 'frame-shot-ink')
})

test('the ways to remove a room', async ({ page }) => {
  await page.goto(`/setups/${BRIGHT}/ways`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('lose 3.0 stops')
  await picture(page, 'ways-remove-ink')
})

test('the devices before the first flash', async ({ app, page }) => {
  const look = await faulty(app, 'Clock mender, before the first flash')
  for (const of of ['camera', { unit: 'key' }, { unit: 'fill' }, { unit: 'ground' }])
    await app.write(look, { checked: { device: of, point: 'mode', saw: { right: 'M' }, by: 'Assistant' } })
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/setups/${look}/check`)
  await page.getByRole('radio', { name: /Rim/ }).click()
  await expect(page.getByText('Rim listens on')).toBeVisible()
  await picture(page, 'check-phone-ink')
  await page.addInitScript(() => localStorage.setItem('ink-lamp.theme', 'paper'))
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(`/setups/${look}/check`)
  await expect(page.getByRole('table')).toBeVisible()
  await picture(page, 'check-paper')
})

test('the kit', async ({ page }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: /^Taper 400/ }).click()
  await expect(page.getByText('What readings taught')).toBeVisible()
  await picture(page, 'kit-ink')
})

test('frames of one light each, mixed', async ({ app, page }) => {
  const { setup } = await app.api(`/setups/${OPEN}`)
  // As a photographer would have them who judges by eye: rim and ground turned down already.
  const dials = [
    { light: 'rim', dial: '1/16' },
    { light: 'ground', dial: '3.4' },
    { light: 'fill', dial: '1/32' },
  ]
  const entries = [{ all_set: { dials } }]
  await app.write(OPEN, { all_set: { dials } })
  const lit = [undefined, 'key', 'fill', 'rim', 'ground', 'all']
  const files = []
  for (const on of lit)
    files.push(await shotOf(app, setup, [], entries, on === 'all' ? undefined : on ? [on] : [], 640))
  const shots = async () => (await app.api(`/setups/${OPEN}`)).setup.shots ?? []
  const before = (await shots()).length
  await page.clock.setFixedTime(new Date('2026-11-25T19:30:00Z'))
  await page.goto(`/setups/${OPEN}/frame`)
  await page.locator('input[type=file]').setInputFiles(files)
  await expect.poll(async () => (await shots()).length).toBe(before + lit.length)
  for (const [n, on] of lit.entries()) {
    const { picture } = (await shots())[before + n]
    await app.write(OPEN, { frame_said: { picture, lit: !on ? 'no_flash' : on === 'all' ? 'all' : { alone: on } } })
  }
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('radio', { name: 'Mixed' }).click()
  await expect(page.getByText('the mix can be trusted')).toBeVisible()
  await page.getByRole('slider', { name: 'Dial of Fill' }).focus()
  for (let n = 0; n < 7; n++) await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('region', { name: 'The mix', exact: true })).toContainText('fill down 0.7 stop')
  await picture(page, 'frame-mixed-ink')
})

test('the door, and the way in', async ({ browser }) => {
  const app = await App.start()
  await app.own()
  const context = await browser.newContext({
    baseURL: app.url,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
  })
  const page = await context.newPage()
  await page.addInitScript(() => localStorage.setItem('ink-lamp.theme', 'paper'))
  await page.goto('/')
  const phrase = page.getByRole('textbox', { name: 'Pass phrase' })
  await phrase.fill('four small nets')
  await page.keyboard.press('Enter')
  await expect(page.getByText('4 tries left')).toBeVisible()
  await phrase.fill('four small nets d')
  await phrase.fill(PHRASE)
  await page.getByLabel('This device is called').fill('Laptop on the cart')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('table')).toBeVisible()
  for (const [role, device] of [
    ['assistant', 'Phone beside the sitter'],
    ['assistant', 'Tablet at the wall'],
    ['guest', 'Retoucher’s laptop'],
  ] as const) {
    const { code } = await app.code(role)
    await fetch(`${app.url}/api/session/code`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ code, device }),
    })
  }
  // Who made them goes out: they are not part of the picture.
  await app.api('/session', undefined, 'DELETE').catch(() => undefined)
  await page.goto('/door')
  await page.getByRole('button', { name: 'Make the link' }).click()
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'Make a code' }).click()
  await expect(page.getByRole('img', { name: /^QR code/ })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Four come in, one may only look' })).toBeVisible()
  await picture(page, 'door-paper')
  await app.stop('SIGTERM')
})

test('devices', async ({ page }) => {
  const app = await App.start()
  const standIns = new StandIns(app)
  await standIns.join()
  await page.goto(`${app.url}/devices?look=${OPEN}`)
  const meter = page.getByRole('region', { name: 'Stand-in meter' })
  const came = page.getByRole('region', { name: 'Came in' })
  for (const [n, light] of ['fill', 'key'].entries()) {
    await meter.getByRole('button', { name: /^What is metered/ }).click()
    await page.getByRole('option', { name: light, exact: true }).click()
    // One pop in fifty does not come.
    await expect(async () => {
      await meter.getByRole('button', { name: 'Measure' }).click()
      await expect(came.getByRole('listitem')).toHaveCount(n + 1, { timeout: 5000 })
    }).toPass()
  }
  await page.getByRole('button', { name: 'Fire' }).click()
  await expect(page.getByRole('img', { name: 'The last frame of this look' })).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Add a device' }).click()
  await expect(page.getByText('Good until')).toBeVisible()
  await picture(page, 'devices-ink')
  await standIns.end()
  await app.stop('SIGTERM')
})

/** A try of a drill, made up: what is done in it, and when, in seconds from its beginning. */
async function tried(
  app: App,
  n: number,
  drill: string,
  steps: (string | number)[],
  seconds: number[],
): Promise<string> {
  const id = `0199a119-0000-7000-8000-${String(n).padStart(12, '0')}`
  await app.api('/practice', { id, drill, alone: true })
  for (const step of steps) {
    const entry = randomUUID()
    if (typeof step === 'string') {
      await app.api(`/practice/${id}/readings`, { id: entry, of: step })
      continue
    }
    // By so many steps of the last light's dial; by what is missing of it where that is 0.
    const { board } = await app.api(`/setups/${id}`)
    const lane = board.lanes.findLast((one: { dial?: unknown }) => one.dial)
    const settings = lane.dial.settings.map((one: { written: string }) => one.written)
    const by = step || Math.round(lane.reading.stops * 10)
    await app.write(id, { dial: { light: lane.id, dial: settings[settings.indexOf(lane.dial.now) + by] } }, entry)
  }
  const at = seconds.map((s, k) => `when seq = ${k + 2} then at0 + interval '${s} seconds'`).join(' ')
  app.sql(`alter table tape_entry disable trigger user;
    update tape_entry set at = case ${at} else at0 end from (select began_at - interval '10 minutes' as at0 from drill_run where id = '${id}') as r where setup_id = '${id}';
    alter table tape_entry enable trigger user;
    update drill_run set began_at = began_at - interval '10 minutes' where id = '${id}';
    update setup set updated_at = now() where id = '${id}'`)
  await app.api(`/practice/${id}/done`, {})
  return id
}

test('practice', async ({ page }) => {
  const app = await App.start()
  await tried(app, 1, 'by_the_number', ['key', 0, 'key'], [9, 22, 36])
  await tried(app, 2, 'key_to_the_aperture', ['key', 3, 'key', 0, 'key'], [12, 30, 52, 66, 81])
  await tried(app, 3, 'three_to_one', ['key', 'fill', 4, 'fill', 10, 'fill'], [8, 20, 41, 60, 77, 95])
  const last = await tried(
    app,
    4,
    'three_to_one',
    ['key', 'fill', 7, 'fill', 'room', 8, 'fill', 'whole'],
    [6, 24, 37, 58, 70, 92, 112, 131],
  )
  await page.goto(`${app.url}/practice`)
  await page.getByRole('button', { name: 'Three to one' }).click()
  await shadowed(page, 1)
  await picture(page, 'practice-ink')
  await page.goto(`${app.url}/practice/${last}`)
  await expect(page.getByRole('heading', { name: 'One thing to take along' })).toBeVisible()
  await picture(page, 'practice-done-ink')
  await app.stop('SIGTERM')
})

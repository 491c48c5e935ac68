import type { Page } from '@playwright/test'
import { App, expect, test } from '../support/app'
import { scan } from '../support/axe'
import { StandIns } from '../support/standIns'

const UNIT = { name: 'Taper 400', rated: 400, scale: { fractions: { lowest: 256, step: 'tenths' } } }
const OCTA = { kind: 'octa', size: { round: { diameter: 0.9 } }, loss: 1.5 }

/** A look with three lights that nobody read yet, in a room of which nothing is known. */
async function studio(app: App): Promise<string> {
  const look = await app.begin('Clock mender')
  await app.write(look, { camera: { aperture: '8', shutter: '1/160', iso: '100', sync: '1/200' } })
  const lights = [
    ['key', 1.4, { x: -0.9, y: 1.8, z: 0.9 }],
    ['fill', 2.4, { x: 1.4, y: 1.7, z: 1.9 }],
    ['rim', 1.6, { x: 1.1, y: 1.9, z: -1.1 }],
  ] as const
  for (const [id, distance, at] of lights) {
    const unit = { ...UNIT, name: `Taper 400 ${id}` }
    await app.write(look, { light: { light: id, role: id, unit, dial: '1/16', distance, rig: { shape: OCTA } } })
    await app.write(look, { placed: { light: id, place: { at } } })
  }
  await app.write(look, { light_removed: { light: 'ground' } }).catch(() => undefined)
  await app.write(look, { face: { face: 'clock_mender' } })
  await app.write(look, { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } })
  return look
}

const meter = (page: Page) => page.getByRole('region', { name: 'Stand-in meter' })
const came = (page: Page) => page.getByRole('region', { name: 'Came in' })

test.describe('with stand-ins', () => {
  let app: App
  let standIns: StandIns
  let look: string
  test.beforeEach(async () => {
    app = await App.start()
    // Before they join: what they say of themselves is written in between.
    look = await studio(app)
    standIns = new StandIns(app)
    await standIns.join()
  })
  test.afterEach(async () => {
    await standIns.end()
    await app.stop('SIGTERM')
  })

  test('a whole sitting is driven without typing a number', async ({ page }) => {
    test.setTimeout(180_000)
    const { learnt } = await app.api('/kit')
    const stands = async () => app.api(`/setups/${look}`)
    const devices = `${app.url}/devices?look=${look}`
    await page.goto(devices)
    await expect(page.getByRole('heading', { level: 1 })).toContainText('all of them simulated')
    // What the board asks for is done until nothing is left: a reading by the meter, a dial by the unit itself.
    let readings = 0
    for (let step = 0; step < 30; step += 1) {
      const { board, version } = await stands()
      if (board.next.kind === 'shoot') break
      if (board.next.action) {
        await page.goto(`${app.url}/setups/${look}`)
        await expect(page.getByRole('textbox', { name: /^Reading of/ })).toBeFocused()
        await page.keyboard.press('Escape')
        await page.keyboard.press('d')
        await expect.poll(async () => (await stands()).version).toBeGreaterThan(version)
        await page.goto(devices)
        continue
      }
      const lane = board.lanes.find((one: { id: string }) => one.id === board.next.lane)
      await expect(
        meter(page).getByRole('button', { name: `What is metered: ${lane.name.toLowerCase()}` }),
      ).toBeVisible()
      await meter(page).getByRole('button', { name: 'Measure' }).click()
      readings += 1
      // A pop that did not come is measured again.
      const told = page.getByRole('status').filter({ hasText: 'did not fire' })
      await expect
        .poll(async () => (await stands()).version > version || (await told.count()) > 0, { timeout: 20_000 })
        .toBe(true)
    }
    const { board, tape, setup } = await stands()
    expect(board.next.kind, JSON.stringify(board.next.say)).toBe('shoot')
    expect(readings).toBeLessThan(12)
    const simulated = tape.items.filter((item: { by?: string }) => item.by === 'Stand-in meter, simulated')
    expect(simulated.length).toBeGreaterThanOrEqual(4)
    expect(setup.lights.every((light: any) => light.reading.how.simulated)).toBe(true)
    // What is simulated teaches the kit nothing.
    expect((await app.api('/kit')).learnt).toEqual(learnt)

    // And the frame is taken by the stand-in camera.
    await page.goto(devices)
    await page.getByRole('button', { name: 'Fire' }).click()
    await expect(came(page)).toContainText('a frame, SIMULATED-0001.JPG', { timeout: 30_000 })
    await expect.poll(async () => (await app.api(`/setups/${look}/frames`)).frames.length).toBe(1)
    await expect(page.getByRole('img', { name: 'The last frame of this look' })).toBeVisible()
    expect(await scan(page)).toEqual([])
  })

  test('devices that vanish are told, and come back as they were; nothing is counted twice', async ({ page }) => {
    test.setTimeout(120_000)
    await page.goto(`${app.url}/devices?look=${look}`)
    await expect(page.getByRole('row', { name: /Taper 400 key, key/ })).toContainText('here')
    await meter(page).getByRole('button', { name: 'Measure' }).click()
    await expect(came(page).getByRole('listitem')).toHaveCount(1)
    // The bridge is gone from one moment to the next: after three signs that did not come, it is silent.
    await standIns.end('SIGKILL')
    await expect(page.getByRole('heading', { level: 1 })).toContainText('None of them is here', { timeout: 40_000 })
    await expect(page.getByRole('row', { name: /Stand-in meter/ })).toContainText('silent for')
    await expect(meter(page).getByRole('button', { name: 'Measure' })).toBeDisabled()
    await standIns.join()
    await expect(page.getByRole('heading', { level: 1 })).toContainText('simulated', { timeout: 20_000 })
    // So is the server: they find it again, and what they sent is there once.
    await app.stop('SIGKILL')
    await app.serve()
    await expect(page.getByRole('row', { name: /Stand-in meter/ })).toContainText('here', { timeout: 40_000 })
    await expect(came(page).getByRole('listitem')).toHaveCount(1)
    expect(
      (await app.api(`/setups/${look}`)).tape.items.filter((item: any) => item.by === 'Stand-in meter, simulated')
        .length,
    ).toBe(1)
  })

  test('who is let out stays out, until a code lets it in; on the phone the meter is first', async ({ page }) => {
    test.setTimeout(120_000)
    await page.goto(`${app.url}/devices?look=${look}`)
    await page.getByRole('button', { name: 'Leave the stand-ins out' }).click()
    await page.getByRole('button', { name: 'Yes, leave them out' }).click()
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Readings can be typed')
    // Lights whose units are set by hand are listed all the same.
    await expect(page.getByRole('row', { name: /Taper 400 key, key/ })).toContainText('not connected')
    await page.getByRole('button', { name: 'Add a device' }).click()
    const signs = page.getByRole('region', { name: 'Add a device' }).locator('p.font-voice')
    await expect(signs).toHaveText(/^[0-9A-Z]{3} [0-9A-Z]{3}$/)
    await standIns.join(['--code', ((await signs.textContent()) ?? '').trim()])
    await expect(page.getByText('It was used: the device comes in.')).toBeVisible({ timeout: 15_000 })
    await expect(page.getByRole('heading', { level: 1 })).toContainText('simulated')
    await page.setViewportSize({ width: 390, height: 844 })
    await page.reload()
    await expect(meter(page).getByRole('button', { name: 'Measure' })).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
    expect(await scan(page)).toEqual([])
  })
})

test('without devices the page says that nothing is missing', async ({ page, app }) => {
  await page.goto(`${app.url}/devices`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('No device. Readings can be typed')
  await expect(page.getByText('Nothing yet.')).toBeVisible()
  expect(await scan(page)).toEqual([])
})

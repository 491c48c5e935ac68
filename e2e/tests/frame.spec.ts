import type { Page } from '@playwright/test'
import { expect, test } from '../support/app'
import { scan } from '../support/axe'
import { lit } from '../support/frames'

const large = (page: Page) =>
  page.getByRole('region', { name: 'Picture' }).getByRole('img', { name: /^The foretold frame/ })
const source = (page: Page) => large(page).getAttribute('src')
const tone = async (page: Page, name: string) =>
  Number(
    ((await page.getByRole('region', { name: 'Tones in the picture' }).locator('p b').textContent()) ?? '')
      .replace(name, '')
      .replace('−', '-')
      .trim(),
  )

test('the frame is seen before it is shot: now and as wished, in grey, by another face', async ({ app, page }) => {
  const look = await lit(app)
  await page.goto(`/setups/${look}/frame`)
  await expect(large(page)).toBeVisible()
  // Cast shadows come by themselves.
  await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 })
  expect(await scan(page)).toEqual([])
  const now = await source(page)
  await page.keyboard.press('y')
  await expect.poll(() => source(page)).not.toBe(now)
  const grey = await source(page)
  await page.keyboard.press('y')
  await expect.poll(() => source(page)).toBe(now)
  expect(grey).not.toBe(now)
  await page.getByRole('radiogroup', { name: 'Which moment' }).getByRole('radio', { name: 'Wished' }).click()
  await expect.poll(() => source(page)).not.toBe(now)
  await page.getByRole('radiogroup', { name: 'Which moment' }).getByRole('radio', { name: 'Now' }).click()
  await page.getByRole('button', { name: 'Face: Clock mender' }).click()
  await page.getByRole('option', { name: 'Luthier' }).click()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.face).toBe('luthier')
  await expect(page.getByRole('button', { name: 'Face: Luthier' })).toBeVisible()
})

test('a grey card is held beside the face by its key, and its tone is told with the light that makes it', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  // A flat meter, held to the light as the card is.
  await app.write(look, { schools: { receptor: 'flat_to_light' } })
  await app.write(look, { reading: { of: 'key', shows: '5.6 0' } })
  await page.goto(`/setups/${look}/frame`)
  await expect(large(page)).toBeVisible()
  const before = await source(page)
  await page.keyboard.press('g')
  await expect(page.getByRole('button', { name: 'Card', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await expect.poll(() => source(page)).not.toBe(before)
  await page.keyboard.press('6')
  const tones = page.getByRole('region', { name: 'Tones in the picture' })
  // Read a stop under the exposure, and so it lies: the card is held as the meter was.
  await expect(tones.getByText(/^Grey card −(0\.9|1\.0|1\.1): Key alone −(0\.9|1\.0|1\.1)/)).toBeVisible()
  await page.keyboard.press('g')
  await expect(tones.getByRole('button', { name: /Grey card/ })).toBeHidden()
})

test('a patch is chosen, moved by keys and dragged, and its tone follows', async ({ app, page }) => {
  const look = await lit(app)
  await page.goto(`/setups/${look}/frame`)
  await expect(large(page)).toBeVisible()
  await page.keyboard.press('1')
  const lit1 = await tone(page, 'Lit cheek')
  await page.keyboard.press('2')
  await expect.poll(() => tone(page, 'Shadow cheek')).toBeLessThan(lit1 - 0.5)
  // Dragged onto the lit cheek it shows the lit cheek's tone.
  const [to, from] = await Promise.all(
    [1, 2].map((n) => page.getByRole('button', { name: `Patch ${n},` }).boundingBox()),
  )
  if (!to || !from) throw new Error('a patch has no place')
  await page.mouse.move(from.x + 4, from.y + 4)
  await page.mouse.down()
  await page.mouse.move(to.x + to.width / 2, to.y + to.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect.poll(() => tone(page, 'Shadow cheek')).toBeGreaterThan(lit1 - 0.4)
  await page.getByRole('button', { name: 'Add a patch' }).click()
  await expect(page.getByRole('button', { name: 'Patch 6,' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Patch 6,' }).press('Delete')
  await expect(page.getByRole('button', { name: 'Patch 6,' })).toHaveCount(0)
  await page.getByRole('button', { name: 'As proposed' }).click()
  await expect.poll(() => tone(page, 'Lit cheek')).toBeCloseTo(lit1, 1)
})

test('while a light is dragged on the plan the picture follows, the newest wins, and nothing blanks', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  await page.goto(`/setups/${look}/plan`)
  const small = page.getByRole('region', { name: 'Foretold picture' }).getByRole('img', { name: /^The foretold frame/ })
  await expect(small).toBeVisible()
  const before = await small.getAttribute('src')
  // Every picture that is shown on the way; a gap would be told as nothing.
  await page.evaluate(() => {
    const seen: (string | null)[] = []
    Object.assign(window, { seen })
    const look = () => {
      seen.push(document.querySelector('[aria-label="Foretold picture"] img')?.getAttribute('src') ?? null)
      requestAnimationFrame(look)
    }
    look()
  })
  await page.getByRole('button', { name: /^Key, / }).focus()
  for (let n = 0; n < 12; n++) await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.lights[0].place.at.x).toBeCloseTo(-0.3, 2)
  // At rest it is drawn once more, carefully.
  await expect
    .poll(async () => {
      const now = await small.getAttribute('src')
      return now !== before && now?.startsWith('data:image/png')
    })
    .toBe(true)
  // What it changed stands beside it until something else is done.
  const card = page.getByRole('region', { name: 'Foretold picture' })
  const keyRow = card.getByRole('row', { name: /^Key/ })
  await expect(keyRow.getByRole('cell')).toHaveCount(2)
  await expect(card.getByText(/^Key .* at the face\./)).toBeVisible()
  const now = await small.getAttribute('src')
  await card.getByRole('radio', { name: 'Before' }).click()
  await expect(small).toHaveAttribute('src', before ?? '')
  await card.getByRole('radio', { name: 'As dragged' }).click()
  await expect(small).toHaveAttribute('src', now ?? '')
  const seen = await page.evaluate(() => (window as unknown as { seen: (string | null)[] }).seen)
  expect(seen.filter((s) => !s)).toEqual([])
  expect(new Set(seen).size).toBeGreaterThan(2)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(card.getByText('As it stands')).toBeVisible()
  await expect(keyRow.getByRole('cell')).toHaveCount(1)
})

test('with the server away the old picture stays, says from when it is, and a new one comes by itself', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  await page.goto(`/setups/${look}/frame`)
  await expect(large(page)).toBeVisible()
  await app.stop('SIGKILL')
  await page.keyboard.press('y')
  await expect(page.getByText(/^Picture is from \d\d:\d\d\./).first()).toBeVisible()
  const old = await source(page)
  expect(old).toMatch(/^data:image/)
  await app.serve()
  await expect(page.getByText(/^Picture is from/)).toHaveCount(0)
  await expect.poll(() => source(page)).not.toBe(old)
})

test('without a plan the frame says what is to be done first', async ({ app, page }) => {
  const look = await app.begin('No plan')
  await page.goto(`/setups/${look}/frame`)
  await expect(page.getByText('Lay the lights on the plan, then the picture can be foretold.').first()).toBeVisible()
  await page.getByRole('link', { name: 'To the plan' }).click()
  await expect(page).toHaveURL(/plan$/)
})

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 } })

  test('the frame is one tap from the board, and nothing runs over the edge', async ({ app, page }) => {
    const look = await lit(app)
    await page.goto(`/setups/${look}`)
    await page.getByRole('link', { name: 'Frame' }).click()
    await expect(large(page)).toBeVisible()
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    expect(await scan(page)).toEqual([])
  })
})

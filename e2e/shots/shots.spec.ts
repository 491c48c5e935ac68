import { fileURLToPath } from 'node:url'
import { expect, test } from '../support/app'

const FOLDER = fileURLToPath(new URL('../../docs/screenshots/', import.meta.url))
const OPEN = '0199a100-0000-7000-9007-000000000000'
const BRIGHT = '0199a100-0000-7000-9009-000000000000'
const EIGHT = '0199a100-0000-7000-9008-000000000000'

for (const theme of ['ink', 'paper'] as const) {
  test(theme, async ({ page }) => {
    await page.addInitScript((t) => localStorage.setItem('ink-lamp.theme', t), theme)
    await page.goto('/')
    await expect(page.getByRole('table')).toBeVisible()
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: `${FOLDER}sittings-${theme}.png` })
    await page.goto(`/setups/${OPEN}`)
    await expect(page.locator('#next-move')).toContainText('Fill down 0.7 stop')
    await page.keyboard.type('5.6 1')
    await expect(page.locator('#meter-echo')).toContainText('0.7 over its target')
    await page.waitForTimeout(600)
    await page.screenshot({ path: `${FOLDER}board-${theme}.png` })
  })

  test(`the phone, ${theme}`, async ({ page }) => {
    await page.addInitScript((t) => localStorage.setItem('ink-lamp.theme', t), theme)
    await page.setViewportSize({ width: 390, height: 844 })
    await page.goto(`/setups/${OPEN}`)
    await page.getByRole('button', { name: 'f/5.6' }).click()
    await page.getByRole('button', { name: '1 tenths' }).click()
    await expect(page.getByText('0.7 over its target')).toBeVisible()
    await page.waitForTimeout(400)
    await page.screenshot({ path: `${FOLDER}phone-${theme}.png` })
  })
}

test('the plan, large, and the ground', async ({ page }) => {
  await page.goto(`/setups/${OPEN}/plan`)
  await expect(page.getByRole('button', { name: /^Key, / })).toBeVisible()
  await page.evaluate(() => document.fonts.ready)
  await page.keyboard.press('k')
  await expect(page.getByText(/^Rembrandt/)).toBeVisible()
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}plan-ink.png` })
  await page.addInitScript(() => localStorage.setItem('ink-lamp.theme', 'paper'))
  await page.goto(`/setups/${OPEN}/plan/ground`)
  await expect(page.getByRole('img', { name: /^Elevation of the ground/ })).toBeVisible()
  await page.keyboard.press('g')
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${FOLDER}ground-paper.png` })
})

test('the plan on the phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/setups/${OPEN}/plan`)
  await expect(page.getByRole('button', { name: /^Key, / })).toBeVisible()
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}plan-phone-ink.png` })
})

test('eight lights and what is found', async ({ page }) => {
  await page.goto(`/setups/${EIGHT}`)
  await expect(page.getByLabel('Worth knowing')).toContainText('the grid was taken off')
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${FOLDER}board-eight-lights.png` })
})

test('what is found, on paper', async ({ page }) => {
  await page.addInitScript(() => localStorage.setItem('ink-lamp.theme', 'paper'))
  await page.goto(`/setups/${EIGHT}`)
  await page
    .getByRole('toolbar', { name: 'Lanes' })
    .getByRole('button', { name: /^Rim 2/ })
    .click()
  await expect(page.getByLabel('Worth knowing')).toContainText('listens on channel 3')
  await page.waitForTimeout(600)
  await page.screenshot({ path: `${FOLDER}board-findings-paper.png` })
})

test('the ways: removed and kept', async ({ page }) => {
  await page.goto(`/setups/${BRIGHT}/ways`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('lose 3.0 stops')
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}ways-remove-ink.png` })
  await page.addInitScript(() => localStorage.setItem('ink-lamp.theme', 'paper'))
  await page.goto(`/setups/${BRIGHT}/ways`)
  await page.getByRole('radio', { name: /^Keep it/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('gain')
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}ways-keep-paper.png` })
})

test('shutter and freeze', async ({ page }) => {
  await page.goto(`/setups/${BRIGHT}/ways/freeze`)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Hair thrown')
  await page.evaluate(() => document.fonts.ready)
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}freeze-ink.png` })
  await page.goto(`/setups/${BRIGHT}/ways/shutter`)
  await page.getByRole('button', { name: /^Shutter time/ }).click()
  await page.getByRole('option', { name: '1/400 s', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('goes black')
  await page.waitForTimeout(400)
  await page.screenshot({ path: `${FOLDER}shutter-ink.png` })
})

test('the kit', async ({ page }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: /^Taper 400/ }).click()
  await expect(page.getByText('What readings taught')).toBeVisible()
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: `${FOLDER}kit-ink.png` })
})

test('ways of working', async ({ page }) => {
  await page.goto(`/setups/${EIGHT}`)
  await page.getByRole('button', { name: /^Sitting/ }).click()
  await page.getByRole('menuitem', { name: /Ways of working/ }).click()
  await expect(page.getByText('It sends each group its power.')).toBeVisible()
  await page.waitForTimeout(300)
  await page.screenshot({ path: `${FOLDER}ways-of-working-ink.png` })
})

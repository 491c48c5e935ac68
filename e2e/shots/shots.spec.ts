import { fileURLToPath } from 'node:url'
import { expect, test } from '../support/app'

const FOLDER = fileURLToPath(new URL('../../docs/screenshots/', import.meta.url))
const OPEN = '0199a100-0000-7000-9007-000000000000'

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
}

import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { beside, expect, lane, test, underWay } from '../support/app'

async function scan(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze()
  return violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.html}`))
}

for (const theme of ['ink', 'paper'] as const) {
  test.describe(theme, () => {
    test.beforeEach(({ page }) => page.addInitScript((t) => localStorage.setItem('ink-lamp.theme', t), theme))

    test('the sittings can be used by everyone', async ({ page }) => {
      await page.goto('/')
      await expect(page.getByRole('table')).toBeVisible()
      expect(await scan(page)).toEqual([])
      await page
        .getByRole('button', { name: /More of sitting/ })
        .first()
        .click()
      expect(await scan(page)).toEqual([])
      await page.keyboard.press('Escape')
      await page.keyboard.press('n')
      await expect(page.getByRole('complementary', { name: 'Then the board says' })).toContainText('Meter the room')
      expect(await scan(page)).toEqual([])
    })

    test('the ways and the studies can be used by everyone', async ({ page }) => {
      for (const study of ['', 'shutter', 'freeze', 'colour', 'no-flash']) {
        await page.goto(`/setups/0199a100-0000-7000-9009-000000000000/ways/${study}`)
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
        expect(await scan(page)).toEqual([])
      }
      await page.goto('/setups/0199a100-0000-7000-9009-000000000000/ways')
      await page.getByRole('button', { name: 'Stop down: more', exact: true }).click()
      expect(await scan(page)).toEqual([])
      await page.getByRole('button', { name: 'Change what must hold' }).click()
      await expect(page.getByRole('dialog')).toBeVisible()
      expect(await scan(page)).toEqual([])
    })

    test('the plan can be used by everyone, beside the ladder and large', async ({ page, board }) => {
      await board('0199a100-0000-7000-9007-000000000000')
      await expect(page.getByRole('group', { name: /^Plan of the studio/ })).toBeVisible()
      expect(await scan(page)).toEqual([])
      for (const part of ['', 'ground', 'studio', 'begin']) {
        await page.goto(`/setups/0199a100-0000-7000-9007-000000000000/plan/${part}`)
        await expect(page.getByRole('button', { name: /^Key, / })).toBeVisible()
        expect(await scan(page), part).toEqual([])
      }
    })

    test('the kit can be used by everyone', async ({ page }) => {
      await page.goto('/kit')
      await page.getByRole('button', { name: /^Taper 400/ }).click()
      await expect(page.getByText('What readings taught')).toBeVisible()
      expect(await scan(page)).toEqual([])
      await page.keyboard.press('n')
      await expect(page.getByRole('heading', { name: 'A new strobe' })).toBeVisible()
      expect(await scan(page)).toEqual([])
    })

    test('eight lights, ways of working and the way to the phone can be used by everyone', async ({ page, board }) => {
      await board('0199a100-0000-7000-9008-000000000000')
      expect(await scan(page)).toEqual([])
      await page.getByRole('button', { name: /^How it is read/ }).click()
      expect(await scan(page)).toEqual([])
      await page.keyboard.press('Escape')
      const menu = async () => {
        await page.getByRole('button', { name: /^Sitting/ }).click()
        await page.getByRole('menuitem', { name: /Ways of working/ }).click()
      }
      for (const item of [menu, () => page.getByRole('button', { name: 'Phone' }).click()]) {
        await item()
        await expect(page.getByRole('dialog')).toBeVisible()
        expect(await scan(page)).toEqual([])
        await page.keyboard.press('Escape')
        await expect(page.getByRole('dialog')).toHaveCount(0)
      }
    })

    test('the board can be used by everyone, with its dialogs', async ({ page, app, board }) => {
      const look = await underWay(app, `Access ${theme}`)
      await app.write(look, { reading: { of: 'fill', shows: '5.6 1', iso: '200' } })
      await board(look)
      expect(await scan(page)).toEqual([])
      await page.keyboard.type('7.3 4')
      await page.keyboard.press('Enter')
      await expect(page.getByText('7.3 is no whole stop')).toBeVisible()
      expect(await scan(page)).toEqual([])
      for (const button of ['Edit', 'Add a light', 'Note', 'Keys and settings']) {
        await page.getByRole('button', { name: button, exact: true }).click()
        await expect(page.getByRole('dialog')).toBeVisible()
        expect(await scan(page), button).toEqual([])
        await page.keyboard.press('Escape')
        await expect(page.getByRole('dialog')).toHaveCount(0)
      }
    })
  })
}

test('an empty board can be used by everyone', async ({ page, app, board }) => {
  await board(await app.begin('Empty'))
  expect(await scan(page)).toEqual([])
})

test('the ladder stands in a table for those who do not see it', async ({ page, app, board }) => {
  await board(await underWay(app, 'In words'))
  const row = page.getByRole('table', { name: 'Lights against the exposure' }).getByRole('row', { name: /^Key/ })
  await expect(row).toContainText('on target')
  await expect(row).toContainText('−0.6 stops, f/5.6 and 4 tenths')
})

test('nothing is fetched from elsewhere', async ({ page, app, board }) => {
  const elsewhere: string[] = []
  page.on('request', (request) => {
    if (!request.url().startsWith(app.url)) elsewhere.push(request.url())
  })
  await board(await underWay(app, 'At home'))
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Back to the board' })).toBeVisible()
  expect(elsewhere).toEqual([])
})

test('at 200 % text and on a narrow page the board is one column, and nothing is lost', async ({
  page,
  app,
  board,
}) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await board(await underWay(app, 'Narrow'))
  for (const name of ['Stop ladder', 'Meter entry', 'Chosen lane', 'Tape']) {
    await expect(page.getByRole('region', { name, exact: true })).toBeVisible()
  }
  for (const tab of ['Camera', 'Room', 'Ratio'] as const) {
    await beside(page, tab)
    await expect(page.getByRole('region', { name: tab, exact: true })).toBeVisible()
  }
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
})

test('from afar move and ladder stand alone, twice the size, and nothing is written by hand there', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'Two steps away')
  await board(look)
  const near = await page.locator('[data-text="key.reading"]').boundingBox()
  await page.keyboard.press('Escape')
  await page.keyboard.press('0')
  await expect(page.getByRole('region', { name: 'Meter entry' })).toBeHidden()
  const far = await page.locator('[data-text="key.reading"]').boundingBox()
  expect((far?.height ?? 0) / (near?.height ?? 1)).toBeCloseTo(2, 0)
  await expect(page.locator('#next-move')).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
  // It follows, and the way back is a key or a press.
  await app.write(look, { reading: { of: 'fill', shows: '5.6 1' } })
  await expect(page.locator('#next-move')).toContainText('Fill down')
  await page.keyboard.press('0')
  await expect(page.getByRole('region', { name: 'Meter entry' })).toBeVisible()
})

test('keys that are switched off are all off, digits too', async ({ page, app, board }) => {
  const look = await underWay(app, 'By voice')
  await board(look)
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await page.getByRole('radiogroup', { name: 'Single letters as keys' }).getByRole('radio', { name: 'off' }).click()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  const { version } = await app.api(`/setups/${look}`)
  for (const key of ['1', '5', '0', 'o', ']', 'd']) await page.keyboard.press(key)
  await expect(lane(page, 'Fill')).toHaveAttribute('aria-pressed', 'true')
  expect((await app.api(`/setups/${look}`)).version).toBe(version)
  await page.keyboard.press('Alt+3')
  await expect(lane(page, 'Key')).toHaveAttribute('aria-pressed', 'true')
})

test('in the system’s own colours and with more contrast every mark still stands out', async ({ page, board }) => {
  const contrast = () =>
    page.evaluate(() => {
      const of = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
      return [of('--key'), of('--card'), of('--text-3'), of('--text')]
    })
  await page.emulateMedia({ forcedColors: 'active' })
  await board('0199a100-0000-7000-9007-000000000000')
  expect(await contrast()).toEqual(['CanvasText', 'Canvas', 'CanvasText', 'CanvasText'])
  await page.emulateMedia({ forcedColors: 'none', contrast: 'more' })
  const [, , quiet, loud] = await contrast()
  expect(quiet).toBe(loud)
})

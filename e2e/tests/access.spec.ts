import type { Page } from '@playwright/test'
import { beside, expect, lane, test, underWay } from '../support/app'
import { scan } from '../support/axe'
import { faulty } from '../support/faults'

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

test('the check can be used by everyone', async ({ app, page }) => {
  const look = await faulty(app, 'Checked')
  await page.goto(`/setups/${look}/check`)
  await expect(page.getByRole('table')).toBeVisible()
  expect(await scan(page)).toEqual([])
  await page.goto(`/setups/${look}/check/cautions`)
  await expect(page.getByRole('heading', { name: 'Mains' })).toBeVisible()
  expect(await scan(page)).toEqual([])
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`/setups/${look}/check`)
  await expect(page.getByRole('radio', { name: /Rim/ })).toBeVisible()
  expect(await scan(page)).toEqual([])
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
  await page.getByRole('button', { name: /^Sitting/ }).click()
  await page.getByRole('menuitem', { name: /Ways of working/ }).click()
  await expect(page.getByRole('dialog')).toBeVisible()
  expect(await scan(page)).toEqual([])
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.getByRole('button', { name: 'Phone' }).click()
  await expect(page.getByRole('heading', { name: 'Only this device' })).toBeVisible()
  expect(await scan(page)).toEqual([])
})

test('the board can be used by everyone, with its dialogs', async ({ page, app, board }) => {
  const look = await underWay(app, 'Access')
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

test('what can’t be used is found, in either theme', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('table')).toBeVisible()
  // A press without a name, and words that are pale on paper alone.
  await page.evaluate(() => {
    const pale = document.createElement('p')
    pale.textContent = 'Pale'
    pale.style.color = '#aaa'
    document.body.append(document.createElement('button'), pale)
  })
  const wrong = await scan(page)
  expect(wrong.map((w) => w.split(' <')[0])).toEqual(['button-name:', 'paper: color-contrast:'])
})

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

const DEMO = '/setups/0199a100-0000-7000-9007-000000000000'
const VIEWS = ['', '/plan', '/plan/studio', '/plan/ground', '/ways', '/ways/shutter', '/ways/freeze', '/ways/colour']

/** What reaches over the right edge of the page, but for what can be scrolled to. */
const beyond = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('button, input, a, h1, h2, p, dd, td, svg')]
      .filter((e) => e.getBoundingClientRect().right > innerWidth + 1 && !e.closest('[class*=overflow-x], .sr-only'))
      .map((e) => `${e.tagName} ${e.textContent?.trim().slice(0, 40)}`),
  )

for (const how of ['zoomed to 200 %', 'with a root font of 32 px'] as const) {
  test.describe(how, () => {
    const zoomed = how === 'zoomed to 200 %'
    if (zoomed) test.use({ viewport: { width: 640, height: 400 }, deviceScaleFactor: 2 })
    test.beforeEach(async ({ page }) => {
      if (zoomed) return
      const chromium = await page.context().newCDPSession(page)
      await chromium.send('Page.setFontSizes', { fontSizes: { standard: 32 } })
    })

    test('every view keeps to the page', async ({ page }) => {
      for (const view of [...VIEWS.map((v) => DEMO + v), '/', '/new', '/kit']) {
        await page.goto(view)
        await expect(page.getByRole('heading').first()).toBeAttached()
        await expect.poll(() => beyond(page), { message: view }).toEqual([])
      }
    })

    test('the board is one column, and all of it works', async ({ page, app, board }) => {
      const look = await underWay(app, `Large, ${how}`)
      await board(look)
      for (const name of ['Stop ladder', 'Meter entry', 'Chosen lane', 'Tape']) {
        await expect(page.getByRole('region', { name, exact: true })).toBeVisible()
      }
      for (const tab of ['Camera', 'Room', 'Ratio'] as const) {
        await beside(page, tab)
        await expect(page.getByRole('region', { name: tab, exact: true })).toBeVisible()
      }
      const move = page.locator('#next-move')
      const size = await move.evaluate((e) => Number.parseFloat(getComputedStyle(e).fontSize))
      expect(size * (zoomed ? 2 : 1)).toBeGreaterThan(50)
      const number = await page.locator('[data-text="key.reading"]').boundingBox()
      expect((number?.height ?? 0) * (zoomed ? 2 : 1)).toBeGreaterThan(30)
      // A wish goes where the hand goes, however large the ladder is drawn.
      const wish = page.locator('[data-handle=fill]').first()
      await wish.scrollIntoViewIfNeeded()
      const from = await wish.boundingBox()
      const rung = (shown: string) => page.locator('.ladder svg text').filter({ hasText: new RegExp(`^${shown}$`) })
      const [stop, below] = [await rung('−1').boundingBox(), await rung('−2').boundingBox()]
      if (!from || !stop || !below) throw new Error('no ladder')
      const [x, y] = [from.x + from.width / 2, from.y + from.height / 2]
      await page.mouse.move(x, y)
      await page.mouse.down()
      await page.mouse.move(x, y - (below.y - stop.y) / 2, { steps: 4 })
      await page.mouse.up()
      const target = async () => (await app.api(`/setups/${look}`)).board.lanes.find((l: any) => l.id === 'fill').target
      await expect.poll(async () => (await target())?.stops).toBeCloseTo(-1.1, 1)
    })

    test('a plan has room, and its dialogs scroll', async ({ page, board }) => {
      await board(DEMO.slice(8))
      const plan = page.getByRole('group', { name: /^Plan of the studio/ })
      const { height = 0 } = (await plan.boundingBox()) ?? {}
      expect(height * (zoomed ? 2 : 1)).toBeGreaterThan(400)
      await beside(page, 'Light')
      await page.getByRole('button', { name: 'Edit', exact: true }).click()
      const save = page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true })
      await save.scrollIntoViewIfNeeded()
      await expect(save).toBeInViewport({ ratio: 1 })
      expect(await beyond(page)).toEqual([])
    })
  })
}

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
  expect(await scan(page)).toEqual([])
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

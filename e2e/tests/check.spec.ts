import { randomUUID } from 'node:crypto'
import type { Page } from '@playwright/test'
import { choose, expect, lane, test, underWay } from '../support/app'
import { faulty } from '../support/faults'

const mended = (page: Page) =>
  page.getByRole('complementary', { name: 'To mend' }).or(page.getByRole('region', { name: 'To mend' }))

test('what would spoil the first flash is mended by the list alone, then each fires in turn', async ({ app, page }) => {
  const look = await faulty(app, 'Eleven faults')
  await page.goto(`/setups/${look}`)
  // The board has the count and the worst; the list is one press away.
  await expect(page.getByRole('link', { name: /^Check/ })).toContainText(/\d/)
  await page.keyboard.press('c')
  const heading = page.getByRole('heading', { level: 1 })
  await expect(heading).toContainText('to mend before the first flash')
  await expect(page.getByRole('button', { name: /^Fire each in turn/ })).toBeDisabled()
  await expect(mended(page)).toContainText('Wick 76: hold CH, turn, let go.')
  let presses = 0
  for (;;) {
    const { check } = (await app.api(`/setups/${look}`)).board
    if (!check) break
    // The first button of the first that is to be mended.
    await mended(page).getByRole('button').first().click()
    presses += 1
    await expect.poll(async () => (await app.api(`/setups/${look}`)).board.check?.count ?? 0).toBeLessThan(check.count)
    await expect(page.getByRole('link', { name: /^Check/ })).not.toContainText(String(check.count))
  }
  // One press for each of them.
  expect(presses).toBeLessThanOrEqual(14)
  await expect(heading).toContainText('Nothing to mend')
  await page.keyboard.press('Enter')
  const dialog = page.getByRole('dialog', { name: 'Fire each in turn' })
  await expect(dialog).toContainText('Key: fire it by itself (Tallow 500: press Test once), or fire its group alone.')
  await dialog.getByRole('button', { name: 'It fired' }).click()
  await expect(dialog.getByRole('listitem').nth(0).getByRole('img')).toHaveAccessibleName('right')
  await dialog.getByRole('button', { name: 'It did not' }).click()
  await expect(heading).toContainText('One to mend before the first flash: Fill, fires')
  await expect(mended(page)).toContainText('Fill did not fire: look at its channel, its group')
  await mended(page).getByRole('button', { name: 'It fires now' }).click()
  await expect(heading).toContainText('Nothing to mend')
})

test('a cell is ticked by keys, says who looked, and is not said again once something else is wanted there', async ({
  app,
  page,
}) => {
  const look = await faulty(app, 'Ticked')
  await page.goto(`/setups/${look}/check`)
  await page.getByRole('textbox', { name: 'Ticked by' }).fill('Assistant')
  const cell = page.getByRole('button', { name: 'Zoom head of Rim: 24 mm' })
  await page.getByRole('button', { name: /^Channel of Rim/ }).focus()
  for (let i = 0; i < 12 && !(await cell.evaluate((e) => e === document.activeElement)); i += 1)
    await page.keyboard.press('ArrowDown')
  await expect(cell).toBeFocused()
  await page.keyboard.press('Space')
  await expect(cell).toHaveAttribute('aria-pressed', 'true')
  await expect(cell).toHaveAttribute('title', 'Ticked by Assistant')
  await page.reload()
  await expect(cell).toHaveAttribute('aria-pressed', 'true')
  const { setup } = await app.api(`/setups/${look}`)
  expect(setup.checks).toEqual([{ device: { unit: 'rim' }, point: 'zoom', saw: { right: '24 mm' }, by: 'Assistant' }])
  // Without its front the head is to be as tight as it goes: that is another thing to look at.
  const rim = setup.lights.find((l: { id: string }) => l.id === 'rim')
  const { unit, rig } = rim
  await app.write(look, { light: { light: 'rim', role: 'rim', unit, dial: '1/1', rig: { ...rig, shape: undefined } } })
  await expect(page.getByRole('button', { name: 'Zoom head of Rim: 200 mm' })).toHaveAttribute('aria-pressed', 'false')
})

test('two people tick at once, one undoes, and an earlier moment is not written in: nothing is lost', async ({
  app,
  page,
  browser,
}) => {
  const look = await faulty(app, 'Two at once')
  const other = await (await browser.newContext()).newPage()
  for (const one of [page, other]) await one.goto(`${app.url}/setups/${look}/check`)
  const cell = (of: Page, name: string) => of.getByRole('button', { name: new RegExp(`^${name}`) })
  await Promise.all([cell(page, 'Mode of Key').click(), cell(other, 'Mode of Fill').click()])
  await Promise.all([cell(page, 'Ready of Key').click(), cell(other, 'Ready of Fill').click()])
  for (const one of [page, other])
    for (const name of ['Mode of Key', 'Mode of Fill', 'Ready of Key', 'Ready of Fill'])
      await expect(cell(one, name)).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('z')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.checks.length).toBe(3)
  await page.keyboard.press('Shift+Z')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.checks.length).toBe(4)
  await other.reload()
  for (const name of ['Mode of Key', 'Ready of Fill'])
    await expect(cell(other, name)).toHaveAttribute('aria-pressed', 'true')
  await other.context().close()
  // From an earlier moment of the board it opens as everything stands now.
  await page.goto(`/setups/${look}`)
  await page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('button').first().click()
  await expect(page.getByRole('status', { name: 'An earlier moment' })).toBeVisible()
  await page.keyboard.press('c')
  for (const name of ['Mode of Key', 'Ready of Fill'])
    await expect(cell(page, name)).toHaveAttribute('aria-pressed', 'true')
  // Begin again forgets what was seen, in one step that can be taken back.
  await page.getByRole('button', { name: 'Begin again' }).click()
  await expect(cell(page, 'Mode of Key')).toHaveAttribute('aria-pressed', 'false')
  await expect(page.getByRole('button', { name: 'Begin again' })).toBeHidden()
  await page.keyboard.press('z')
  await expect(cell(page, 'Mode of Key')).toHaveAttribute('aria-pressed', 'true')
  expect((await app.api(`/setups/${look}`)).setup.checks).toHaveLength(4)
})

test('a caution is told where its act is, once a sitting, and is read again on its page', async ({ app, page }) => {
  const look = await underWay(app, 'Fog signal keeper')
  await page.goto(`/setups/${look}`)
  await page.getByRole('tab', { name: 'Camera', exact: true }).click()
  await page.getByRole('button', { name: /what must hold$/ }).click()
  await page.getByRole('checkbox', { name: 'Haze' }).check()
  await page.getByRole('button', { name: 'Hold to it' }).click()
  await page.getByRole('button', { name: /to know$/ }).click()
  const known = page.getByRole('list', { name: 'Worth knowing' })
  await expect(known).toContainText('Haze sets off smoke alarms')
  // What lies in the kit, and not in an act, waits in Check.
  await page.keyboard.press('c')
  await page.getByRole('textbox', { name: 'Ticked by' }).fill('Assistant')
  const asks = page.getByRole('complementary', { name: 'To mend' })
  for (const what of ['Asked: Haze', 'Asked: Flashing light', 'Taped: Stands and cables']) {
    await asks.getByRole('button', { name: what }).click()
    await expect(asks.getByRole('button', { name: what })).toBeHidden()
  }
  await page.keyboard.press('c')
  await expect(page.getByRole('tab', { name: 'Camera', exact: true })).toBeVisible()
  await expect(page.getByText('Haze sets off smoke alarms')).toBeHidden()
  // Another look of the sitting does not ask again; another sitting does.
  const { sitting } = await app.api(`/setups/${look}`)
  const second = randomUUID()
  await app.api(`/sittings/${sitting.id}/setups`, { id: second, name: 'From the side', from: look })
  await page.goto(`/setups/${second}/check/cautions`)
  const haze = page.getByRole('listitem').filter({ hasText: 'Haze sets off' })
  await expect(haze).toContainText('Done in this sitting, by Assistant')
  await haze.getByRole('button', { name: 'Tell it again: Haze' }).click()
  await expect(haze).toContainText('Here: the whole sitting')
  const next = randomUUID()
  await app.api('/sittings', {
    id: randomUUID(),
    name: 'Bell founder',
    from: look,
    look: { id: next, name: 'Look 1' },
  })
  await page.goto(`/setups/${next}/check/cautions`)
  await expect(page.getByRole('listitem').filter({ hasText: 'Legs out' })).toContainText('Here: the whole sitting')
})

test('a dial that went down is told until the unit has flashed, and what is wrong may be put aside with a reason', async ({
  app,
  page,
}) => {
  const look = await faulty(app, 'Stored')
  await page.goto(`/setups/${look}/check`)
  const list = mended(page)
  await expect(list).toContainText(
    'Ground still holds the charge of 1/2: fire Tallow 500 once to dump it, or the next flash is 1.0 stop too bright.',
  )
  await expect(list).toContainText('Tallow 500: press Test once.')
  await list.getByRole('button', { name: 'Fired once' }).click()
  await expect(list).not.toContainText('still holds the charge')
  await expect(page.getByRole('button', { name: 'Stored charge of Ground: at 1/4' })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  const commander = list.locator('div', { hasText: 'adds its own flash' }).last()
  await commander.getByRole('button', { name: 'Put aside …' }).click()
  await list.getByRole('textbox', { name: 'Why it may stay so' }).fill('it is the fill')
  await page.keyboard.press('Enter')
  await expect(list).toContainText('Spill: mode put aside. it is the fill')
  await list.getByRole('button', { name: 'Look again' }).click()
  await expect(list).toContainText('adds its own flash')
})

test('on the phone one device stands at a time, and the list alone mends it', async ({ app, page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const look = await faulty(app, 'On the phone')
  await page.goto(`/setups/${look}`)
  await page.getByRole('button', { name: /to know$/ }).click()
  await page.getByRole('link', { name: /to mend before the first flash/ }).click()
  await expect(page.getByRole('main', { name: 'Check on the phone' })).toBeVisible()
  let presses = 0
  for (;;) {
    const { check } = (await app.api(`/setups/${look}`)).board
    if (!check) break
    const off = page.getByRole('radio').filter({ has: page.getByRole('img', { name: 'to mend' }) })
    const list = mended(page)
    if (!(await list.getByRole('button').first().isVisible())) await off.first().click()
    const told = await list.getByRole('paragraph').first().innerText()
    await list.getByRole('button').first().click()
    presses += 1
    await expect.poll(async () => (await app.api(`/setups/${look}`)).board.check?.count ?? 0).toBeLessThan(check.count)
    // Gone from the screen too, before the next is looked for.
    await expect(list).not.toContainText(told)
  }
  expect(presses).toBeLessThanOrEqual(14)
  await page.getByRole('radio', { name: /Key/ }).click()
  await page.getByRole('button', { name: 'Fire this one' }).click()
  await page.getByRole('button', { name: 'It fired' }).click()
  await expect
    .poll(async () =>
      (await app.api(`/setups/${look}`)).setup.checks.some((t: { point: string }) => t.point === 'fires'),
    )
    .toBe(true)
  // Nothing is wider than the phone.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
})

test('cautions stand on one page, and without units there is nothing to look at', async ({ app, page }) => {
  const look = await faulty(app, 'Cautions')
  await page.goto(`/setups/${look}/check`)
  await page.getByRole('link', { name: 'Cautions' }).click()
  await expect(page.getByRole('heading', { name: 'Mains' })).toBeVisible()
  await expect(page.getByRole('listitem').filter({ hasText: 'Charge as the maker says' })).toContainText(
    'Here: Rim, Hair',
  )
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(/\/check$/)
  // A modelling lamp is said in the light's own form too, and off it heats nothing.
  await expect(page.getByRole('button', { name: 'Kept clear: Hot lamps' })).toBeVisible()
  await page.keyboard.press('c')
  for (const name of ['Key', 'Fill', 'Ground']) {
    await lane(page, name).click()
    await page.getByRole('button', { name: 'Edit' }).click()
    await choose(page, /^Modelling lamp/, 'off')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('dialog')).toBeHidden()
  }
  await page.keyboard.press('c')
  await expect(page.getByRole('button', { name: 'Asked: Flashing light' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Kept clear: Hot lamps' })).toBeHidden()
  const empty = await app.begin('Nothing yet')
  await page.goto(`/setups/${empty}/check`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'Say which units there are, then their list stands here.',
  )
  const far = await underWay(app, 'Under way')
  await page.goto(`/setups/${far}/check`)
  await expect(page.getByRole('columnheader', { name: /Fill/ })).toBeVisible()
  await page.keyboard.press('c')
  await expect(lane(page, 'Fill')).toBeVisible()
})

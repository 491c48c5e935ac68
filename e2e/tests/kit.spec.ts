import { readFile, writeFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { App, choose, expect, lane, test } from '../support/app'

/** Types in a strobe of the kit. */
async function addStrobe(page: Page, name: string, dial: string, fields: Record<string, string>): Promise<void> {
  await page.getByRole('button', { name: 'Add a strobe' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill(name)
  await choose(page, /How its dial is written/, dial)
  for (const [label, text] of Object.entries(fields)) {
    if (label === 'Step') await choose(page, /^Step/, text)
    else await page.getByRole('textbox', { name: label, exact: true }).fill(text)
  }
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
}

test('four strobes with four kinds of dial are typed in, and the same way down reads right on each', async ({
  app,
  page,
  board,
}) => {
  const tag = `${Date.now() % 100000}`
  await page.goto('/kit')
  await addStrobe(page, `Num ${tag}`, 'Numbers, such as 2.0 to 10.0', {
    'Number at full power': '10',
    'Lowest number': '2',
  })
  await addStrobe(page, `Ten ${tag}`, 'Fractions, 1/1 to 1/128', { 'Lowest, 1/': '256', Step: 'tenths' })
  await addStrobe(page, `Thi ${tag}`, 'Fractions, 1/1 to 1/128', { 'Lowest, 1/': '128', Step: 'thirds' })
  await addStrobe(page, `Wat ${tag}`, 'Watt-seconds', { 'Full power': '500', Lowest: '8', 'Step of the dial': '1' })
  for (const [name, from, to] of [
    ['Num', '7.0', '6.3'],
    ['Ten', '1/8', '1/16 +0.3'],
    ['Thi', '1/8', '1/16 +1/3'],
    ['Wat', '62', '39 Ws'],
  ] as const) {
    const look = await app.begin(`Dial ${name}`)
    for (const entry of [
      { reading: { of: 'room', shows: '1 0', iso: '100', shutter: '1/8' } },
      { camera: { aperture: '8', shutter: '1/125', iso: '100' } },
      { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } },
      { reading: { of: 'key', shows: '5.6 4' } },
      { reading: { of: 'fill', shows: '5.6 1' } },
    ])
      await app.write(look, entry)
    await board(look)
    await lane(page, 'Fill').click()
    await page.getByRole('button', { name: 'Choose its unit' }).click()
    await choose(page, /^Unit/, `${name} ${tag}`)
    await page.getByRole('textbox', { name: 'Dial now' }).fill(from)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.locator('#next-move')).toHaveText(`Fill down 0.7 stop: set ${to}`)
  }
})

test('a wrong sheet is told at its field, and nothing is kept', async ({ page }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: 'Add a strobe' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Wrong')
  await page.getByRole('textbox', { name: 'Lowest, 1/' }).fill('100')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('1/100 is no lowest fraction')).toBeVisible()
  await page.getByRole('textbox', { name: 'Lowest, 1/' }).fill('128')
  await page.getByRole('textbox', { name: 'Rated energy' }).fill('-5')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('-5 Ws is no rated energy')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByRole('button', { name: /^Wrong/ })).toHaveCount(0)
})

test('pieces are found, copied, edited and retired; a sitting keeps what it used', async ({ app, page }) => {
  await page.goto('/kit')
  await page.getByRole('searchbox', { name: 'Find in the kit' }).fill('octa')
  await page.getByRole('button', { name: /^Octa 90/ }).click()
  await page.getByRole('button', { name: 'Copy' }).click()
  await page.getByRole('textbox', { name: 'Name' }).fill('Octa 120')
  await page.getByRole('textbox', { name: 'Across' }).fill('1.2')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('button', { name: /^Octa 120.*1.2 m round/ })).toBeVisible()
  await page.getByRole('button', { name: 'Retire' }).click()
  await expect(page.getByRole('button', { name: /^Octa 120/ })).toHaveCount(0)
  await page.getByText('retired too').click()
  await page.getByRole('button', { name: /^Octa 120.*retired/ }).click()
  await page.getByRole('button', { name: 'Bring back' }).click()
  await expect(page.getByRole('button', { name: 'Retire' })).toBeVisible()
  // Another sheet for Taper 400 changes nothing of what the demo's sitting used.
  const before = await app.api('/setups/0199a100-0000-7000-9007-000000000000')
  await page.getByRole('searchbox').fill('taper 400')
  await page.getByRole('button', { name: /^Taper 400/ }).click()
  await page.getByRole('textbox', { name: 'Rated energy' }).fill('390')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Taper 400 is saved. Sittings keep what they used.')).toBeVisible()
  expect(await app.api('/setups/0199a100-0000-7000-9007-000000000000')).toEqual(before)
  // A unit that is dangerous to open says so where it stands.
  await expect(page.getByText('Never open a unit')).toBeVisible()
})

test('a clearing that is refused is told, and nothing is gone', async ({ page }) => {
  await page.goto('/kit')
  await expect(page.getByRole('button', { name: /^Taper 400/ })).toBeVisible()
  const problem = { title: 'In use', status: 409, detail: 'The kit is being imported. Try again when it is in.' }
  await page.route('**/api/kit**', (route) => {
    if (route.request().method() === 'GET') return route.continue()
    return route.fulfill({ status: 409, contentType: 'application/problem+json', body: JSON.stringify(problem) })
  })
  await page.getByRole('button', { name: 'Clear' }).click()
  await page.getByRole('button', { name: 'Clear the kit' }).click()
  await expect(page.getByText('The kit is being imported.')).toBeVisible()
  await expect(page.getByText(/is cleared|None yet/)).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: /^Taper 400/ })).toBeVisible()
})

test('the kit is exported, cleared and imported identical; a broken document changes nothing', async ({ browser }) => {
  const app = await App.start()
  const context = await browser.newContext({ baseURL: app.url })
  const page = await context.newPage()
  await page.goto('/kit')
  await expect(page.getByRole('button', { name: /^Taper 400/ })).toBeVisible()
  const before = await app.api('/kit/export')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export' }).click(),
  ])
  const file = test.info().outputPath('kit.json')
  await download.saveAs(file)
  await page.getByRole('button', { name: 'Clear' }).click()
  await page.getByRole('button', { name: 'Clear the kit' }).click()
  await expect(page.getByText('None yet. Add a strobe, or import a kit.')).toBeVisible()
  // There is a way back.
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/\d+ pieces are back/)).toBeVisible()
  await page.getByRole('button', { name: 'Clear' }).click()
  await page.getByRole('button', { name: 'Clear the kit' }).click()
  // Later too.
  await page.reload()
  await page.getByRole('button', { name: 'Bring back' }).click()
  await expect(page.getByRole('button', { name: /^Taper 400/ })).toBeVisible()
  expect(await app.api('/kit/export')).toEqual(before)
  await page.getByRole('button', { name: 'Clear' }).click()
  await page.getByRole('button', { name: 'Clear the kit' }).click()
  await expect(page.getByText('None yet. Add a strobe, or import a kit.')).toBeVisible()
  const input = page.getByLabel('Kit document to import')
  const broken = test.info().outputPath('broken.json')
  const text = await readFile(file, 'utf8')
  for (const [content, words] of [
    [text.slice(0, 300), 'is no JSON'],
    [text.replace('"rated": 250', '"rated": "250 Ws"'), 'is.strobe.rated: “250 Ws” does not fit here: a number does.'],
    [text.replace('"rated": 250', '"power": 250'), 'There is no field “power” here.'],
  ] as const) {
    await writeFile(broken, content)
    await input.setInputFiles(broken)
    await expect(page.getByText('Nothing was changed.').filter({ hasText: words })).toBeVisible()
  }
  expect((await app.api('/kit/export')).items).toEqual([])
  await input.setInputFiles(file)
  await expect(page.getByText(/\d+ added, 0 changed, 0 there already/)).toBeVisible()
  expect(await app.api('/kit/export')).toEqual(before)
  await context.close()
  await app.stop('SIGTERM')
})

test('what readings taught is shown with its count, and can be forgotten', async ({ app, page }) => {
  await page.goto('/kit')
  await page.getByRole('button', { name: /^Tallow 500/ }).click()
  const taught = page.getByRole('region', { name: 'What readings taught' })
  const row = taught.getByRole('row').filter({ hasText: 'Box 90x120' })
  await expect(row).toBeVisible()
  const count = (await app.api('/kit')).learnt.length
  await row.getByRole('button', { name: /^Forget/ }).click()
  await expect(row).toHaveCount(0)
  expect((await app.api('/kit')).learnt).toHaveLength(count - 1)
})

import type { Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { expect, test } from '../support/app'
import { scan } from '../support/axe'
import { card, lit, shot } from '../support/frames'

const picture = (page: Page) =>
  page.getByRole('region', { name: 'Picture' }).getByRole('img', { name: /^The frame as shot/ })
const tones = (page: Page) => page.getByRole('region', { name: 'Tones in the picture' })
const title = (page: Page) => page.getByRole('region', { name: 'Next move' })
const load = (page: Page, files: string | string[]) => page.locator('input[type=file]').setInputFiles(files)
const roll = (page: Page) => page.getByRole('list', { name: 'Frames of this look, oldest first' })
const more = async (page: Page, item: string) => {
  await page.getByRole('button', { name: 'More of this frame and the roll' }).click()
  await page.getByRole('menuitem', { name: item }).click()
}

test('a camera is taught its tone from a bracket of a grey card, and its frames are read by it', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  const body = { name: 'Loft 70', shutter: { focal_plane: { sync: '1/200' } }, fastest: '1/8000', slowest: '30' }
  const kept = await app.api(
    '/kit/01990000-0000-7000-8000-000000000035',
    {
      is: { camera: { ...body, base_iso: '100', steps: 'thirds' } },
    },
    'PUT',
  )
  await app.write(look, { camera: { aperture: '8', shutter: '1/160', iso: '100', body: kept.is.camera } })
  // A camera of gamma 1.5: mid-grey is 118, and each stop a factor of 2^(1/1.5).
  const times = ['1/1250', '1/640', '1/320', '1/160', '1/80']
  const files = times.map((time, n) => card(Math.round(118 * 2 ** ((n - 3) / 1.5)), [`-ExposureTime=${time}`]))
  await page.goto(`/setups/${look}/frame`)
  await page.getByRole('radio', { name: 'Shot' }).click()
  await load(page, files)
  await expect(roll(page).getByRole('button')).toHaveCount(5)
  // Two stops under mid-grey: plain sRGB tells it otherwise, and not surely.
  await roll(page).getByRole('button').nth(1).click()
  await page.getByRole('button', { name: 'Grey card', exact: true }).click()
  const told = tones(page).locator('p').last()
  await expect(told).toContainText(/Grey card −2\.[5-9] ± 0\.3/)
  await more(page, 'Teach the camera’s tone')
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByRole('checkbox', { checked: true })).toHaveCount(5)
  await expect(dialog.getByRole('status')).toContainText(/sure to ± 0\.0\d stop/)
  expect(await scan(page)).toEqual([])
  // Two frames are no bracket: that is said, and nothing can be kept.
  for (const n of [0, 1, 2]) await dialog.getByRole('checkbox').nth(n).uncheck()
  await expect(dialog.getByRole('status')).toContainText('2 frames are no bracket.')
  await expect(dialog.getByRole('button', { name: 'Keep it' })).toBeDisabled()
  for (const n of [0, 1, 2]) await dialog.getByRole('checkbox').nth(n).check()
  await dialog.getByRole('button', { name: 'Keep it' }).click()
  await expect(dialog).toBeHidden()
  await expect(told).toContainText(/Grey card −2\.0 ± 0\.[01]/)
  await expect(tones(page)).toContainText('By this camera’s own curve')
  // The sheet in the kit has it, keeps it when something else is changed, and forgets it when asked.
  await page.goto('/kit')
  await page.getByRole('tab', { name: /^Cameras/ }).click()
  await page.getByRole('button', { name: /^Loft 70/ }).click()
  await expect(page.getByText(/Taught from 5 exposures of Loft 35: within 0\.\d\d stop/)).toBeVisible()
  await page.getByLabel('Your own ISO cap').fill('800')
  await page.getByRole('button', { name: 'Save' }).click()
  const curve = async () => {
    const { items } = await app.api('/kit')
    return items.find((i: any) => i.is.camera?.name === 'Loft 70').is.camera
  }
  await expect.poll(async () => (await curve()).iso_cap).toBe('800')
  expect((await curve()).curve.points).toHaveLength(5)
  await page.getByRole('button', { name: 'Forget it' }).click()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect.poll(async () => (await curve()).curve).toBeUndefined()
})

test('frames are rated, noted and held against each other, with what was changed between them', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  const first = await shot(app, look)
  await page.goto(`/setups/${look}/frame`)
  await page.getByRole('radio', { name: 'Shot' }).click()
  await load(page, first)
  await expect(picture(page)).toBeVisible()
  await app.write(look, { dial: { light: 'key', dial: '1/16 +0.3' } })
  await load(page, await shot(app, look, ['-ExposureTime=1/80']))
  await expect(roll(page).getByRole('button')).toHaveCount(2)
  await page.getByRole('radio', { name: '4 stars' }).click()
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await page.getByLabel('What is to be remembered of it').fill('chin lower')
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByText('chin lower')).toBeVisible()
  await expect
    .poll(async () => (await app.api(`/setups/${look}/frames`)).frames[1])
    .toMatchObject({
      rating: 4,
      note: 'chin lower',
    })
  expect(await scan(page)).toEqual([])
  // The sitter sat still: the patches stay where they are.
  const cheek = page.getByRole('button', { name: 'Patch 1, Lit cheek' })
  const at = () => cheek.evaluate((e) => e.getBoundingClientRect().x)
  const before = await at()
  const told = page.waitForResponse(/\/moved\?from=/)
  await more(page, 'Move the patches with the sitter')
  const moved = await (await told).json()
  expect(Math.abs(moved.x) + Math.abs(moved.y)).toBeLessThan(0.006)
  expect(Math.abs((await at()) - before)).toBeLessThan(2)
  // By its key: the one that is looked at against the one before.
  await page.keyboard.press('a')
  const dialog = page.getByRole('dialog')
  const changed = dialog.getByRole('region', { name: 'What was changed from A to B' })
  await expect(changed.getByRole('listitem')).toHaveText(['Camera 1/160 to 1/80 s', 'Key down 0.7 to 1/16 +0.3'])
  await expect(dialog.getByRole('img', { name: /^Frame [AB]$/ })).toHaveCount(2)
  await page.keyboard.press('a')
  await expect(dialog.getByRole('img', { name: 'Frame B' })).toBeVisible()
  await expect(dialog.getByRole('img', { name: 'Frame A' })).toBeHidden()
  await page.keyboard.press('a')
  await expect(dialog.getByRole('img', { name: 'Frame A' })).toBeVisible()
  expect(await scan(page)).toEqual([])
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()
  // On the tape each stands small, and large on a press.
  await page.goto(`/setups/${look}`)
  const tape = page.getByRole('region', { name: 'Tape' })
  await expect(tape.getByRole('link', { name: /^Frame \d, large$/ })).toHaveCount(2)
  await tape.getByRole('link', { name: 'Frame 1, large' }).click()
  await expect(roll(page).getByRole('button', { name: /^Frame 1/ })).toHaveAttribute('aria-pressed', 'true')
  await expect(picture(page)).toBeVisible()
  // The roll goes out as files.
  const out = page.waitForEvent('download')
  await more(page, 'The roll as a table (CSV)')
  const table = readFileSync(await (await out).path(), 'utf8')
    .trimEnd()
    .split('\r\n')
  expect(table[0]).toMatch(/^frame,file,taken,/)
  expect(table[2]).toContain(',4,chin lower,')
})

test('a frame goes to another look and comes back by undo', async ({ app, page }) => {
  const look = await lit(app)
  const { sitting } = await app.api(`/setups/${look}`)
  const other = await app.api(`/sittings/${sitting.id}/setups`, { id: crypto.randomUUID(), name: 'Hands' })
  await page.goto(`/setups/${look}/frame`)
  await page.getByRole('radio', { name: 'Shot' }).click()
  await load(page, [await shot(app, look), await shot(app, look, [], [{ dial: { light: 'key', dial: '1/4' } }])])
  await expect(roll(page).getByRole('button')).toHaveCount(2)
  await more(page, 'Move to Hands')
  await expect(page.getByText(/is in Hands\.$/)).toBeVisible()
  await expect(roll(page)).toBeHidden()
  expect((await app.api(`/setups/${other.id}/frames`)).frames).toHaveLength(1)
  await page.keyboard.press('z')
  await expect(roll(page).getByRole('button')).toHaveCount(2)
  await more(page, 'Take it out of the roll')
  await expect(roll(page)).toBeHidden()
  expect((await app.api(`/setups/${other.id}/frames`)).frames).toHaveLength(1)
})

test('what is behind a difference is said, and drawn as what was shot less what was foretold', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  await page.goto(`/setups/${look}/frame`)
  await page.getByRole('radio', { name: 'Shot' }).click()
  // The key was turned to half of what the board was told.
  await load(page, await shot(app, look, [], [{ dial: { light: 'key', dial: '1/16' } }]))
  await expect(picture(page)).toBeVisible()
  await expect(title(page)).toContainText(/Key gives 1\.0 less than foretold|All is 1\.0 darker than foretold/)
  await expect(title(page)).toContainText(/It may be (the exposure|key) as well\./)
  const less = page.getByRole('img', { name: /^Shot less foretold/ })
  await expect(less).toBeVisible()
  // In grey: darker than the surround where the face is, the surround's own where nothing differs.
  const values = await less.evaluate(async (img: HTMLImageElement) => {
    await img.decode()
    const canvas = document.createElement('canvas')
    canvas.width = img.naturalWidth
    canvas.height = img.naturalHeight
    const drawn = canvas.getContext('2d')!
    drawn.drawImage(img, 0, 0)
    const { data } = drawn.getImageData(0, 0, canvas.width, canvas.height)
    return Array.from({ length: data.length / 4 }, (_, i) => data[4 * i]!)
  })
  expect(Math.min(...values)).toBeLessThan(0x77 - 45)
  expect(values.filter((v) => Math.abs(v - 0x77) < 6).length).toBeGreaterThan(values.length / 20)
  // A frame without flash is held against the wish for the room.
  await page.getByRole('button', { name: 'Lit by: not said yet' }).click()
  await page.getByRole('option', { name: 'No flash' }).click()
  await expect(title(page)).toContainText(/^Without flash \d+ % of the frame is black, its brightest place/)
})

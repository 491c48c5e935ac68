import type { Page } from '@playwright/test'
import { expect, test } from '../support/app'
import { scan } from '../support/axe'
import { dropped, lit, shot } from '../support/frames'

const tones = (page: Page) => page.getByRole('region', { name: 'Tones in the picture' })
const picture = (page: Page) =>
  page.getByRole('region', { name: 'Picture' }).getByRole('img', { name: /^The frame as shot/ })
const choose = (page: Page, files: string | string[]) => page.locator('input[type=file]').setInputFiles(files)

test('a test frame is loaded, measured beside what was foretold, and what its file says is held against the board', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  const file = await shot(app, look, ['-ExposureTime=1/125', '-FocalLength=85'])
  await page.goto(`/setups/${look}/frame`)
  await expect(page.getByRole('radio', { name: 'Shot' })).toBeVisible()
  await page.keyboard.press('e')
  await expect(page.getByText('Load a test frame: drop it here, or choose its file.')).toBeVisible()
  // The key asks the browser for a file; which one is said here.
  const input = page.locator('input[type=file]')
  await input.evaluate((e) =>
    e.addEventListener('click', (event) => {
      event.preventDefault()
      e.dataset.asked = 'yes'
    }),
  )
  await page.keyboard.press('l')
  await expect(input).toHaveAttribute('data-asked', 'yes')
  await choose(page, file)
  await expect(picture(page)).toBeVisible()
  await expect(page.getByText('Frame 1 ƒ8 · 1/125 s · ISO 100')).toBeVisible()
  // The sitter as he is, shot as foretold: each place lies where it should, within what a camera's curve hides.
  for (const [n, place] of ['Lit cheek', 'Shadow cheek', 'Forehead'].entries()) {
    await page.keyboard.press(String(n + 1))
    await expect(tones(page).locator('p b').first()).toHaveText(new RegExp(`^${place} `))
    const told = (text: string | null) => Number((text ?? '').replace(place, '').replace('−', '-').trim())
    const shown = tones(page).locator('p b').first()
    const foretold = tones(page).locator('.tabular-nums').nth(n)
    await expect
      .poll(async () => Math.abs(told(await shown.textContent()) - told(await foretold.textContent())))
      .toBeLessThan(0.15)
  }
  expect(await scan(page)).toEqual([])
  // It was shot at another time than the camera is set to here.
  const title = page.getByRole('region', { name: 'Next move' })
  await expect(title).toContainText('Frame 1 is not from 1/160: its file says 1/125.')
  await title.getByRole('button', { name: 'It was meant so' }).click()
  await expect(title).not.toContainText('its file says')
  await page.keyboard.press('z')
  await expect(title).toContainText('its file says')
  await title.getByRole('button', { name: 'Use the frame’s' }).click()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.camera.exposure.shutter).toBe('1/125')
  // Which lights were on is said in a press.
  await page.getByRole('button', { name: 'Lit by: not said yet' }).click()
  await page.getByRole('option', { name: 'Key alone' }).click()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.shots[0].lit).toEqual({ alone: 'key' })
})

test('a grey card in a frame of one light is its reading, and two cheeks tell the ratio, without a meter', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  const file = await shot(app, look, ['-ISO=200'])
  await page.goto(`/setups/${look}/frame`)
  await page.getByRole('radio', { name: 'Shot' }).click()
  await choose(page, file)
  await expect(picture(page)).toBeVisible()
  await expect(tones(page).locator('p').last()).toContainText(/lit to shadow cheek [\d.]+ : 1 ± \d\.\d stop/)
  await page.getByRole('button', { name: 'Grey card', exact: true }).click()
  await expect(page.getByText('Say which lights were on: then the card is a reading of them.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Log as a reading' })).toBeHidden()
  await page.getByRole('button', { name: 'Lit by: not said yet' }).click()
  await page.getByRole('option', { name: 'Key alone' }).click()
  await expect(tones(page).locator('p b').first()).toHaveText(/^Grey card [+−]?\d/)
  const tone = await tones(page).locator('p b').first().textContent()
  await page.getByRole('button', { name: 'Log as a reading' }).click()
  // The frame was shot at ISO 200: there it is what the card says, and it is held with the light as from a frame.
  const told = (tone ?? '').replace('Grey card ', '')
  await expect
    .poll(async () =>
      (await app.api(`/setups/${look}`)).tape.items.at(-1)?.line.head.map((s: any) => s.text ?? s.strong),
    )
    .toEqual(['Key ', told])
  const { setup } = await app.api(`/setups/${look}`)
  const { reading } = setup.lights.find((l: { id: string }) => l.id === 'key')
  expect([reading.reading.iso, reading.how.frame.picture]).toEqual(['200', setup.shots[0].picture])
  // Skin beside the card teaches how far it lies over one: from then on a frame without a card is read by the skin.
  await page.keyboard.press('3')
  await expect(page.getByRole('button', { name: 'Log as a reading' })).toBeHidden()
  await page.getByRole('button', { name: /^Skin is [+−]?\d\.\d over the card$/ }).click()
  await expect(page.getByText(/Skin lies [+−]?\d\.\d over a grey card\./)).toBeVisible()
  await choose(page, await shot(app, look, ['-ISO=200'], [{ dial: { light: 'key', dial: '1/16' } }]))
  await page.getByRole('button', { name: 'Lit by: not said yet' }).click()
  await page.getByRole('option', { name: 'Key alone' }).click()
  await page.keyboard.press('3')
  await page.getByRole('button', { name: 'Log as a reading' }).click()
  await expect
    .poll(async () => (await app.api(`/setups/${look}`)).tape.items.at(-1)?.line.tail)
    .toMatch(/^read in frame 2, ± 0\.\d$/)
  const again = (await app.api(`/setups/${look}`)).setup.lights.find((l: { id: string }) => l.id === 'key').reading
  expect(again.how.frame.picture).not.toBe(reading.how.frame.picture)
})

test('a patch that is moved is remembered for the next frame, and on another page', async ({ app, page }) => {
  const look = await lit(app)
  const [first, second] = [await shot(app, look), await shot(app, look, [], [{ dial: { light: 'key', dial: '1/16' } }])]
  await page.goto(`/setups/${look}/frame`)
  await choose(page, first)
  await expect(picture(page)).toBeVisible()
  const cheek = page.getByRole('button', { name: 'Patch 1, Lit cheek' })
  await cheek.focus()
  for (let n = 0; n < 5; n++) await page.keyboard.press('ArrowUp')
  const at = await cheek.evaluate((e) => (e as HTMLElement).style.top)
  await expect.poll(async () => (await app.api(`/setups/${look}/frames`)).patches.length).toBeGreaterThan(3)
  const before = await tones(page).locator('p b').first().textContent()
  await choose(page, second)
  const roll = page.getByRole('list', { name: 'Frames of this look, oldest first' })
  await expect(roll.getByRole('button')).toHaveCount(2)
  expect(await cheek.evaluate((e) => (e as HTMLElement).style.top)).toBe(at)
  // A stop less light: the same place is darker.
  await expect(tones(page).locator('p b').first()).not.toHaveText(before ?? '')
  await roll.getByRole('button', { name: /^Frame 1/ }).click()
  await expect(tones(page).locator('p b').first()).toHaveText(before ?? '')
  await page.reload()
  await page.getByRole('radio', { name: 'Shot' }).click()
  await expect(cheek).toBeVisible()
  await expect.poll(() => cheek.evaluate((e) => (e as HTMLElement).style.top)).toBe(at)
})

test('frames are dropped on the board: each once, whatever becomes of the answers, and no picture says so', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  const files = [await shot(app, look), await shot(app, look, [], [{ dial: { light: 'key', dial: '1/4' } }])]
  // The first answer is lost on its way back: the frame is there, and the page does not know.
  let lost = false
  await page.route('**/frames?*', async (route) => {
    if (lost) return route.continue()
    lost = true
    await route.fetch()
    await route.abort('connectionreset')
  })
  await page.goto(`/setups/${look}`)
  await expect(page.getByRole('region', { name: 'Tape' })).toBeVisible()
  await page.evaluate(
    (all) => {
      const transfer = new DataTransfer()
      for (const { name, base64 } of all)
        transfer.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], name))
      for (const kind of ['dragenter', 'dragover', 'drop'])
        document.documentElement.dispatchEvent(
          new DragEvent(kind, { dataTransfer: transfer, bubbles: true, cancelable: true }),
        )
    },
    [...files.map(dropped), { name: 'notes.txt', base64: btoa('no picture') }],
  )
  await expect.poll(async () => (await app.api(`/setups/${look}/frames`)).frames.length).toBe(2)
  await expect(page.getByRole('region', { name: 'Tape' })).toContainText('Frame 2')
  await page.goto(`/setups/${look}/frame`)
  await expect(page.getByRole('radio', { name: 'Shot' })).toBeVisible()
  await page.keyboard.press('e')
  await choose(page, files)
  await expect(page.getByText('0 frames taken in. 2 were there before.')).toBeVisible()
  expect((await app.api(`/setups/${look}`)).setup.frames).toBe(2)
})

test('what is no picture is named with what would be right, and a frame that did not get through is sent again', async ({
  app,
  page,
}) => {
  const look = await lit(app)
  const file = await shot(app, look)
  await page.goto(`/setups/${look}/frame`)
  await expect(page.getByRole('radio', { name: 'Shot' })).toBeVisible()
  await page.keyboard.press('e')
  await page.locator('input[type=file]').setInputFiles({
    name: 'notes.txt',
    mimeType: 'text/plain',
    buffer: Buffer.from('no picture'),
  })
  const way = page.getByRole('list', { name: 'Frames on their way' })
  await expect(way).toContainText('notes.txt: This is no picture that can be read.')
  await way.getByRole('button', { name: 'Put away' }).click()
  await expect(way).toBeHidden()
  await page.route('**/frames?*', (route) => route.abort('connectionreset'), { times: 1 })
  await choose(page, file)
  await expect(way).toContainText('The server is out of reach.')
  await way.getByRole('button', { name: 'Again' }).click()
  await expect(picture(page)).toBeVisible()
  expect((await app.api(`/setups/${look}/frames`)).frames).toHaveLength(1)
})

test('on the phone a frame from the camera roll is loaded and measured', async ({ app, page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  const look = await lit(app)
  const file = await shot(app, look)
  await page.goto(`/setups/${look}/frame`)
  await page.getByRole('radio', { name: 'Shot' }).click()
  await choose(page, file)
  await expect(picture(page)).toBeVisible()
  await expect(tones(page).getByText(/^Lit cheek [+−]/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Load a frame' })).toBeInViewport()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  expect(await scan(page)).toEqual([])
})

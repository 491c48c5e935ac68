import { App, beside, choose, expect, lane, test } from '../support/app'

const COBBLER = '0199a100-0000-7000-9008-000000000000'

/** A key of the kit, at its target. */
async function key(app: { begin: (n: string) => Promise<string>; write: (l: string, e: unknown) => Promise<unknown> }) {
  const look = await app.begin('Equipment')
  for (const entry of [
    { reading: { of: 'room', shows: '1 0', iso: '100', shutter: '1/8' } },
    { camera: { aperture: '8', shutter: '1/125', iso: '100' } },
    { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } },
  ])
    await app.write(look, entry)
  return look
}

test('a light of the kit shows a likely level before it is read, and a grid moves mark and next move at once', async ({
  app,
  page,
  board,
}) => {
  await board(await key(app))
  await lane(page, 'Key').click()
  await page.getByRole('button', { name: 'Choose its unit' }).click()
  await choose(page, /^Unit/, 'Taper 400')
  await choose(page, /^Modifier/, 'Octa 90')
  await choose(page, /^Grid/, 'on, −1.3')
  await page.getByRole('textbox', { name: 'Dial now' }).fill('1/2')
  await page.getByRole('textbox', { name: 'Distance' }).fill('1.5')
  await page.getByRole('button', { name: 'Save' }).click()
  const card = page.getByRole('region', { name: 'Chosen lane' })
  await expect(card).toContainText(/likely −\d\.\d ±\d\.\d/)
  await expect(card).toContainText('1.0 up, 7.0 down · 200 Ws · ready in 0.5 s')
  await expect(page.locator('[data-text="key.guess"]')).toBeVisible()
  await page.getByRole('textbox', { name: /^Reading of key/ }).fill('5.6 4')
  await page.keyboard.press('Enter')
  await expect(lane(page, 'Key')).toContainText('on target')
  await lane(page, 'Key').click()
  await page.getByRole('button', { name: 'Edit' }).click()
  await choose(page, /^Grid/, 'off')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(lane(page, 'Key')).toContainText('1.3 over')
  await expect(page.locator('#next-move')).toHaveText(/^Key down 1\.3 stops: set 1\/8 \+0\.[67]$/)
  const note = page.getByRole('list', { name: 'Worth knowing' })
  await expect(note).toContainText('the grid was taken off, and it is 1.3 stops over its target: not compensated')
  await note.getByRole('button', { name: /^Set 1\/8 \+0\.[67]$/ }).click()
  await expect(page.locator('#next-move')).toHaveText('Meter the fill alone')
})

test('a three-stop filter moves every light and the room', async ({ app, page, board }) => {
  const look = await key(app)
  await app.write(look, { reading: { of: 'key', shows: '5.6 4' } })
  await board(look)
  await beside(page, 'Camera')
  await choose(page, 'Filter: no filter', 'ND 3 stops')
  await expect(lane(page, 'Key')).toContainText('3.0 under')
  await expect(page.getByRole('row', { name: /^Key/ })).toContainText('−3.6 stops')
  await choose(page, /^Filter: ND/, 'no filter')
  await expect(lane(page, 'Key')).toContainText('on target')
})

test('a reading says what was on and how the meter was held', async ({ app, page, board }) => {
  const look = await key(app)
  await app.write(look, { reading: { of: 'fill', shows: '4 4' } })
  await board(look)
  await lane(page, 'Key').click()
  await page.getByRole('button', { name: /^How it is read/ }).click()
  await page.getByRole('checkbox', { name: 'Fill' }).check()
  await page.keyboard.press('Escape')
  await page.getByRole('textbox', { name: /^Reading of key/ }).fill('8 0')
  await expect(page.locator('#meter-echo')).toContainText('key with the fill on')
  await expect(page.locator('#meter-echo')).toContainText('The others are taken out.')
  await page.keyboard.press('Enter')
  await expect(lane(page, 'Key')).toContainText('on target')
})

test('the board names the light that did not fire', async ({ app, page, board }) => {
  const look = await key(app)
  for (const [of, shows] of [
    ['key', '5.6 4'],
    ['fill', '4 4'],
    ['rim', '8 3'],
    ['whole', '5.6 5'],
  ])
    await app.write(look, { reading: { of, shows } })
  await board(look)
  await expect(page.locator('#next-move')).toHaveText('Whole is 0.5 under its parts: did the fill fire?')
})

test('a transmitter that holds a ratio is told it in stops, and ways of working show what they do', async ({
  app,
  page,
  board,
}) => {
  const look = await key(app)
  for (const [light, group] of [
    ['key', 'A'],
    ['fill', 'B'],
  ])
    await app.write(look, { light: { light, role: light, rig: { group, angle: 45 } } })
  await app.write(look, { ratio: { target: { ratio: 4, convention: 'readings', anchor: 'lit_side' } } })
  const transmitter = { name: 'Spill Duo', link: 'optical', groups: 2, channels: 4, control: 'ratio', step: 'halves' }
  await app.write(look, { transmitter: { transmitter } })
  await board(look)
  await page.getByRole('button', { name: /^Sitting/ }).click()
  await page.getByRole('menuitem', { name: /Ways of working/ }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('Set A : B to 4 : 1. That is 2.0 stops, by readings.')
  await expect(dialog).toContainText('8 : 1 is 3.0 stops')
  await choose(page, /^The meter is held/, 'dome to the light')
  await expect(dialog).toContainText('From 45°, dome to the light shows 0.2 stop more')
  await dialog.getByRole('radio', { name: 'camera the lights' }).click()
  await expect(dialog).toContainText('the camera is set to what the meter says')
  await dialog.getByRole('radio', { name: 'thirds' }).click()
  await expect(dialog).toContainText('A gap of 0.7 is told as 2/3 stop.')
})

test('eight lights stand side by side, and a remedy is one press', async ({ page, board }) => {
  await board(COBBLER)
  for (const name of ['Key 2', 'Accent', 'Rim 2', 'Hair', 'Ground', 'Frame'])
    await expect(lane(page, name)).toBeInViewport()
  // What does not fire comes before any dial, and stands with all else one press away.
  await expect(page.locator('#next-move')).toContainText('Rim 2 listens on channel 3')
  await page.getByRole('button', { name: /to know$/ }).click()
  const note = page.getByRole('list', { name: 'Worth knowing' })
  await expect(note).toContainText('Rim 2 listens on channel 3, the others on 4: it will not fire.')
  await note.getByRole('button', { name: 'To channel 4' }).click()
  await expect(note).not.toContainText('listens on channel 3')
  await expect(page.locator('#next-move')).toContainText('Key down')
  await page.keyboard.press('z')
  await expect(note).toContainText('listens on channel 3')
})

test('mains, pace and an automatic frame are said in ways of working', async ({ app, page, board }) => {
  const look = await key(app)
  const unit = {
    name: 'Tallow 500',
    rated: 500,
    scale: { numbers: { full: 10, lowest: 2, stops_per_unit: 1 } },
    recycle: 1.2,
    supply: { mains: { volts: 230 } },
  }
  await app.write(look, { light: { light: 'key', role: 'key', unit, dial: '9.0' } })
  await board(look)
  const open = async () => {
    await page.getByRole('button', { name: /^Sitting/ }).click()
    await page.getByRole('menuitem', { name: /Ways of working/ }).click()
  }
  await open()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('One unit recycling together: 3.8 A of 16 A, 24 %')
  await expect(dialog).toContainText('a licensed electrician decide')
  await dialog.getByRole('textbox', { name: 'One circuit' }).fill('3')
  await dialog.getByRole('textbox', { name: 'A frame each' }).fill('0,5')
  await dialog.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(dialog).toContainText('3.8 A of 3 A, 126 %')
  await dialog.getByRole('textbox', { name: 'Automatic gave' }).fill('11')
  await dialog.getByRole('button', { name: 'Log' }).click()
  await expect(dialog.getByText(/The dial ends at 10.0/)).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Automatic gave' }).fill('6.0')
  await choose(page, /^Tone of the scene/, 'a light scene')
  await dialog.getByRole('button', { name: 'Log' }).click()
  await expect(page.locator('#next-move')).toHaveText('Key in manual: set 7.3')
  const note = page.getByRole('list', { name: 'Worth knowing' })
  await expect(note).toContainText('126 %')
  await page.keyboard.press('d')
  await expect(lane(page, 'Key')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Power' })).toHaveValue('7.3')
})

test('a piece that was corrected in the kit is taken anew with one press, and the kit leads back', async ({ page }) => {
  const app = await App.start()
  const look = '0199a100-0000-7000-9007-000000000000'
  await page.goto(`${app.url}/setups/${look}`)
  await beside(page, 'Light')
  await lane(page, 'Rim').click()
  const card = page.getByRole('region', { name: 'Chosen lane' })
  await expect(card).toContainText('Wick 76, 76 Ws')
  await page.getByRole('link', { name: 'Kit', exact: true }).click()
  await page.getByRole('button', { name: /^Wick 76/ }).click()
  await page.getByRole('textbox', { name: 'Rated energy' }).fill('80')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('button', { name: /^Wick 76/ })).toContainText('80 Ws')
  await page.getByRole('link', { name: 'Board', exact: true }).click()
  await beside(page, 'Light')
  await lane(page, 'Rim').click()
  await expect(card).toContainText('Wick 76 was corrected in the kit since.')
  const { setup: before } = await app.api(`/setups/${look}`)
  await card.getByRole('button', { name: 'Take it anew' }).click()
  await expect(card).toContainText('Wick 76, 80 Ws')
  await expect(card).not.toContainText('was corrected')
  const { setup: after } = await app.api(`/setups/${look}`)
  // The sheet is the new one; how it is set and where it stands stay.
  const rim = (setup: { lights: Record<string, unknown>[] }) => {
    const { id, dial, distance, place, modifier, unit } = setup.lights.find((l) => l.id === 'rim') ?? {}
    return { id, dial, distance, place, modifier, rated: (unit as { rated: number }).rated }
  }
  expect(rim(after)).toEqual({ ...rim(before), rated: 80 })
  await app.stop('SIGTERM')
})

test('a light that is put with distance, angle, side and height is on the plan, and its dialog keeps what it does not show', async ({
  app,
  page,
  board,
}) => {
  const look = await key(app)
  const gel = (name: string) => ({ name, mired: 109, loss: 0.6 })
  const unit = { name: 'Wick 76', rated: 76, scale: { fractions: { lowest: 128, step: 'thirds' } } }
  const shape = { kind: 'octa', size: { round: { diameter: 0.9 } }, loss: 1.5 }
  const gels = [gel('Half warm'), gel('Quarter warm'), gel('Frost')]
  const said = await app.write(look, {
    light: {
      light: 'rim',
      role: 'rim',
      unit,
      dial: '1/8',
      modifier: 'Octa of a friend',
      rig: { shape, gels, channel: 3 },
    },
  })
  expect(said.detail).toBeUndefined()
  await board(look)
  await beside(page, 'Light')
  await lane(page, 'Rim').click()
  const open = async () =>
    page.getByRole('region', { name: 'Chosen lane' }).getByRole('button', { name: 'Edit' }).click()
  const dialog = page.getByRole('dialog')
  await open()
  await expect(dialog.getByRole('button', { name: 'Second gel: Quarter warm' })).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Distance' }).fill('1.6')
  await dialog.getByRole('textbox', { name: 'Angle to the camera' }).fill('140')
  await choose(page, /^Side/, 'camera right')
  // Lower than the face is high, it can't stand that far.
  await dialog.getByRole('textbox', { name: 'Height' }).fill('9')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toContainText('from the face at the least')
  await dialog.getByRole('textbox', { name: 'Height' }).fill('1.9')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toHaveCount(0)
  const rim = async () => (await app.api(`/setups/${look}`)).setup.lights.find((l: { id: string }) => l.id === 'rim')
  await expect.poll(async () => (await rim()).place?.at.y).toBeCloseTo(1.9, 2)
  const now = await rim()
  expect(now.place.at.x).toBeGreaterThan(0)
  expect([now.dial, now.modifier, now.rig.channel]).toEqual([9, 'Octa of a friend', 3])
  expect(now.rig.gels.map((g: { name: string }) => g.name)).toEqual(['Half warm', 'Quarter warm', 'Frost'])
  expect(now.rig.shape).toMatchObject(shape)
  // Opened again it shows where it stands; saved as it is, it stays to the last digit.
  await open()
  await expect(dialog.getByRole('textbox', { name: 'Angle to the camera' })).toHaveValue('140')
  await expect(dialog.getByRole('button', { name: 'Side: camera right' })).toBeVisible()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toHaveCount(0)
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBeGreaterThan(0)
  expect((await rim()).place).toEqual(now.place)
})

test('what can be stepped can be typed, and what is refused says the two nearest', async ({ app, page, board }) => {
  const look = await key(app)
  await board(look)
  await lane(page, 'Key').click()
  const typed = async (tab: 'Light' | 'Camera' | 'Room' | 'Ratio', field: string, text: string) => {
    await beside(page, tab)
    const input = page.getByRole('textbox', { name: field, exact: true })
    await input.fill(text)
    await input.press('Enter')
  }
  const wrong = page.getByRole('tabpanel').getByRole('alert')
  for (const [tab, field, text, said] of [
    ['Camera', 'Aperture', '7.3', 'Nearest: f/7.1 or f/8.'],
    ['Camera', 'Shutter time', '1/170', 'Nearest: 1/200 or 1/160.'],
    ['Camera', 'ISO', '110', 'Nearest: ISO 100 or ISO 125.'],
    ['Room', "Room's level", 'dark', '“dark” does not fit here: a number does.'],
    ['Ratio', 'Ratio', '0', 'Give a number such as 3 for 3:1.'],
  ] as const) {
    await typed(tab, field, text)
    await expect(wrong).toContainText(said)
    await page.keyboard.press('Escape')
    await expect(wrong).toHaveCount(0)
  }
  await typed('Camera', 'Aperture', '11')
  await typed('Camera', 'Shutter time', '1/125')
  await typed('Camera', 'ISO', '200')
  await typed('Room', "Room's level", '−6')
  await typed('Ratio', 'Ratio', '4 : 1')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.ratio?.ratio).toBe(4)
  const { setup } = await app.api(`/setups/${look}`)
  expect(setup.camera.exposure).toEqual({ aperture: '11', shutter: '1/125', iso: '200' })
  expect(setup.room.wish).toEqual({ remove: { level: -6 } })
})

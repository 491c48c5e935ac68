import { beside, choose, expect, lane, test, type App } from '../support/app'

const LOFT = {
  name: 'Loft 35',
  sensor: { width: 36, height: 24 },
  pixel_pitch: 4.88,
  shutter: { focal_plane: { sync: '1/250', travel: 0.004 } },
  high_speed: true,
  fastest: '1/8000',
  slowest: '30',
  base_iso: '100',
  lowest_iso: '50',
  iso_cap: '800',
  steps: 'thirds',
}
const TAPER = {
  name: 'Taper 400',
  rated: 400,
  scale: { fractions: { lowest: 256, step: 'tenths' } },
  recycle: 0.9,
  pulse: 'cut_short',
  high_speed: true,
  durations: [
    { power: 0, t01: 0.0017857 },
    { power: -8, t01: 0.0003125 },
  ],
}
const TALLOW = {
  name: 'Tallow 500',
  rated: 500,
  scale: { numbers: { full: 10, lowest: 4, stops_per_unit: 1 } },
  pulse: 'voltage',
  durations: [
    { power: 0, t01: 0.00125 },
    { power: -6, t01: 0.0033333 },
  ],
}

/** f/1.4, 1/250, ISO 200 with the room two stops under; key and fill by units that can pulse. */
async function bright(app: App, more: unknown[] = []): Promise<string> {
  const look = await app.begin('Windows, wide open')
  for (const entry of [
    { camera: { aperture: '1.4', shutter: '1/250', iso: '200', body: LOFT, focal: 85, sitter: 1.5 } },
    { reading: { of: 'room', shows: '0.7 0' } },
    { holds: { filters: [{ name: 'ND 3 stops', loss: 3 }] } },
    { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } },
    { light: { light: 'key', role: 'key', unit: TAPER, dial: '1/64', distance: 1.5 } },
    { light: { light: 'fill', role: 'fill', unit: TAPER, dial: '1/128', distance: 2.2 } },
    { reading: { of: 'key', shows: '1 8' } },
    { reading: { of: 'fill', shows: '0.7 8' } },
    ...more,
  ])
    await app.write(look, entry)
  return look
}

test('a bright room is removed in several ways, one is tried as a ghost and used', async ({ app, page, board }) => {
  const look = await bright(app)
  await board(look)
  await page.keyboard.press('Escape')
  await page.keyboard.press('y')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Room from −2.0 to below −5: lose 3.0 stops')
  const row = (name: string) => page.getByRole('row', { name: new RegExp(`^${name}: (more|less)`) })
  for (const [name, settings, rise] of [
    ['High-speed sync', '1/250 to 1/2000', '+3.2'],
    ['Stop down', 'ƒ1.4 to ƒ4', '+3.0'],
    ['ND filter, 3 stops', 'ND 3 stops on', '+3.0'],
    ['Lower ISO and stop down', 'ƒ1.4 to ƒ2.8, ISO 200 to 100', '+3.0'],
  ] as const) {
    await expect(row(name)).toContainText(settings)
    await expect(row(name)).toContainText('−5.0')
    await expect(row(name)).toContainText(rise)
  }
  await expect(row('Lower ISO')).toContainText('1.0 short. ISO ends at 50')
  await page.getByRole('button', { name: 'Stop down: more', exact: true }).click()
  await expect(page.getByText('Room: 3.00 stops darker, 3.03 by the printed numbers.')).toBeVisible()
  await page.getByRole('button', { name: 'Try: Stop down', exact: true }).click()
  // On the board it is only a ghost: nothing is set.
  const trial = page.getByRole('status', { name: 'A way on trial' })
  await expect(trial).toContainText('Stop down on trial: ƒ1.4 to ƒ4')
  await expect(page.locator('[data-text="room.ghost"]')).toContainText('−5.0')
  await expect(page.getByRole('group', { name: 'Camera now' })).toContainText('1.4')
  await trial.getByRole('button', { name: 'Put away' }).click()
  await expect(trial).toBeEmpty()
  await page.getByRole('link', { name: 'Ways' }).first().click()
  await page.getByRole('button', { name: 'Try: Stop down', exact: true }).click()
  await trial.getByRole('button', { name: /^Use/ }).click()
  await expect(page.getByRole('group', { name: 'Camera now' })).toContainText('4')
  await expect(lane(page, 'Room')).toContainText('removed')
  // Every light was turned: one more reading, of the one that is least sure.
  await expect(page.locator('#next-move')).toHaveText('Meter the fill again')
  await expect(page.getByLabel('Stop ladder')).toContainText('1/8 +0.3')
})

test('the wish is dragged, and the ways follow', async ({ app, page }) => {
  const look = await bright(app)
  await page.goto(`/setups/${look}/ways`)
  const heading = page.getByRole('heading', { level: 1 })
  await expect(heading).toContainText('lose 3.0 stops')
  const wish = page.getByRole('slider', { name: 'Level below which the room is removed' })
  await wish.focus()
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowLeft')
  await expect(heading).toContainText('below −4.5: lose 2.5 stops')
  await expect(page.getByRole('row', { name: /^Stop down: more/ })).toContainText('ƒ1.4 to ƒ3.5')
  await page.getByRole('link', { name: 'Board' }).click()
  await expect(lane(page, 'Room')).toContainText('2.5 over')
})

test('a window that is kept asks for a longer time or more ISO', async ({ app, page }) => {
  const look = await bright(app, [
    { camera: { aperture: '4', shutter: '1/250', iso: '200' } },
    { room_wish: { keep: { level: -3 } } },
  ])
  await page.goto(`/setups/${look}/ways`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Room from −5.0 to −3.0: gain 2.0 stops')
  await expect(page.getByRole('row', { name: /^Slower shutter: more/ })).toContainText('1/250 to 1/60')
  await expect(page.getByRole('row', { name: /^Raise ISO: more/ })).toContainText('ISO 200 to 800')
  await page.getByRole('radio', { name: 'Remove it' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Room is removed')
  await expect(page.getByRole('row', { name: /^As it is set: more/ })).toContainText('In use')
})

test('what must hold is said, and bounds the ways', async ({ app, page }) => {
  const look = await bright(app)
  await page.goto(`/setups/${look}/ways`)
  await page.getByRole('button', { name: 'Change what must hold' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Sharp, nose to ear').fill('a lot')
  await dialog.getByRole('button', { name: 'Hold to it' }).click()
  await expect(dialog).toContainText(/does not fit here: a number does/)
  await dialog.getByLabel('Sharp, nose to ear').fill('12')
  await dialog.getByRole('checkbox', { name: 'High-speed sync' }).uncheck()
  await dialog.getByRole('button', { name: 'Hold to it' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(page.getByText('12 cm sharp')).toBeVisible()
  await expect(page.getByRole('row', { name: /^High-speed sync/ })).toHaveCount(0)
  await expect(page.getByRole('row', { name: /^Stop down: more/ })).toContainText('ƒ1.4 to ƒ7.1')
})

test('past sync the band is drawn and told; a late trigger widens it, and high-speed sync in three places takes it away', async ({
  app,
  page,
}) => {
  const look = await bright(app, [{ camera: { aperture: '4', shutter: '1/400', iso: '200' } }])
  await page.goto(`/setups/${look}/ways/shutter`)
  const heading = page.getByRole('heading', { level: 1 })
  await expect(heading).toHaveText('1/400 without high-speed sync: 38 % of the frame goes black')
  await expect(page.getByRole('img', { name: /^The frame: 38 % of the frame, 9.2 of 24 mm/ })).toBeVisible()
  await page.getByLabel('Trigger delay').fill('0.4')
  await page.getByRole('button', { name: 'Set', exact: true }).click()
  await expect(heading).toContainText('48 % of the frame goes black')
  for (const place of [/^The camera/, /^The transmitter/, /^The key/])
    await page.getByRole('checkbox', { name: place }).check()
  await expect(heading).toContainText('48 % of the frame goes black')
  await page.getByRole('checkbox', { name: /^The fill/ }).check()
  await expect(heading).toHaveText('1/400 by high-speed sync: no band, and the shutter dims the flash too')
  await expect(page.getByText(/One stop faster, 1\/800, takes 1.0 from the room/)).toBeVisible()
  await page.getByRole('link', { name: 'Board' }).click()
  await expect(page.locator('#next-move')).toContainText(/Room|Key up/)
})

test('a leaf shutter has no band, and its late tail is told', async ({ app, page }) => {
  const leaf = { name: 'Quay 66', shutter: 'leaf', fastest: '1/500', slowest: '8', base_iso: '100', steps: 'thirds' }
  const look = await bright(app, [
    { camera: { aperture: '4', shutter: '1/400', iso: '200', body: leaf } },
    { light: { light: 'rim', role: 'rim', unit: TALLOW, dial: '4.0' } },
  ])
  await page.goto(`/setups/${look}/ways/shutter`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    '1/400 with a leaf shutter: the whole frame is open at once',
  )
  await expect(page.getByText('Nothing goes black.')).toBeVisible()
  await expect(page.getByRole('row', { name: /^Rim/ })).toContainText('t0.1 1/300 s')
  await expect(page.getByRole('row', { name: /^Rim/ })).toContainText('0.3 stop lost, the same over the frame')
})

test('clipped test frames give the true sync time', async ({ app, page }) => {
  const look = await bright(app)
  await page.goto(`/setups/${look}/ways/shutter`)
  await page.getByRole('textbox', { name: 'Black' }).fill('35')
  await page.getByRole('button', { name: 'Another frame' }).click()
  await page.getByRole('textbox', { name: 'Black' }).nth(1).fill('51')
  await page.getByRole('button', { name: 'Find it' }).click()
  await expect(page.getByText(/The curtains take 4.0 ms and the trigger 0.5 ms more/)).toBeVisible()
  await page.getByRole('button', { name: 'Set sync and delay so' }).click()
  await expect(page.getByText(/Loft 35, focal plane, sync 1\/200/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Black' }).first().fill('140')
  await page.getByRole('button', { name: 'Find it' }).click()
  await expect(page.getByRole('alert')).toContainText('under 100 %')
})

test('a jump is frozen by the power that its unit’s own table gives', async ({ app, page }) => {
  const look = await bright(app, [
    { light: { light: 'key', role: 'key', unit: TAPER, dial: '1/1', distance: 1.5 } },
    { light: { light: 'rim', role: 'rim', unit: TALLOW, dial: '4.0' } },
  ])
  await page.goto(`/setups/${look}/ways/freeze`)
  await choose(page, /^What moves/, 'Jump at its top')
  await page.getByLabel('Blur allowed on the sitter').fill('2')
  await page.getByRole('button', { name: 'Work it out' }).click()
  const heading = page.getByRole('heading', { level: 1 })
  await expect(heading).toHaveText('Jump at its top, 2 mm of blur: t0.1 of 1/250 s or less')
  await expect(page.getByText('Every light is that short as it is set.')).toBeVisible()
  await expect(page.getByText(/need their own safety plan/)).toBeVisible()
  await page.getByLabel('Caught how far from its top').fill('0.2')
  await page.getByRole('button', { name: 'Work it out' }).click()
  await expect(heading).toHaveText('Jump at its top, 2 mm of blur: t0.1 of 1/980 s or less')
  await expect(page.getByRole('row', { name: /^Key/ })).toContainText('1/8 +0.4 and lower')
  await expect(page.getByRole('row', { name: /^Rim/ })).toContainText('Tallow 500 is 1/800 s at its shortest, 10.0')
  await page.getByRole('button', { name: 'Set 1/8 +0.4' }).click()
  await expect(page.getByRole('row', { name: /^Key/ })).toContainText('as it is set')
})

test('the room is read at the ground under lamps, mixes its colour in, and gets a gel of the kit', async ({
  app,
  page,
  board,
}) => {
  const look = await bright(app)
  await board(look)
  await page.getByRole('radio', { name: 'Room' }).click()
  await page.getByRole('button', { name: /^How it is read/ }).click()
  await choose(page, /^Where it is read/, 'at the ground')
  await choose(page, /^What lights the room/, 'lamps on')
  await page.getByLabel('Colour temperature').fill('3000')
  await page.getByLabel('Time of day').fill('17:40')
  await choose(page, /^Where the light comes from/, 'camera left')
  await page.keyboard.press('Escape')
  await page.getByRole('textbox', { name: /^Reading of room/ }).fill('1 0')
  await expect(page.locator('#meter-echo')).toContainText('room alone, at the ground')
  await page.keyboard.press('Enter')
  // The brighter place decides what is to be removed; the face still counts the sitter's.
  await expect(lane(page, 'Room')).toContainText('4.0 over')
  await beside(page, 'Room')
  await expect(page.getByRole('region', { name: 'Room', exact: true })).toContainText('sitter −2.0, ground −1.0')
  await page.goto(`/setups/${look}/ways/colour`)
  await expect(page.getByRole('article').filter({ hasText: 'At the ground' })).toContainText('3000 K, 152 mired warmer')
  await expect(
    page.getByText(/Flash to lamps asks for \+152 mired: Half orange with Quarter orange is \+151/),
  ).toBeVisible()
})

test('the frame without flash is foretold in greys, and what it showed is kept', async ({ app, page }) => {
  const look = await bright(app)
  await page.goto(`/setups/${look}/ways/no-flash`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'A frame without flash at ƒ1.4, 1/250, ISO 200 shows the room',
  )
  await page.getByLabel('What a mid-grey at the sitter really became').fill('300')
  await page.getByRole('button', { name: 'Log the test frame' }).click()
  await expect(page.getByText(/300 does not fit here/).first()).toBeVisible()
  await page.getByLabel('What a mid-grey at the sitter really became').fill('85')
  await page.getByRole('button', { name: 'Log the test frame' }).click()
  await expect(page.getByText('85: 1.0 stop brighter than foretold')).toBeVisible()
  await page.reload()
  await expect(page.getByText('85: 1.0 stop brighter than foretold')).toBeVisible()
})

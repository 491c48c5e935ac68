import { doubled, late, lost } from '../support/answers'
import { beside, choose, expect, FRACTIONS, lane, test, underWay } from '../support/app'

test('a sitting is worked with the keyboard alone, from nothing to a frame', async ({ page, app, board }) => {
  await board(await app.begin('Clock mender'))
  const move = page.getByRole('heading', { level: 2, name: /./ }).and(page.locator('#next-move'))
  await expect(move).toHaveText('Meter the room with the flash off')

  await page.keyboard.type('1.4 3')
  await page.getByRole('button', { name: "Meter's ISO: as camera" }).click()
  await page.getByRole('option', { name: 'ISO 200', exact: true }).click()
  await page.getByRole('button', { name: "Meter's shutter time: as camera" }).click()
  await page.getByRole('option', { name: '1/125 s', exact: true }).click()
  await page.getByRole('textbox', { name: 'Reading of room' }).press('Enter')

  await expect(move).toHaveText('Set the camera: aperture, shutter, ISO')
  await page.keyboard.press('d')
  await expect(move).toHaveText('Choose the ratio of key to fill')
  await page.keyboard.press('d')
  await expect(move).toHaveText('Meter the key alone')
  await page.keyboard.type('8 4')
  await page.keyboard.press('Enter')
  // Read at ISO 200, the camera is at 100.
  await page.getByRole('button', { name: /to know$/ }).click()
  await expect(page.getByText('Key was read at ISO 200 and carried over to ISO 100.')).toBeVisible()
  await page.keyboard.press('m')
  await expect(move).toHaveText('Meter the fill alone')
  await page.keyboard.type('561')
  await page.keyboard.press('Enter')
  await page.keyboard.press('z')
  await page.keyboard.type('5.6 4')
  await page.keyboard.press('Enter')
  await expect(move).toHaveText('Meter all lights together')
  await page.keyboard.type('11 0')
  await page.keyboard.press('Enter')
  await expect(move).toHaveText('Nothing to change. Shoot a frame.')
  await page.keyboard.press('d')
  await expect(lane(page, 'Frame')).toContainText('1 shot')
})

test('the fill is over: echo, move on its own dial, dialled, read again, on target', async ({ page, app, board }) => {
  await board(await underWay(app, 'Sail maker'))
  await page.keyboard.type('5.6 1')
  const echo = page.locator('#meter-echo')
  await expect(echo).toContainText('f/5.6 and 1 tenth, fill alone.')
  await expect(echo).toContainText('0.9 under the camera. 0.7 over its target.')
  await expect(page.locator('[data-mark="fill.ghost"]')).toBeVisible()
  await page.keyboard.press('Enter')

  await expect(page.locator('#next-move')).toHaveText('Fill down 0.7 stop: set 1/16 +0.3')
  await expect(page.getByRole('img', { name: 'Taper 400, 400 Ws, now 1/8' })).toBeVisible()
  await expect(page.getByText('3 : 1').first()).toBeVisible()
  await expect(page.getByText('2 : 1 by readings')).toBeVisible()
  await page.keyboard.press('d')
  await expect(page.locator('#next-move')).toHaveText('Meter the fill again')
  await page.keyboard.type('4 4')
  await page.keyboard.press('Enter')
  await expect(lane(page, 'Fill')).toContainText('on target')
  const tape = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('listitem')
  await expect(tape.nth(-3)).toContainText('Fill')
  await expect(tape.nth(-3)).toContainText('0.7 over')
  await expect(tape.nth(-2)).toContainText('Fill down 0.7 1/16 +0.3')
  await expect(tape.nth(-1)).toContainText('on target')
})

test('nonsense is told at the field and stays there to be mended', async ({ page, app, board }) => {
  const look = await underWay(app, 'Net mender')
  await board(look)
  const before = await app.api(`/setups/${look}`)
  for (const [typed, said] of [
    ['7.3 4', '7.3 is no whole stop, and only whole stops take tenths. Did you mean 8 1?'],
    ['28', 'Type it with a point or a space.'],
    ['0', 'f/0 does not exist.'],
  ] as const) {
    await page.keyboard.type(typed)
    await page.keyboard.press('Enter')
    await expect(page.locator('#meter-echo')).toContainText(said)
    const field = page.getByRole('textbox', { name: 'Reading of fill' })
    await expect(field).toHaveValue(typed)
    await expect(field).toHaveAttribute('aria-invalid', 'true')
    await field.fill('')
  }
  // Letters are commands here, unless they are pasted.
  await page.getByRole('textbox', { name: 'Reading of fill' }).fill('abc')
  await page.keyboard.press('Enter')
  await expect(page.locator('#meter-echo')).toContainText('abc is no reading.')
  expect((await app.api(`/setups/${look}`)).version).toBe(before.version)
})

test('readings typed faster than they are answered are all logged, and what is not understood comes back', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'Quick hands')
  await board(look)
  const before = await app.api(`/setups/${look}`)
  const entries = await late(page, '**/entries')
  const field = page.getByRole('textbox', { name: /^Reading of/ })
  for (const typed of ['5.6 1', '5.6 2', '7.3 4', '5.6']) {
    await page.keyboard.type(typed)
    if (typed !== '5.6') await page.keyboard.press('Enter')
  }
  await entries.letGo()
  // Two are logged; the third is told beside what is being typed, which stays.
  await expect(page.getByText('“7.3 4” was not logged: 7.3 is no whole stop')).toBeVisible()
  await expect(field).toHaveValue('5.6')
  const after = await app.api(`/setups/${look}`)
  expect(after.version).toBe(before.version + 2)
})

test('a reading whose answer got lost, or that arrives twice, is logged once', async ({ page, app, board }) => {
  const look = await underWay(app, 'A bad line')
  await board(look)
  const { version } = await app.api(`/setups/${look}`)
  const gone = await lost(page, '**/entries', 2)
  await page.keyboard.type('5.6 1')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Tape' })).toContainText('Fill f/5.6 and 1 tenth')
  // The page may hear of it from the record before its own answer comes.
  await expect.poll(gone).toBe(2)
  await expect(page.getByText('The server is out of reach.')).toBeHidden()
  expect((await app.api(`/setups/${look}`)).version).toBe(version + 1)
  await page.unrouteAll({ behavior: 'wait' })
  const twice = await doubled(page, '**/entries')
  await page.getByRole('textbox', { name: /^Reading of/ }).focus()
  await page.keyboard.type('4 4')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 2)
  await expect.poll(twice).toBe(1)
  await expect(page.getByRole('region', { name: 'Tape' })).toContainText('Fill f/4 and 4 tenths')
})

test('undo goes back to nothing, redo comes back, and a reload changes neither', async ({ page, app, board }) => {
  const look = await underWay(app, 'Bookbinder')
  await board(look)
  const undo = page.getByRole('button', { name: 'Undo' })
  for (let left = 5; left > 0; left--) {
    await expect(undo).toBeEnabled()
    await page.keyboard.press('z')
    await expect(page.getByText('taken back')).toHaveCount(6 - left)
  }
  await expect(undo).toBeDisabled()
  await expect(page.locator('#next-move')).toHaveText('Meter the room with the flash off')
  await page.reload()
  await expect(page.getByText('taken back')).toHaveCount(5)
  for (let back = 1; back <= 5; back++) {
    await page.keyboard.press('Shift+Z')
    await expect(page.getByText('taken back')).toHaveCount(5 - back)
  }
  await expect(page.locator('#next-move')).toHaveText('Meter the fill alone')
})

test('a target is dragged in tenths and written once', async ({ page, app, board }) => {
  const look = await underWay(app, 'Luthier')
  await board(look)
  const { version } = await app.api(`/setups/${look}`)
  await beside(page, 'Ratio')
  const target = page.locator('[data-mark="fill.hollow"]')
  const box = await target.boundingBox()
  if (!box) throw new Error('no target')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x, y + 20, { steps: 4 })
  await page.mouse.move(x, y + 42, { steps: 4 })
  // The board follows while it moves.
  await expect(page.getByRole('textbox', { name: 'Ratio' })).not.toHaveValue('3 : 1')
  expect((await app.api(`/setups/${look}`)).version).toBe(version)
  await page.mouse.up()
  await expect(page.getByRole('list', { name: 'What happened, oldest first' })).toContainText('Fill at')
  const after = await app.api(`/setups/${look}`)
  expect(after.version).toBe(version + 1)
  expect(after.setup.ratio.ratio).toBeGreaterThan(4)
})

test('presses that are faster than the answers all count, and are one entry', async ({ page, app, board }) => {
  const look = await underWay(app, 'Fast hands')
  await board(look)
  await page.keyboard.press('f')
  const { version, board: before } = await app.api(`/setups/${look}`)
  const fill = (told: { lanes: { id: string; wish: number; dial: { now: string } }[] }) =>
    told.lanes.find((now) => now.id === 'fill')
  const answers = await late(page, /\/(draft|entries)$/)
  // In the page itself, so that nothing lies between the presses: a hand that rests for half a second has done one thing.
  await page.evaluate(() => {
    const press = () => new KeyboardEvent('keydown', { key: '=', bubbles: true, cancelable: true })
    for (let n = 0; n < 3; n++) (document.activeElement ?? document.body).dispatchEvent(press())
  })
  const often = (name: string, times: number) =>
    page.getByRole('button', { name }).evaluate((button: HTMLElement, times) => {
      for (let n = 0; n < times; n++) button.click()
    }, times)
  await beside(page, 'Camera')
  await often('Aperture: a third darker', 2)
  // Shown at once, though nothing is answered.
  await expect(page.getByRole('textbox', { name: 'Aperture' })).toHaveValue('10')
  await beside(page, 'Light')
  await often('Target up', 4)
  await answers.letGo()
  const items = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('listitem')
  await expect(items.last()).toContainText('Fill at')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 3)
  const { setup, board: after } = await app.api(`/setups/${look}`)
  expect(setup.camera.exposure.aperture).toBe('10')
  expect(fill(after)?.dial.now).toBe('1/8 +0.3')
  expect(fill(after)?.wish).toBeCloseTo((fill(before)?.wish ?? 0) + 0.4, 1)
})

test('targets, power, room and lanes follow their keys', async ({ page, app, board }) => {
  const look = await underWay(app, 'Cobbler')
  await board(look)
  const last = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('listitem').last()
  await page.keyboard.press('i')
  await page.keyboard.press(']')
  await expect(last).toContainText('Rim at 0.0')
  await page.keyboard.press(']')
  await expect(last).toContainText('Rim at +0.1')
  await page.keyboard.press('Shift+}')
  await expect(last).toContainText('Rim at +1.1')
  await page.keyboard.press('f')
  await page.keyboard.press('=')
  await expect(last).toContainText('Fill up 0.1 1/8 +0.1')
  await page.keyboard.press('-')
  await expect(last).toContainText('Fill down 0.1 1/8')
  await beside(page, 'Room')
  await page.keyboard.press('o')
  await expect(page.getByRole('heading', { name: 'Room is to be kept' })).toBeVisible()
  await page.keyboard.press('o')
  await expect(page.getByRole('heading', { name: 'Room is removed' })).toBeVisible()
  await page.keyboard.press('m')
  await page.keyboard.press('Alt+3')
  await expect(page.getByRole('textbox', { name: 'Reading of key' })).toBeFocused()
  await page.keyboard.press('t')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'paper')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys and settings' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^Sitting/ }).click()
  await page.getByRole('menuitem', { name: /Ways of working/ }).click()
  await page.getByRole('radio', { name: 'feet' }).click()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect(last).toContainText('in feet')
})

test('a unit of the kit is chosen, and a dial that it does not have is told at its field', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'Piano tuner')
  await page.clock.install()
  await board(look)
  await page.keyboard.press('k')
  await page.getByRole('button', { name: 'Choose its unit' }).click()
  const dialog = page.getByRole('dialog', { name: 'Key: unit and place' })
  await dialog.getByRole('button', { name: /^Unit/ }).click()
  await page.getByRole('option', { name: 'Tallow 500' }).click()
  await dialog.getByRole('textbox', { name: 'Dial now' }).fill('1.5')
  // However long somebody takes, the light that they work on stays chosen.
  await page.clock.fastForward(15_000)
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText('1.5 is below the lowest power. The dial ends at 2.0.')).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Dial now' }).fill('7')
  await dialog.getByRole('textbox', { name: 'Distance' }).fill('far')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText('“far” does not fit here: a number does.')).toBeVisible()
  await dialog.getByRole('textbox', { name: 'Distance' }).fill('1,5')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog).toHaveCount(0)
  await expect(page.getByRole('textbox', { name: 'Power' })).toHaveValue('7.0')
  // An accent has the mark of the rim and a name of its own; a unit swap asks for another reading.
  await page.getByRole('button', { name: 'Add a light' }).click()
  const adding = page.getByRole('dialog', { name: 'Add a light' })
  await adding.getByRole('button', { name: /^What it is for/ }).click()
  await page.getByRole('option', { name: 'Accent' }).click()
  await adding.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(lane(page, 'Accent')).toBeVisible()
  await lane(page, 'Key').click()
  await page.getByRole('button', { name: 'Edit' }).click()
  await dialog.getByRole('button', { name: /^Unit/ }).click()
  await page.getByRole('option', { name: 'Tallow 250' }).click()
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(lane(page, 'Key')).toContainText('read again')
})

test('the ladder of any moment of the tape can be looked at', async ({ page, app, board }) => {
  const look = await underWay(app, 'Bicycle wright')
  await board(look)
  const tape = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('button')
  await tape.nth(1).click()
  const then = page.getByRole('status', { name: 'An earlier moment' })
  await expect(then).toContainText('nothing is written in an earlier moment')
  await expect(lane(page, 'Key')).toContainText('untouched')
  // Nothing is written by accident, and a key that would says why.
  const { version } = await app.api(`/setups/${look}`)
  await expect(page.getByRole('textbox', { name: /^Reading of/ })).toBeDisabled()
  for (const key of ['d', 'z', 'o', ']', '-']) await page.keyboard.press(key)
  await expect(page.getByText('This is an earlier moment: nothing is written in it.')).toBeVisible()
  await page.getByRole('button', { name: 'Back to now' }).click()
  await expect(lane(page, 'Key')).toContainText('on target')
  expect((await app.api(`/setups/${look}`)).version).toBe(version)

  // On from there, in one step that can be taken back.
  await tape.nth(1).click()
  await page.getByRole('button', { name: 'Go on from here' }).click()
  await expect(then).toBeHidden()
  await expect(lane(page, 'Key')).toContainText('untouched')
  await expect(page.getByText('taken back', { exact: true })).toHaveCount(3)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(lane(page, 'Key')).toContainText('on target')
  await expect(page.getByText('taken back', { exact: true })).toHaveCount(1)

  // Or a look of its own, which leaves this one as it is.
  await tape.nth(1).click()
  await page.getByRole('button', { name: 'New look from this moment' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Make it' }).click()
  await expect(page).not.toHaveURL(new RegExp(look))
  await expect(then).toBeHidden()
  await expect(lane(page, 'Key')).toContainText('untouched')
  await expect(lane(page, 'Camera')).toContainText('set')
  expect((await app.api(`/setups/${look}`)).version).toBe(version + 2)
})

test('a reading that is half typed stays with its light while somebody else works, and the entry follows after Enter', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'Four hands')
  await board(look)
  await expect(page.locator('#next-move')).toHaveText('Meter the fill alone')
  await page.keyboard.type('5.6')
  // Another person logs the fill; the board goes on to the whole.
  await app.write(look, { reading: { of: 'fill', shows: '4 4' } })
  await expect(page.locator('#next-move')).toHaveText('Meter all lights together')
  await expect(page.getByRole('textbox', { name: 'Reading of fill' })).toHaveValue('5.6')
  await page.keyboard.type(' 1')
  await page.keyboard.press('Enter')
  await expect(page.locator('#next-move')).toContainText('Fill down')
  expect((await app.api(`/setups/${look}`)).tape.items.at(-1).line.head[0].text).toContain('Fill')
  // By hand to the rim, a reading, and on to where the headline is.
  await page.getByRole('radiogroup', { name: 'What was read' }).getByRole('radio', { name: 'Key' }).click()
  await page.keyboard.type('5.6 4')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('textbox', { name: 'Reading of fill' })).toBeFocused()
})

test('an empty sitting takes a reading as the camera is shown, and the console stays quiet while it is typed', async ({
  page,
  app,
  board,
}) => {
  const said: string[] = []
  page.on('console', (message) => /status of|Failed/.test(message.text()) && said.push(message.text()))
  const look = await app.begin('Chair caner')
  await board(look)
  await page.keyboard.type('1.', { delay: 30 })
  await expect(page.locator('#meter-echo')).toContainText('1. is no marking.')
  await page.keyboard.type('4 3', { delay: 30 })
  await expect(page.locator('#meter-echo')).toContainText('1.4')
  await page.keyboard.press('Enter')
  await expect(page.locator('#next-move')).toHaveText('Set the camera: aperture, shutter, ISO')
  const [room] = (await app.api(`/setups/${look}`)).tape.items
  expect(JSON.stringify(room.line)).toContain('1.4')
  expect(said).toEqual([])
})

test('undo of what is still on its way outlives a reload', async ({ page, app, board }) => {
  const look = await underWay(app, 'In a hurry')
  await board(look)
  const { version } = await app.api(`/setups/${look}`)
  await page.route('**/entries', (route) => route.abort('connectionreset'))
  await page.keyboard.type('4 4')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('The server is out of reach. 3 entries are kept here')).toBeVisible()
  await page.unrouteAll({ behavior: 'wait' })
  await page.reload()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 3)
  // The reading, and the key's before it, are taken back.
  await expect(page.getByText('taken back', { exact: true })).toHaveCount(2)
  await expect(lane(page, 'Key')).toContainText('set')
})

test('an answer that never comes is told, and an address that leads nowhere says so', async ({ page, app }) => {
  await page.clock.install()
  await page.route('**/api/sittings?**', () => undefined)
  const asked = page.waitForRequest('**/api/sittings?**')
  await page.goto('/')
  await asked
  await page.clock.runFor(15_000)
  await expect(page.getByRole('alert')).toContainText('The server has not answered for 15 s.')
  await page.unrouteAll()
  for (const nowhere of ['/sheep', `/setups/${await app.begin('Nowhere')}/plan/cellar`]) {
    await page.goto(nowhere)
    await expect(page.getByRole('heading', { name: 'There is no page at this address' })).toBeVisible()
  }
})

test('two windows on one look do not overwrite each other silently', async ({ page, app, board, context }) => {
  const look = await underWay(app, 'Two at once')
  await board(look)
  const other = await context.newPage()
  // It does not hear of changes, as over a bad connection: what it decides is then made on what it last saw.
  await other.addInitScript(() => Reflect.deleteProperty(window, 'SharedWorker'))
  await other.route(/\/events$/, (route) => route.abort())
  await other.goto(`/setups/${look}`)
  await expect(other.locator('#next-move')).toHaveText('Meter the fill alone')
  await app.write(look, { target: { light: 'rim', level: 0.5 } })
  await other.keyboard.press('o')
  await expect(other.getByText('This setup was changed meanwhile')).toBeVisible()
  await expect(other.getByRole('list', { name: 'What happened, oldest first' })).toContainText('Rim at +0.5')
  await beside(other, 'Room')
  await other.keyboard.press('o')
  await expect(other.getByRole('heading', { name: 'Room is to be kept' })).toBeVisible()
  await other.close()
})

test('eight boards are open in one browser, and each hears of what is written', async ({ app, context }) => {
  const look = await underWay(app, 'Many at once')
  const pages = []
  for (let n = 0; n < 8; n++) {
    const page = await context.newPage()
    await page.goto(`/setups/${look}`)
    await expect(page.locator('#next-move')).toHaveText('Meter the fill alone')
    pages.push(page)
  }
  await app.write(look, { reading: { of: 'fill', shows: '5.6 1' } })
  for (const page of pages) await expect(page.locator('#next-move')).toContainText('Fill down 0.7 stop')
  // The first ones go; those that are left still hear.
  for (const page of pages.splice(0, 6)) await page.close()
  await app.write(look, { target: { light: 'rim', level: 0.7 } })
  for (const page of pages) await expect(lane(page, 'Rim')).toContainText('set')
})

test('the line of the room and the end of the bracket are dragged too', async ({ page, app, board }) => {
  const look = await underWay(app, 'Rope maker')
  await board(look)
  const last = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('listitem').last()
  const drag = async (lane: string, by: number) => {
    const box = await page.locator(`[data-handle="${lane}"]`).boundingBox()
    if (!box) throw new Error(`nothing to grab of ${lane}`)
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x, y + by / 2)
    await page.mouse.move(x, y + by)
    await page.mouse.up()
  }
  await drag('room', 45)
  await expect(last).toContainText(/remove: below −(5\.9|6\.0|6\.1)/)
  await drag('fill', 40)
  await expect(last).toContainText(/Fill at −2\.[4-6]/)
  // Given up with Escape, nothing is written.
  const { version } = await app.api(`/setups/${look}`)
  const box = await page.locator('[data-mark="fill.hollow"]').boundingBox()
  if (!box) throw new Error('no target')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2, box.y - 30, { steps: 3 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(page.getByRole('textbox', { name: 'Target' })).toHaveValue(/−2\.[4-6]/)
  expect((await app.api(`/setups/${look}`)).version).toBe(version)
})

test('a drag that is given up is not shown any longer', async ({ page, app, board }) => {
  const look = await underWay(app, 'Cooper')
  await board(look)
  const { version } = await app.api(`/setups/${look}`)
  const box = await page.locator('[data-mark="fill.hollow"]').boundingBox()
  if (!box) throw new Error('no target')
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await beside(page, 'Ratio')
  const ratio = page.getByRole('textbox', { name: 'Ratio' })
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x, y + 40, { steps: 3 })
  await expect(ratio).not.toHaveValue('3 : 1')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(ratio).toHaveValue('3 : 1')
  expect((await app.api(`/setups/${look}`)).version).toBe(version)
})

test('notes and frames go to the tape in words', async ({ page, app, board }) => {
  const look = await underWay(app, 'Lamp trimmer')
  await board(look)
  const last = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('listitem').last()
  await page.getByRole('button', { name: 'Note', exact: true }).click()
  await page.getByRole('textbox', { name: /^Note/ }).fill('Net over the chair')
  await page.keyboard.press('Enter')
  await expect(last).toContainText('Net over the chair')
  await lane(page, 'Frame').click()
  await page.getByRole('textbox', { name: 'What was seen in the frame' }).fill('Catch-light in both eyes')
  await page.getByRole('button', { name: 'Frame shot' }).click()
  await expect(last).toContainText('Frame 1')
  await expect(last).toContainText('Catch-light in both eyes')
})

test('a dial is dragged on its own scale: the board follows, and one entry is written', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'By the scale')
  await app.write(look, { reading: { of: 'fill', shows: '5.6 1' } })
  await board(look)
  await lane(page, 'Fill').click()
  await beside(page, 'Light')
  const scale = page.getByRole('region', { name: 'Chosen lane' }).getByRole('img', { name: /^Taper 400/ })
  const at = async (label: string) => {
    const box = await scale
      .locator('text')
      .filter({ hasText: new RegExp(`^${label}$`) })
      .boundingBox()
    if (!box) throw new Error(`no ${label}`)
    return { x: box.x + box.width / 2, y: box.y - 12 }
  }
  const dial = page.getByRole('textbox', { name: 'Power', exact: true })
  const { version } = await app.api(`/setups/${look}`)
  const drag = async (from: string, to: string) => {
    const [a, b] = [await at(from), await at(to)]
    await page.mouse.move(a.x, a.y)
    await page.mouse.down()
    await page.mouse.move(b.x, b.y, { steps: 6 })
    await expect(dial).toHaveValue(to)
  }
  await drag('1/8', '1/32')
  await expect(lane(page, 'Fill')).toContainText('under')
  await page.keyboard.press('Escape')
  await expect(dial).toHaveValue('1/8')
  await page.mouse.up()
  await drag('1/8', '1/16')
  await page.mouse.up()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 1)
  expect((await app.api(`/setups/${look}`)).setup.lights.find((l: any) => l.id === 'fill').dial).toBeDefined()
  await expect(dial).toHaveValue('1/16')
})

test('what is stepped can be typed: dial, target, room and ratio; what is refused says the two nearest', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'Typed')
  await app.write(look, { light: { light: 'ground', role: 'ground' } })
  await app.write(look, { room_wish: { keep: { level: -2 } } })
  const unit = { ...FRACTIONS, scale: { fractions: { lowest: 128, step: 'thirds' } } }
  await app.write(look, { light: { light: 'fill', role: 'fill', unit, dial: '1/8' } })
  await board(look)
  const type = async (name: string, text: string) => {
    const field = page.getByRole('textbox', { name, exact: true })
    await field.fill(text)
    await field.press('Enter')
    return field
  }
  const now = async (of: (view: any) => unknown) => expect.poll(async () => of(await app.api(`/setups/${look}`)))
  const light = (id: string) => (view: any) => view.board.lanes.find((l: any) => l.id === id)
  await lane(page, 'Fill').click()
  await beside(page, 'Light')
  const dial = await type('Power', '1/8 +0.5')
  await expect(page.getByRole('region', { name: 'Chosen lane' })).toContainText(
    /Next to it are 1\/8 \+(1\/3 and 1\/8 \+2\/3|2\/3 and 1\/8 \+1\/3)/,
  )
  await dial.fill('1/32 +1/3')
  await dial.press('Enter')
  await (await now((view) => light('fill')(view).dial.now)).toBe('1/32 +1/3')
  await lane(page, 'Ground').click()
  await type('Target', '-1.3')
  await (await now((view) => light('ground')(view).wish)).toBe(-1.3)
  await beside(page, 'Ratio')
  await type('Ratio', '4.5')
  await (await now((view) => view.setup.ratio.ratio)).toBe(4.5)
  await beside(page, 'Room')
  await type("Room's level", '−1.7')
  await (await now((view) => light('room')(view).wish)).toBe(-1.7)
})

test('another aperture is answered by all dials at once, and one undo takes them back', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'Luthier')
  // Nothing is known of what they give but what is read of them.
  const unit = { name: 'Wick', scale: FRACTIONS.scale }
  await app.write(look, { light: { light: 'key', role: 'key', unit, dial: '1/4' } })
  await app.write(look, { light: { light: 'fill', role: 'fill', unit, dial: '1/8' } })
  await app.write(look, { reading: { of: 'fill', shows: '4 4' } })
  await board(look)
  const all = page.getByRole('button', { name: /^Set all/ })
  await expect(page.locator('#next-move')).toBeVisible()
  await expect(all).toHaveCount(0)
  await app.write(look, { camera: { aperture: '5.6', shutter: '1/160', iso: '100', sync: '1/200' } })
  await expect(all).toHaveAccessibleName('Set all 2: Key 1/8, fill 1/32 +0.9')
  const ladder = page.getByLabel('Stop ladder')
  await expect(ladder).toContainText('→ 1/8')
  // The room lies at −5 now: on the shadow side it gives a tenth of a stop.
  await expect(ladder).toContainText('→ 1/32 +0.9')
  await page.keyboard.press('a')
  await expect(all).toHaveCount(0)
  const last = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('listitem').last()
  await expect(last).toContainText('All set: 2 dials')
  const dials = async () => {
    const view = await app.api(`/setups/${look}`)
    return view.board.lanes.filter((l: any) => l.dial).map((l: any) => l.dial.now)
  }
  expect(await dials()).toEqual(['1/8', '1/32 +0.9'])
  await page.keyboard.press('z')
  await expect(all).toBeVisible()
  expect(await dials()).toEqual(['1/4', '1/8'])
})

test('key and fill do without a ratio: their wishes are their own, and a ratio takes them back', async ({
  page,
  app,
  board,
}) => {
  const look = await underWay(app, 'Net mender')
  await board(look)
  await beside(page, 'Ratio')
  const last = page.getByRole('list', { name: 'What happened, oldest first' }).getByRole('listitem').last()
  await choose(page, /^What the ratio means/, 'no ratio')
  // Once it is there on the page too: until then a step goes on from the wish that is shown.
  await expect(last).toContainText('No ratio')
  expect((await app.api(`/setups/${look}`)).setup.ratio ?? null).toBeNull()
  await page.keyboard.press('Escape')
  await page.keyboard.press('k')
  await page.keyboard.press(']')
  await expect(last).toContainText('Key at 0.0')
  await page.keyboard.press(']')
  await expect(last).toContainText('Key at +0.1')
  expect((await app.api(`/setups/${look}`)).setup.ratio ?? null).toBeNull()
  await choose(page, /^What the ratio means/, 'lit : shadow')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.ratio?.ratio).toBe(3)
})

import { randomUUID } from 'node:crypto'
import { lost } from '../support/answers'
import { expect, test, underWay } from '../support/app'

test('a name and Enter begin a sitting, with what is shown; and the first dial follows the first two readings', async ({
  page,
  app,
}) => {
  await page.goto('/new')
  await expect(page.getByRole('textbox', { name: 'Who' })).toBeFocused()
  const says = page.getByRole('complementary', { name: 'Then the board says' })
  await page.getByRole('radio', { name: /^Empty/ }).click()
  await expect(says).toContainText('Meter the room with the flash off')
  await expect(says).toContainText('2 to the first frame')
  await page.getByRole('checkbox', { name: 'Fill' }).check()
  await expect(says).toContainText('4 to the first frame')
  await expect(says).toContainText('3 : 1')
  // What can't be is said at its place, and what is right beside it.
  const aperture = page.getByRole('textbox', { name: 'Aperture' })
  await aperture.fill('7.3')
  await aperture.press('Enter')
  await expect(page.getByRole('alert')).toContainText('Nearest: f/7.1 or f/8.')
  await aperture.fill('5.6')
  await aperture.press('Enter')
  await page.getByRole('textbox', { name: 'Distance of Key' }).fill('far')
  await expect(page.getByRole('main').getByRole('row', { name: /Key/ })).toContainText(
    '“far” does not fit here: a number does.',
  )
  await page.getByRole('textbox', { name: 'Distance of Key' }).fill('1.5')
  await page.getByRole('textbox', { name: 'Who' }).fill('Sign painter')
  await page.getByRole('textbox', { name: 'Who' }).press('Enter')
  await expect(page).toHaveURL(/\/setups\//)
  const { setup, sitting } = await app.api(`/setups/${page.url().split('/').pop()}`)
  expect(sitting.name).toBe('Sign painter')
  expect(setup.camera.exposure.aperture).toBe('5.6')
  expect(
    setup.lights.map((l: { id: string; unit: { name: string }; distance?: number }) => [l.id, l.unit.name, l.distance]),
  ).toEqual([
    ['key', 'a strobe', 1.5],
    ['fill', 'a strobe', undefined],
  ])
  expect(setup.ratio.ratio).toBe(3)
  await expect(page.getByRole('textbox', { name: 'Reading of room' })).toBeFocused()
  await page.keyboard.type('0.7')
  await page.keyboard.press('Enter')
  // What is typed belongs to the light that the entry stands on: it goes on once the answer is there.
  await expect(page.getByRole('textbox', { name: 'Reading of key' })).toBeFocused()
  await page.keyboard.type('8')
  await page.keyboard.press('Enter')
  await expect(page.locator('#next-move')).toHaveText(/^Key down \d\.\d stop/)
})

test('a key alone is wished on the exposure: its first reading leads to its dial, and then to the frame', async ({
  page,
}) => {
  await page.goto('/new')
  await page.getByRole('radio', { name: /^Empty/ }).click()
  await expect(page.getByRole('group', { name: 'Ratio, lit : shadow' })).toContainText('no fill')
  await page.getByRole('textbox', { name: 'Who' }).press('Enter')
  await expect(page.getByRole('textbox', { name: 'Reading of room' })).toBeFocused()
  const move = page.locator('#next-move')
  for (const [reading, then] of [
    ['0.7', /^Meter the key/],
    ['11', /^Key down 1.0 stop/],
  ] as const) {
    await page.keyboard.type(reading)
    await page.keyboard.press('Enter')
    await expect(move).toHaveText(then)
  }
  // Where its dial stands nobody said: it is turned down by a stop, and read again.
  await page.keyboard.type('8')
  await page.keyboard.press('Enter')
  // There is nothing else to be metered together with it.
  await expect(move).toHaveText(/frame/i)
})

test('a begin whose answer got lost is one sitting, and a look that is begun from often is offered', async ({
  page,
  app,
}) => {
  const look = await underWay(app, 'Cooper, kept')
  for (const name of ['First', 'Second'])
    await app.api('/sittings', { id: randomUUID(), name, look: { id: randomUUID(), name: 'Look 1' }, from: look })
  await page.goto('/new')
  await expect(page.getByRole('radio', { name: /Cooper, kept · begun from 2 times/ })).toBeVisible()
  await page.getByRole('radio', { name: /Cooper, kept/ }).click()
  await expect(page.getByRole('button', { name: 'Unit of Fill: Taper 400' })).toBeVisible()
  const before = (await app.api('/sittings?find=Third&deleted=false')).length
  await lost(page, /\/api\/sittings$/)
  await page.getByRole('textbox', { name: 'Who' }).fill('Third')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('The server is out of reach.')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/setups\//)
  expect(await app.api('/sittings?find=Third&deleted=false')).toHaveLength(before + 1)
})

test('a look is kept by a name, and a new sitting begins from it', async ({ page, app, board }) => {
  await board(await underWay(app, 'Paper marbler'))
  const menu = async (item: RegExp) => {
    await page.getByRole('button', { name: /^Sitting/ }).click()
    await page.getByRole('menuitem', { name: item }).click()
  }
  await menu(/Keep it to begin from/)
  await page.getByRole('textbox', { name: 'Kept as' }).fill('Soft, three to one')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Kept as “Soft, three to one”')).toBeVisible()
  // Others are worked on since.
  for (const name of ['One', 'Two', 'Three', 'Four']) await app.begin(name)
  await page.goto('/new')
  const kept = page.getByRole('radio', { name: /Kept: Soft, three to one/ })
  await kept.click()
  const says = page.getByRole('complementary', { name: 'Then the board says' })
  await expect(says).toContainText('3 : 1')
  await expect(says.getByRole('img', { name: /one scale of stops/ })).toContainText('Key −0.6')
  await expect(says).toContainText(/\d+ min/)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/setups\//)
  // Let go, it is offered no more; the look stays.
  await page.goBack()
  await page.goBack()
  await menu(/No longer keep it as “Soft, three to one”/)
  await expect(page.getByText('no longer offered')).toBeVisible()
  await page.goto('/new')
  await expect(page.getByRole('radio', { name: /^Empty/ })).toBeVisible()
  await expect(page.getByRole('radio', { name: /Kept: Soft/ })).toHaveCount(0)
})

test('the open sitting stands first with its next move, and leads to its board', async ({ page, app }) => {
  const look = await app.begin('Open one')
  await app.write(look, { camera: { aperture: '8', shutter: '1/160', iso: '100' } })
  await page.goto('/')
  await expect(page.getByText(/Open now · Sitting \d+ · Open one · Look 1/)).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Meter the room with the flash off' })).toBeVisible()
  await page.getByRole('link', { name: 'Back to the board' }).click()
  await expect(page).toHaveURL(`${app.url}/setups/${look}`)
})

test('a sitting is begun, renamed, copied as a start, deleted and brought back', async ({ page, app }) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible()
  await page.keyboard.press('n')
  await page.getByRole('textbox', { name: 'Who' }).fill('Rope maker')
  await page.getByRole('radio', { name: /^Empty/ }).click()
  await page.getByRole('textbox', { name: 'Who' }).press('Enter')
  await expect(page).toHaveURL(/\/setups\//)
  await expect(page.getByRole('textbox', { name: 'Reading of room' })).toBeFocused()
  const look = page.url().split('/').pop() ?? ''
  await app.write(look, { camera: { aperture: '11', shutter: '1/160', iso: '100' } })

  await page.getByRole('link', { name: 'Sittings' }).click()
  const more = page.getByRole('button', { name: /More of sitting/ }).first()
  await more.click()
  await page.getByRole('menuitem', { name: 'Rename' }).click()
  await page.getByRole('dialog').getByRole('textbox').fill('Rope walker')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Open now · .* · Rope walker/)).toBeVisible()

  await more.click()
  await page.getByRole('menuitem', { name: 'Copy as a start' }).click()
  await expect(page.getByRole('radio', { name: /Rope walker/ })).toBeChecked()
  await expect(page.getByRole('textbox', { name: 'Who' })).toBeFocused()
  await page.keyboard.type('Rope again')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Camera now' })).toContainText('11')
  await expect(page.getByRole('list', { name: 'What happened, oldest first' })).toContainText(
    'from Rope walker, Look 1',
  )

  await page.getByRole('link', { name: 'Sittings' }).click()
  await expect(page.getByText(/Open now · .* · Rope again/)).toBeVisible()
  await more.click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await expect(page.getByText(/Rope again, is deleted/)).toBeVisible()
  await expect(page.getByText(/Open now · .* · Rope walker/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/Open now · .* · Rope again/)).toBeVisible()

  // Deleted and left, it can still be restored later.
  await more.click()
  await page.getByRole('menuitem', { name: 'Delete' }).click()
  await page.reload()
  await page.getByRole('button', { name: 'Show deleted' }).click()
  await page
    .getByRole('row', { name: /Rope again/ })
    .getByRole('button', { name: 'Restore' })
    .click()
  await page.getByRole('button', { name: 'Back to the list' }).click()
  await expect(page.getByText('Rope again').first()).toBeVisible()
})

test('a sitting is found by its name', async ({ page, app }) => {
  const look = await app.begin('Chandler of old')
  await app.write(look, { room_wish: { keep: { level: -1.5 } } })
  await page.goto('/')
  await expect(page.getByRole('table')).toBeVisible()
  await page.keyboard.press('/')
  await page.keyboard.type('chand')
  await expect(page.getByRole('row')).toHaveCount(2)
  await expect(page.getByRole('row', { name: /Chandler of old/ })).toContainText('Look 1')
  await page.keyboard.press('Escape')
  await page.keyboard.type('nobody at all')
  await expect(page.getByText('No sitting is called that.')).toBeVisible()
})

test('a sitting holds several looks, and the board shows one', async ({ page, app, board }) => {
  const look = await app.begin('Two looks')
  await app.write(look, { camera: { aperture: '5.6', shutter: '1/160', iso: '100' } })
  await board(look)
  await page.getByRole('button', { name: /Sitting \d+/ }).click()
  await page.getByRole('menuitem', { name: 'New look from this one' }).click()
  await page.getByRole('dialog').getByRole('textbox').fill('Black ground')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /Two looks · Black ground/ })).toBeVisible()
  await expect(page.getByRole('group', { name: 'Camera now' })).toContainText('5.6')
  await page.getByRole('button', { name: /Sitting \d+/ }).click()
  await page.getByRole('menuitem', { name: 'Look 1' }).click()
  await expect(page).toHaveURL(`${app.url}/setups/${look}`)
})

test('an unknown look is told, and leads back', async ({ page, app }) => {
  await page.goto(`${app.url}/setups/0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d`)
  await expect(page.getByText('There is no setup 0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d.')).toBeVisible()
  await page.getByRole('link', { name: 'To the sittings' }).click()
  await expect(page.getByRole('link', { name: 'Back to the board' })).toBeVisible()
})

test('a look that can not be read says so in its row; everything else goes on', async ({ app, page }) => {
  const [odd, fine] = [await underWay(app, 'Net maker'), await underWay(app, 'Basket weaver')]
  app.damage(odd)
  await page.goto('/')
  await page.getByRole('searchbox').fill('Net maker')
  const row = page.getByRole('row', { name: /^Net maker/ })
  await expect(row).toContainText('can’t be read')
  await expect(row).toContainText('It is kept as it is')
  // A fault of the record, which this page is not watched for.
  const other = await page.context().newPage()
  await other.goto(`/setups/${odd}`)
  await expect(other.getByRole('heading', { level: 1 })).toHaveText("This look can't be shown")
  await page.goto(`/setups/${fine}`)
  await expect(page.locator('#next-move')).not.toBeEmpty()
})

test('a deleted sitting is forgotten for good once its name is typed, and others by their age', async ({
  page,
  app,
}) => {
  for (const name of ['Quillfeather', 'Rope walk']) {
    await app.begin(name)
    app.sql(`update sitting set deleted_at = now() where name = '${name}'`)
  }
  await page.goto('/')
  await page.getByRole('button', { name: 'Show deleted' }).click()
  await page.getByRole('button', { name: 'Forget Quillfeather for good' }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('This can’t be taken back.')).toBeVisible()
  const forget = dialog.getByRole('button', { name: 'Forget for good' })
  await expect(forget).toBeDisabled()
  await dialog.getByLabel(/Type its name/).fill('Quill')
  await expect(forget).toBeDisabled()
  await dialog.getByLabel(/Type its name/).fill('Quillfeather')
  await forget.click()
  await expect(
    page.getByText(/Forgotten for good: 1 sitting, 0 entries\. Older backups still hold them\./),
  ).toBeVisible()
  await expect(page.getByRole('row', { name: /Quillfeather/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Forget older ones…' }).click()
  await expect(dialog.getByText(/Nothing was deleted before/)).toBeVisible()
  await dialog.getByLabel(/many days ago/).fill('0')
  await expect(dialog.getByText(/1 sitting was deleted before .*: Rope walk\./)).toBeVisible()
  await dialog.getByLabel(/Type how many/).fill('1')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Nothing was deleted.')).toBeVisible()
  expect(app.sql("select count(*) from sitting where name in ('Quillfeather', 'Rope walk')")).toBe('0')
})

test('a look whose tape can’t be followed is shown as it last stood, and says why it takes nothing', async ({
  page,
  app,
}) => {
  const look = await app.begin('Closed')
  app.sql(`update setup set closed = 'unknown variant' where id = '${look}'`)
  await page.goto(`/setups/${look}`)
  await expect(page.getByText(/This look is closed: unknown variant\. Begin another one from it/)).toBeVisible()
  await page.keyboard.type('8 3')
  await page.keyboard.press('Enter')
  await expect(
    page
      .getByRole('alert')
      .or(page.getByRole('status'))
      .getByText(/This look is closed/)
      .last(),
  ).toBeVisible()
  expect(app.sql('select count(*) from tape_entry join setup on setup.id = setup_id where closed is not null')).toBe(
    '0',
  )
})

test('a long list comes part by part, as one reads on', async ({ page, app }) => {
  await Promise.all(Array.from({ length: 36 }, (_, n) => app.begin(`Of many ${n}`)))
  await page.goto('/')
  await page.getByRole('searchbox', { name: /Find a sitting/ }).fill('of many')
  const rows = page.getByRole('row', { name: /Of many/ })
  await expect(page.getByRole('button', { name: '6 older ones' })).toBeAttached()
  await expect(rows).toHaveCount(30)
  await page.getByRole('button', { name: '6 older ones' }).scrollIntoViewIfNeeded()
  await expect(rows).toHaveCount(36)
  await expect(page.getByRole('button', { name: /older ones/ })).toHaveCount(0)
})

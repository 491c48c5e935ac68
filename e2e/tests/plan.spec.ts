import type { Page } from '@playwright/test'
import { isEntry, withoutRest } from '../support/answers'
import { expect, lane, test, type App } from '../support/app'

const OCTA = { kind: 'octa', size: { round: { diameter: 0.9 } }, loss: 1.5 }
const BODY = {
  name: 'Loft 35',
  sensor: { width: 36, height: 24 },
  shutter: { focal_plane: { sync: '1/200' } },
  fastest: '1/8000',
  slowest: '30',
  base_iso: '100',
  steps: 'thirds',
}
const light = (id: string, shape: unknown = OCTA) => ({
  light: { light: id, role: id, modifier: 'Front', rig: { shape } },
})

/** A seated sitter before a grey wall, key and fill read, both on the plan. */
async function studio(app: App, name: string, behind = 2.5): Promise<string> {
  const look = await app.begin(name)
  for (const entry of [
    { camera: { aperture: '8', shutter: '1/160', iso: '100', body: BODY, focal: 85 } },
    { schools: { receptor: 'dome_to_light' } },
    {
      studio: {
        sitter: { face: 1.25, facing: 0, chin: 0 },
        camera: { at: { x: 0, y: 1.25, z: 2 }, aim: 1.15, upright: true },
        ground: { kind: 'wall', behind, width: 4, reflectance: 0.18 },
      },
    },
    light('key'),
    light('fill'),
    { placed: { light: 'key', around: { distance: 1.5, round: -45, height: 2.11 } } },
    { placed: { light: 'fill', around: { distance: 2.2, round: 25, height: 1.5 } } },
    { reading: { of: 'key', shows: '5.6 4' } },
    { reading: { of: 'fill', shows: '4 4' } },
  ])
    await app.write(look, entry)
  return look
}

const onPlan = (page: Page, name: string) => page.getByRole('button', { name: new RegExp(`^${name}, `) })
/** Keys on something of the plan, one after the other: each is seen where it tells of its place before the next one is pressed. */
async function steps(page: Page, name: string, ...keys: string[]): Promise<void> {
  const thing = page.getByRole('button', { name: new RegExp(`^${name}`) })
  await thing.focus()
  for (const key of keys) {
    const before = (await thing.getAttribute('aria-label')) ?? ''
    await page.keyboard.press(key)
    if (/\d/.test(before)) await expect(thing).not.toHaveAttribute('aria-label', before)
  }
}
const place = async (app: App, look: string, id: string) =>
  (await app.api(`/setups/${look}`)).setup.lights.find((l: { id: string }) => l.id === id)

test('a light is dragged beside the ladder: its ghost follows, and one entry is written when it is let go', async ({
  app,
  page,
  board,
}) => {
  const look = await studio(app, 'Dragged')
  await board(look)
  await expect(page.getByRole('group', { name: /^Plan of the studio/ })).toBeVisible()
  const { version } = await app.api(`/setups/${look}`)
  const box = (await onPlan(page, 'Fill').boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 14, y - 60, { steps: 8 })
  // Nothing is kept yet, and the ladder shows where it would lie.
  await expect(onPlan(page, 'Fill')).not.toHaveAttribute('aria-label', /2\.20 m/)
  await expect(page.locator('[data-mark="fill.ghost"]')).toBeVisible()
  expect((await app.api(`/setups/${look}`)).version).toBe(version)
  await page.mouse.up()
  await expect(lane(page, 'Fill')).toContainText(/over|likely/)
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 1)
  const fill = await place(app, look, 'fill')
  // Snapped to 5 cm on the floor; its reading went along.
  expect(Math.abs(fill.place.at.x * 20 - Math.round(fill.place.at.x * 20))).toBeLessThan(1e-6)
  expect(fill.distance).toBeLessThan(2.1)
  expect(fill.reading.standing.carried.by).toBeGreaterThan(0.1)
  await expect(page.getByRole('region', { name: 'Tape' })).toContainText('Fill moved')
})

test('by keys: from light to light, five centimetres a step, one entry when the hand rests, and undo', async ({
  app,
  page,
}) => {
  const look = await studio(app, 'By keys')
  await page.clock.install()
  await page.goto(`/setups/${look}/plan`)
  await expect(onPlan(page, 'Key')).toBeVisible()
  const before = await place(app, look, 'key')
  const { version } = await app.api(`/setups/${look}`)
  await withoutRest(page, () => steps(page, 'Key, ', 'ArrowLeft', 'ArrowLeft', 'ArrowDown', 'PageUp'))
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 1)
  const after = await place(app, look, 'key')
  expect(after.place.at.x).toBeCloseTo(before.place.at.x - 0.1, 3)
  expect(after.place.at.z).toBeCloseTo(before.place.at.z + 0.05, 3)
  expect(after.place.at.y).toBeCloseTo(before.place.at.y + 0.05, 3)
  await page.keyboard.press('z')
  await expect.poll(async () => (await place(app, look, 'key')).place.at.x).toBe(before.place.at.x)
  // Its aim is turned by keys too, and set back by a press.
  await page.getByRole('button', { name: /^Key looks at/ }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('button', { name: 'Aim at the face' })).toBeVisible()
  await page.getByRole('button', { name: 'Aim at the face' }).click()
  await expect.poll(async () => (await place(app, look, 'key')).place.aim).toBeUndefined()
})

test('camera, sitter and panels are moved by keys too, and each is one entry', async ({ app, page }) => {
  const look = await studio(app, 'Everything by keys')
  const { setup } = await app.api(`/setups/${look}`)
  const panels = [{ kind: 'white', at: { x: 0.7, y: 1.2, z: 0.2 }, width: 0.9, height: 1.2, facing: -100 }]
  await app.write(look, { studio: { ...setup.studio, panels } })
  const { version } = await app.api(`/setups/${look}`)
  await page.clock.install()
  await page.goto(`/setups/${look}/plan`)
  await expect(onPlan(page, 'Key')).toBeVisible()
  await withoutRest(page, () => steps(page, 'White panel,', 'PageUp', 'ArrowRight'))
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 1)
  await withoutRest(page, () => steps(page, 'Height of the camera', 'ArrowUp', 'ArrowUp'))
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 2)
  await withoutRest(page, () => steps(page, 'The sitter.', 'ArrowRight', 'ArrowDown'))
  await expect.poll(async () => (await app.api(`/setups/${look}`)).version).toBe(version + 3)
  const now = (await app.api(`/setups/${look}`)).setup.studio
  // Told from the sitter, who went 5 cm to the right and 5 cm toward the camera.
  expect(now.panels[0]).toMatchObject({ at: { x: 0.7, z: 0.15 }, facing: -95 })
  expect(now.camera.at).toEqual({ x: -0.05, y: 1.35, z: 1.95 })
  expect(now.ground.behind).toBeCloseTo(2.55, 6)
  // A step that is not written yet is given up.
  const written: string[] = []
  page.on('request', (request) => isEntry(request) && written.push(request.url()))
  await withoutRest(page, async () => {
    await steps(page, 'Camera,', 'ArrowLeft')
    await page.keyboard.press('Escape')
    await page.clock.runFor(2000)
  })
  expect(written).toEqual([])
  expect((await app.api(`/setups/${look}`)).version).toBe(version + 3)
  await expect(page).toHaveURL(/\/plan$/)
  // Without one it leads back to the board.
  await page.keyboard.press('Escape')
  await expect(page).toHaveURL(new RegExp(`/setups/${look}$`))
})

test('the plan of an earlier moment is shown with its board', async ({ app, page, board }) => {
  const look = await studio(app, 'As it was')
  await app.write(look, { placed: { light: 'fill', around: { distance: 1.4, round: 60, height: 1.5 } } })
  await board(look)
  await expect(onPlan(page, 'Fill')).toHaveAccessibleName(/^Fill, 1\.40 m, 60 degrees right/)
  await page
    .getByRole('button', { name: /Fill ƒ|Fill f/ })
    .last()
    .click()
  await expect(page.getByRole('status', { name: 'An earlier moment' })).toBeVisible()
  await expect(onPlan(page, 'Fill')).toHaveAccessibleName(/^Fill, 2\.20 m, 25 degrees right/)
  await page.getByRole('button', { name: 'Back to now' }).click()
  await expect(onPlan(page, 'Fill')).toHaveAccessibleName(/^Fill, 1\.40 m/)
})

test('what is typed of the studio stays while somebody else writes', async ({ app, page }) => {
  const look = await studio(app, 'Two at it')
  await page.goto(`/setups/${look}/plan/studio`)
  await page.getByLabel('Camera height').fill('1.62')
  await page.getByRole('button', { name: 'Add a panel' }).click()
  const { setup } = await app.api(`/setups/${look}`)
  await app.write(look, { studio: { ...setup.studio, sitter: { face: 1.4, facing: 0, chin: 0 } } })
  await expect(page.getByLabel('Eyes above floor')).toHaveValue('1.40')
  await expect(page.getByLabel('Camera height')).toHaveValue('1.62')
  await page.getByRole('button', { name: 'Write the studio' }).click()
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.studio.panels?.length).toBe(1)
  const now = (await app.api(`/setups/${look}`)).setup.studio
  expect([now.sitter.face, now.camera.at.y]).toEqual([1.4, 1.62])
  // Of a row that is wrong it is said at its field.
  await page.getByLabel('Looks', { exact: true }).fill('askew')
  await page.getByRole('button', { name: 'Write the studio' }).click()
  await expect(page.getByLabel('Looks', { exact: true })).toHaveAttribute('aria-invalid', 'true')
})

test('a list opens whole, over whatever scrolls around it, wherever its button stands', async ({ app, page }) => {
  const look = await studio(app, 'Lists')
  await page.setViewportSize({ width: 1280, height: 640 })
  await page.goto(`/setups/${look}/plan/studio`)
  const add = page.getByRole('button', { name: 'Add a panel' })
  await add.click()
  await add.scrollIntoViewIfNeeded()
  const kind = page.getByRole('button', { name: /^Kind of panel 1/ })
  await kind.click()
  for (const name of ['White reflector', 'Silver reflector', 'Dark panel', 'Flag'])
    await expect(page.getByRole('option', { name })).toBeInViewport({ ratio: 1 })
  await page.keyboard.press('End')
  await page.keyboard.press('Enter')
  await expect(kind).toHaveText('Flag')
})

test('distance, way round and height are typed; what can not be is said at the field and nothing is lost', async ({
  app,
  page,
}) => {
  const look = await studio(app, 'Typed')
  await page.goto(`/setups/${look}/plan`)
  await page.keyboard.press('k')
  const field = (name: string) => page.getByLabel(`${name} of Key`)
  await expect(field('Distance')).toHaveValue('1.50')
  await expect(page.getByText(/^(Rembrandt|Loop), \d° from/)).toBeVisible()
  await field('Round').fill('−20')
  await field('Round').press('Enter')
  await expect(page.getByText(/^Loop/).first()).toBeVisible()
  await field('Distance').fill('0.3')
  await field('Distance').press('Enter')
  await expect(page.getByRole('alert')).toContainText('Give a larger distance')
  await expect(field('Distance')).toHaveValue('0.3')
  expect((await place(app, look, 'key')).distance).toBeCloseTo(1.5, 2)
  // The eyes' lights are told.
  const eyes = page.getByRole('region', { name: 'Catch-lights' })
  await expect(eyes.getByText('left in the picture')).toBeVisible()
  await expect(eyes.getByRole('listitem').filter({ hasText: /key: \d+ o’clock, \d\.\d mm/ })).toHaveCount(2)
})

test('a black ground: what falls on it, what would give it, and a press that does', async ({ app, page }) => {
  const look = await studio(app, 'Black', 1)
  await page.goto(`/setups/${look}/plan/ground`)
  await page.getByRole('radio', { name: 'Black' }).click()
  await expect(page.getByText('Not as wished. What would give it:')).toBeVisible()
  await expect(page.getByRole('img', { name: /^Elevation of the ground/ })).toBeVisible()
  const ways = page.getByRole('list', { name: 'What gives the wish' })
  await expect(ways.getByText('A grid of 40°')).toBeVisible()
  const farther = ways.getByRole('listitem').filter({ hasText: 'from the ground' })
  await farther.getByRole('button', { name: 'Use' }).click()
  await expect(page.getByText('✓ As wished.')).toBeVisible()
  await expect(page.getByRole('heading', { name: /^Ground at .*: black/ })).toBeVisible()
  const now = await app.api(`/setups/${look}`)
  expect(now.setup.studio.ground.behind).toBeGreaterThan(2)
})

test('the room is described in a form, and the greatest ratio follows', async ({ app, page }) => {
  const look = await studio(app, 'White room')
  await page.goto(`/setups/${look}/plan/studio`)
  await page.getByRole('button', { name: 'Walls: not counted' }).click()
  await page.getByRole('option', { name: 'counted', exact: true }).click()
  for (const [name, value] of [
    ['To the left wall', '1.83'],
    ['To the right wall', '1.83'],
    ['To the wall behind', '2.5'],
    ['To the wall before', '2.4'],
  ] as const)
    await page.getByLabel(name).fill(value)
  await page.getByLabel('Ceiling').first().fill('low')
  await page.getByRole('button', { name: 'Write the studio' }).click()
  await expect(page.getByRole('alert').or(page.locator('.text-warn')).first()).toBeVisible()
  await page.getByLabel('Ceiling').first().fill('2.4')
  await page.getByRole('button', { name: /^Tone of the walls/ }).click()
  await page.getByRole('option', { name: 'white', exact: true }).click()
  await page.getByRole('button', { name: 'Write the studio' }).click()
  const back = page.getByRole('list', { name: 'What comes back to the shadow side' })
  await expect(back).toContainText('is the greatest ratio')
  const ratio = async () => Number(/fill ([\d.]+) : 1/.exec((await back.textContent()) ?? '')?.[1])
  const before = await ratio()
  await page.getByRole('button', { name: 'Add a panel' }).click()
  await page.getByRole('button', { name: 'Kind of panel 1: White reflector' }).click()
  await page.getByRole('option', { name: 'Dark panel', exact: true }).click()
  await page.getByRole('button', { name: 'Write the studio' }).click()
  await expect(back).toContainText('Dark panel: takes')
  expect(await ratio()).toBeGreaterThan(before)
})

test('one begins from an arrangement, and from lights that are not on the plan yet', async ({ app, page }) => {
  const look = await app.begin('From nothing')
  await app.write(look, { camera: { aperture: '8', shutter: '1/160', iso: '100', body: BODY, focal: 85 } })
  await page.goto(`/setups/${look}/plan/begin`)
  await page.getByRole('button', { name: 'Put fill' }).click()
  await expect(onPlan(page, 'Fill')).toBeVisible()
  await page.getByRole('button', { name: 'Begin from Loop' }).click()
  await expect(onPlan(page, 'Key')).toHaveAccessibleName(/^Key, 1\.50 m, 32 degrees left/)
  await page.keyboard.press('1')
  await expect(page).toHaveURL(/\/plan$/)
  await page.keyboard.press('k')
  await expect(page.getByText(/^Loop/).first()).toBeVisible()
})

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

  test('the plan is reached, a light is dragged by touch, nothing runs over the edge', async ({ app, page }) => {
    const look = await studio(app, 'By touch')
    await page.goto(`/setups/${look}`)
    await page.getByRole('link', { name: 'Plan' }).click()
    const fill = onPlan(page, 'Fill')
    const box = (await fill.boundingBox())!
    const at = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
    const session = await page.context().newCDPSession(page)
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
      session.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] })
    await touch('touchStart', at.x, at.y)
    for (let i = 1; i <= 6; i += 1) await touch('touchMove', at.x + 4 * i, at.y - 8 * i)
    await touch('touchEnd', 0, 0)
    await expect.poll(async () => (await place(app, look, 'fill')).distance).toBeLessThan(2.1)
    // Two fingers on the floor bring it nearer.
    const drawing = (await page.getByRole('group', { name: /^Plan of the studio/ }).boundingBox())!
    const between = async () => {
      const [a, b] = [(await onPlan(page, 'Key').boundingBox())!, (await onPlan(page, 'Fill').boundingBox())!]
      return Math.hypot(a.x - b.x, a.y - b.y)
    }
    const before = await between()
    const y = drawing.y + drawing.height - 60
    const two = (type: 'touchStart' | 'touchMove', half: number) =>
      session.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: [-1, 1].map((side, id) => ({ x: drawing.x + drawing.width / 2 + 70 + side * half, y, id })),
      })
    await two('touchStart', 20)
    for (let half = 22; half <= 30; half += 2) await two('touchMove', half)
    await touch('touchEnd', 0, 0)
    await expect.poll(async () => (await between()) / before).toBeGreaterThan(1.3)
    await page.getByRole('button', { name: 'Fit' }).click()
    await expect.poll(async () => (await between()) / before).toBeCloseTo(1, 1)
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true)
  })
})

test('Tab goes from light to light in their order, and keeps the focus where it is', async ({ app, page }) => {
  const look = await studio(app, 'In order')
  await page.goto(`/setups/${look}/plan`)
  await onPlan(page, 'Key').focus()
  const focused = () => page.evaluate(() => document.activeElement?.getAttribute('aria-label')?.split(/[ ,]/)[0])
  const seen: (string | undefined)[] = []
  for (let n = 0; n < 8; n++) {
    const at = await focused()
    if (at !== seen.at(-1)) seen.push(at)
    await page.keyboard.press('Tab')
  }
  expect(seen.slice(0, 2)).toEqual(['Key', 'Fill'])
  expect(new Set(seen).size).toBe(seen.length)
})

test('a grey ground is typed as well as stepped', async ({ app, page }) => {
  const look = await studio(app, 'Grey, typed')
  await page.goto(`/setups/${look}/plan/ground`)
  await page.getByRole('radio', { name: 'Grey' }).click()
  const grey = page.getByRole('textbox', { name: 'Grey at' })
  await grey.fill('-0.8')
  await grey.press('Enter')
  const tone = async () => JSON.stringify((await app.api(`/setups/${look}`)).setup.ground_tone)
  await expect.poll(tone).toContain('-0.8')
})

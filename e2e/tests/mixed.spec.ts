import type { Page } from '@playwright/test'
import { expect, test, type App } from '../support/app'
import { scan } from '../support/axe'
import { shotOf } from '../support/frames'

const LIGHTS = ['key', 'fill', 'rim'] as const
const unit = { name: 'Taper 400', rated: 400, scale: { fractions: { lowest: 256, step: 'tenths' } } }
const camera = { camera: { aperture: '8', shutter: '1/160', iso: '100', sync: '1/200' } }

/** How the studio really is: where lights stand and what they give, none of which the photographer was told. */
async function studio(app: App): Promise<any> {
  const look = await app.begin('As it is')
  await app.write(look, camera)
  await app.write(look, { face: { face: 'clock_mender' } })
  const shape = { kind: 'octa', size: { round: { diameter: 0.9 } }, loss: 1.5 }
  const places = {
    key: { x: -1.1, y: 1.9, z: 1.1 },
    fill: { x: 0.9, y: 1.4, z: 1.8 },
    rim: { x: 1.2, y: 1.9, z: -1.1 },
  }
  for (const light of LIGHTS) {
    await app.write(look, { light: { light, role: light, unit, dial: '1/8', rig: { shape } } })
    await app.write(look, { placed: { light, place: { at: places[light] } } })
  }
  // Each gives something else than its sheet says.
  for (const [light, shows] of [
    ['key', '8 -3'],
    ['fill', '5.6 4'],
    ['rim', '5.6 2'],
  ]) {
    await app.write(look, { reading: { of: light, shows } })
  }
  return (await app.api(`/setups/${look}`)).setup
}

/** A look as the photographer has it: units and dials, and nothing else. */
async function untold(app: App): Promise<string> {
  const look = await app.begin('By frames alone')
  await app.write(look, camera)
  for (const light of LIGHTS) await app.write(look, { light: { light, role: light, unit, dial: '1/8' } })
  await app.write(look, { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'key_alone' } } })
  return look
}

const mixed = (page: Page) => page.getByRole('radio', { name: 'Mixed' })
const rows = (page: Page) => page.getByRole('region', { name: 'Lights in the mix' })
const title = (page: Page) => page.getByRole('region', { name: 'The mix', exact: true })
const load = (page: Page, files: string[]) => page.locator('input[type=file]').setInputFiles(files)
const strong = (line: any[]) => line.map((s) => s.text ?? s.strong ?? '').join('')

/** Places on the head that is drawn, as anybody would put them: remembered with the look. */
async function patches(app: App, look: string): Promise<void> {
  const of = [
    { name: 'Lit cheek', x: 0.4, y: 0.45, radius: 0.015 },
    { name: 'Shadow cheek', x: 0.6, y: 0.45, radius: 0.015 },
    { name: 'Forehead', x: 0.5, y: 0.28, radius: 0.015 },
  ]
  await app.api(`/setups/${look}/patches`, { patches: of }, 'PUT')
}

test('three lights come to three to one by frames alone, without a meter', async ({ app, page }) => {
  const truth = await studio(app)
  const look = await untold(app)
  await patches(app, look)
  const files = []
  for (const on of [[], ['key'], ['fill'], ['rim']]) files.push(await shotOf(app, truth, [], [], on))
  await page.goto(`/setups/${look}/frame`)
  await mixed(page).click()
  await expect(page.getByText('Say of a frame which light was on alone in it: then it can be mixed.')).toBeVisible()
  await load(page, files)
  const board = async () => (await app.api(`/setups/${look}`)).setup
  await expect.poll(async () => (await board()).shots?.length).toBe(4)
  await mixed(page).click()
  await rows(page).getByRole('button', { name: 'The last 4 frames, in this order' }).click()
  await expect(title(page)).toContainText('Lit to shadow')
  await expect(rows(page)).toContainText('Shoot one frame with all lights: then the sum is held against it.')
  await rows(page).getByRole('button', { name: 'Find the dials for 3 : 1' }).click()
  await expect(title(page)).toContainText(/^Lit to shadow (3|2\.9|3\.1) : 1: /)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await board()).lights.filter((l: any) => l.dial !== 30).length).toBeGreaterThan(0)
  await expect(title(page).getByRole('button', { name: /To the board/ })).toBeDisabled()
  // What the camera would see now, with all lights on: by the studio as it is, which the photographer never saw.
  const { lanes } = (await app.api(`/setups/${look}`)).board
  const dials = LIGHTS.map((light) => ({ light, dial: lanes.find((l: any) => l.id === light).dial.now }))
  await load(page, [await shotOf(app, truth, [], [{ all_set: { dials } }])])
  await expect.poll(async () => (await board()).shots?.length).toBe(5)
  const { picture } = (await board()).shots[4]
  const at = (await app.api(`/setups/${look}/frames`)).patches.slice(0, 2).map(({ name, ...p }: any) => p)
  const { ratio } = await app.api(`/frames/${picture}/tones`, { patches: at, same_skin: { lit: 0, shadow: 1 } })
  expect(Math.abs(ratio.over - Math.log2(3))).toBeLessThan(0.15)
  test
    .info()
    .annotations.push({ type: 'three to one by frames', description: `off by ${ratio.over - Math.log2(3)} stop` })
  // Said to be of all lights, it is what the sum is held against.
  await app.write(look, { frame_said: { picture, lit: 'all' } })
  await mixed(page).click()
  await expect(rows(page)).toContainText('The sum gives frame 5 within 0.1 on every patch: the mix can be trusted.')
})

test('dials, mute and alone are tried by hand and by keys, shown as shot, and taken back', async ({ app, page }) => {
  const truth = await studio(app)
  const look = await untold(app)
  await patches(app, look)
  const files = []
  for (const on of [['key'], ['fill'], []]) files.push(await shotOf(app, truth, [], [], on))
  await page.goto(`/setups/${look}/frame`)
  await load(page, files)
  const shots = async () => (await app.api(`/setups/${look}`)).setup.shots ?? []
  await expect.poll(async () => (await shots()).length).toBe(3)
  const said = [{ alone: 'key' }, { alone: 'fill' }, 'no_flash']
  for (const [n, lit] of said.entries())
    await app.write(look, { frame_said: { picture: (await shots())[n].picture, lit } })
  await page.keyboard.press('e')
  await expect(title(page)).toContainText(/Lit to shadow .* as shot/)
  // The rim has no frame yet: the mix says so.
  await expect(title(page)).toContainText('Not in it: rim. Shoot each alone.')
  expect(await scan(page)).toEqual([])
  const fill = rows(page).getByRole('listitem', { name: 'Fill' })
  const dial = fill.getByRole('slider', { name: 'Dial of Fill' })
  await expect(dial).toHaveAttribute('aria-valuetext', '1/8')
  await dial.focus()
  await page.keyboard.press('ArrowRight')
  await expect(dial).toHaveAttribute('aria-valuetext', '1/16 +0.9')
  await page.keyboard.press('-')
  await expect(dial).toHaveAttribute('aria-valuetext', '1/16 +0.8')
  await expect(title(page)).toContainText('fill down 0.2 stop to 1/16 +0.8')
  // By hand, to the other end and farther: it stays on the dial.
  const box = (await dial.boundingBox())!
  await page.mouse.move(box.x + box.width * 0.3, box.y + 20)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.6, box.y + 20, { steps: 4 })
  await page.mouse.move(box.x + box.width * 1.4, box.y + 20, { steps: 4 })
  await page.mouse.up()
  await expect(dial).toHaveAttribute('aria-valuetext', '1/256')
  await expect(rows(page)).toContainText('Fill: more than 1.5 from its frame')
  await page.keyboard.press('x')
  await expect(title(page)).toContainText('without fill')
  await page.keyboard.press('k')
  await page.keyboard.press('s')
  await expect(title(page)).toContainText('without the room, fill')
  await page.keyboard.press('s')
  await page.keyboard.press('f')
  await page.keyboard.press('x')
  // As shot beside it: what was tried is not forgotten.
  await page.keyboard.press('a')
  await expect(title(page)).toContainText('as shot')
  await expect(title(page).getByRole('button', { name: /To the board/ })).toBeDisabled()
  await page.keyboard.press('a')
  await expect(dial).toHaveAttribute('aria-valuetext', '1/256')
  // The room's dial is the shutter.
  const shutter = rows(page).getByRole('slider', { name: 'Shutter' })
  await shutter.focus()
  await page.keyboard.press('ArrowLeft')
  await expect(shutter).toHaveAttribute('aria-valuetext', '1/125')
  await title(page)
    .getByRole('button', { name: /To the board/ })
    .click()
  const lane = async () => (await app.api(`/setups/${look}`)).board.lanes.find((l: any) => l.id === 'fill').dial.now
  await expect.poll(lane).toBe('1/256')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.camera.exposure.shutter).toBe('1/125')
  const { items } = (await app.api(`/setups/${look}`)).tape
  expect(items.slice(-2).map((i: any) => strong(i.line.head))).toHaveLength(2)
  await page.keyboard.press('z')
  await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.camera.exposure.shutter).toBe('1/160')
  await page.keyboard.press('z')
  await expect.poll(lane).toBe('1/8')
})

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

  test('one light at a time has its dial', async ({ app, page }) => {
    const truth = await studio(app)
    const look = await untold(app)
    await patches(app, look)
    await page.goto(`/setups/${look}/frame`)
    await load(page, [await shotOf(app, truth, [], [], ['key']), await shotOf(app, truth, [], [], ['fill'])])
    await expect.poll(async () => (await app.api(`/setups/${look}`)).setup.shots?.length).toBe(2)
    await mixed(page).click()
    // Which is which is said light by light.
    for (const [n, name] of ['Key', 'Fill'].entries()) {
      await rows(page)
        .getByRole('button', { name: `Frame of ${name}: no frame yet` })
        .click()
      await page.getByRole('option', { name: `Frame ${n + 1}`, exact: true }).click()
      await expect(rows(page).getByRole('button', { name: `Frame of ${name}: no frame yet` })).toBeHidden()
    }
    await expect(rows(page)).toContainText('No frame without flash: the room counts once for each light.')
    await expect(rows(page).getByRole('slider')).toHaveCount(1)
    await rows(page).getByRole('listitem', { name: 'Fill' }).getByText('as shot').tap()
    await expect(rows(page).getByRole('slider', { name: 'Dial of Fill' })).toBeVisible()
    await expect(rows(page).getByRole('slider')).toHaveCount(1)
    await rows(page).getByRole('listitem', { name: 'Fill' }).getByRole('button', { name: 'Mute' }).tap()
    await expect(title(page)).toContainText('without fill')
    expect(await scan(page)).toEqual([])
  })
})

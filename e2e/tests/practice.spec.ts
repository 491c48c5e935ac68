import type { Page } from '@playwright/test'
import { type App, expect, test } from '../support/app'
import { scan } from '../support/axe'

const strip = (page: Page) => page.getByRole('region', { name: 'Drill', exact: true })
const counted = (page: Page, readings: string, moves: string) =>
  Promise.all([
    expect(strip(page)).toContainText(`Readings${readings}`),
    expect(strip(page)).toContainText(`Moves${moves}`),
  ])

/** Begins a drill from the list. */
async function begin(page: Page, app: App, drill: string, how: 'Told' | 'Alone'): Promise<void> {
  await page.goto(`${app.url}/practice`)
  await page.getByRole('button', { name: drill }).click()
  await page.getByRole('radio', { name: how }).click()
  await page.getByRole('button', { name: /^Begin/ }).click()
  await expect(strip(page)).toBeVisible()
}

const measure = (page: Page) => page.getByRole('button', { name: /^Measure the/ }).click()

test('a drill alone: read, turned at once, proved, and judged', async ({ page, app }) => {
  await page.goto(app.url)
  await page.getByRole('link', { name: 'Practice' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Begin with: key to the aperture')
  await scan(page)
  await page.getByRole('radio', { name: 'Alone' }).click()
  await page.getByRole('button', { name: /^Begin/ }).click()
  await expect(page.locator('#next-move')).toHaveText('Key to the aperture: your move')
  await counted(page, '0 of 2', '0 of 1')
  await page.keyboard.press('k')
  await measure(page)
  await counted(page, '1 of 2', '0 of 1')
  await expect(page.locator('#meter-echo')).toContainText('at ISO 100, 1/160 s.')
  await scan(page)
  // The stops that are missing are the photographer's to count; here the ladder's own words are read.
  const look = page.url().split('/').at(-1) ?? ''
  const stops = async () => {
    const { board } = await app.api(`/setups/${look}`)
    return board.lanes.find((lane: { id: string }) => lane.id === 'key')
  }
  const key = await stops()
  const now = key.dial.settings.find((one: { written: string }) => one.written === key.dial.now).stops
  const wanted = now - key.reading.stops
  const nearest = key.dial.settings.reduce((best: { stops: number }, one: { stops: number }) =>
    Math.abs(one.stops - wanted) < Math.abs(best.stops - wanted) ? one : best,
  )
  const power = page.getByRole('textbox', { name: 'Power of the key' })
  await power.fill(nearest.written)
  await power.press('Enter')
  await counted(page, '1 of 2', '1 of 1')
  await page.keyboard.press('k')
  await measure(page)
  await counted(page, '2 of 2', '1 of 1')
  await page.getByRole('button', { name: 'I am done' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    'Key to the aperture: done in two readings, and no way is shorter',
  )
  await expect(page.getByRole('heading', { name: 'What was hidden' })).toBeVisible()
  await scan(page)
  await page.getByRole('link', { name: 'All drills' }).click()
  await expect(page.getByRole('row', { name: /Key to the aperture/ })).toContainText('at the best')
})

test('told, the board leads as ever; nothing is counted twice when the server is killed in the middle', async ({
  page,
  app,
}) => {
  await begin(page, app, 'By the number', 'Told')
  await expect(page.locator('#next-move')).toHaveText('Meter the key alone')
  await measure(page)
  await counted(page, '1 of 2', '0 of 1')
  await expect(page.locator('#next-move')).toContainText('Key up')
  await app.stop('SIGKILL')
  await page.getByRole('button', { name: /Dialled/ }).click()
  await app.serve()
  await counted(page, '1 of 2', '1 of 1')
  await measure(page)
  await counted(page, '2 of 2', '1 of 1')
  await page.getByRole('button', { name: 'I am done' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('By the number: done in two readings')
})

test('asking for the move costs a reading; a drill that was left goes on', async ({ page, app }) => {
  await begin(page, app, 'Three to one', 'Alone')
  await page.keyboard.press('k')
  await measure(page)
  await counted(page, '1 of 4', '0 of 1')
  await page.keyboard.press('Escape')
  await page.keyboard.press('j')
  await counted(page, '2 of 4', '0 of 1')
  await expect(page.locator('#next-move')).not.toContainText('your move')
  await page.getByRole('link', { name: 'Practice' }).click()
  await page.getByRole('link', { name: 'Go on with Three to one' }).click()
  await counted(page, '2 of 4', '0 of 1')
  await page.getByRole('button', { name: 'End', exact: true }).click()
  await page.getByRole('button', { name: 'Yes, end it' }).click()
  await expect(page.getByRole('row', { name: /Three to one/ })).toContainText('not tried')
  // It is in no list of sittings.
  await page.getByRole('link', { name: 'Sittings' }).click()
  await expect(page.getByRole('table')).toBeVisible()
  await expect(page.getByText('Three to one')).toHaveCount(0)
})

test('on the phone a drill is read and done with the thumb', async ({ page, app }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${app.url}/practice`)
  await scan(page)
  await begin(page, app, 'Key to the aperture', 'Alone')
  await page.getByRole('radio', { name: 'Key' }).click()
  await page.getByRole('button', { name: 'Measure the key' }).click()
  await expect(strip(page)).toContainText('Readings1 of 2')
  await scan(page)
  await page.getByRole('button', { name: 'Done', exact: true }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Key to the aperture: not there yet, the key is')
  await scan(page)
})

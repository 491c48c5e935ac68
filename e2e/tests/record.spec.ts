import { randomUUID } from 'node:crypto'
import { App, expect, lane, test, underWay } from '../support/app'

test('every entry that was accepted outlives a killed server, and none is there twice', async () => {
  const app = await App.start()
  const look = await app.begin('Killed')
  await app.write(look, { camera: { aperture: '8', shutter: '1/160', iso: '100' } })
  const sent = Array.from({ length: 300 }, (_, n) => ({
    id: randomUUID(),
    base: 1,
    at: new Date().toISOString(),
    entry: { reading: { of: 'key', shows: `5.6 ${n % 10}` } },
  }))
  const accepted = new Set<string>()
  const send = async (entry: (typeof sent)[number]) => {
    const response = await fetch(`${app.url}/api/setups/${look}/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(entry),
    })
    if (response.status === 201 || response.status === 200) accepted.add(entry.id)
    await response.arrayBuffer()
  }
  // Four writers; the server is killed under them.
  const writers = [0, 1, 2, 3].map(async (w) => {
    for (const entry of sent.filter((_, n) => n % 4 === w)) await send(entry)
  })
  const ended = Promise.allSettled(writers)
  while (accepted.size < 60) await new Promise((soon) => setTimeout(soon, 1))
  await app.stop('SIGKILL')
  await ended
  expect(accepted.size).toBeLessThan(300)

  await app.serve()
  const ids = async () => {
    const all: string[] = []
    let part = (await app.api(`/setups/${look}`)).tape
    for (;;) {
      all.unshift(...part.items.map((i: { id: string }) => i.id))
      if (!part.earlier) return all
      part = await app.api(`/setups/${look}/tape?before=${part.items[0].seq}`)
    }
  }
  const kept = await ids()
  expect([...accepted].filter((id) => !kept.includes(id))).toEqual([])
  // Everything is sent again, as a client does that heard no answer.
  for (const entry of sent) await send(entry)
  const all = await ids()
  expect(all).toHaveLength(301)
  expect(new Set(all).size).toBe(301)
  expect((await app.api(`/setups/${look}`)).version).toBe(301)
  await app.stop('SIGTERM')
})

test('what is typed while the server is away is kept, counted, and written once when it is back', async ({
  browser,
}) => {
  const app = await App.start()
  const look = await underWay(app, 'Away')
  const page = await browser.newPage({ baseURL: app.url })
  await page.goto(`/setups/${look}`)
  await expect(page.getByRole('textbox', { name: 'Reading of fill' })).toBeFocused()
  await app.stop('SIGKILL')
  await page.keyboard.type('5.6 1')
  await page.keyboard.press('Enter')
  await page.keyboard.type('4 4')
  await page.keyboard.press('Enter')
  await expect(
    page.getByText('The server is out of reach. 2 entries are kept here and sent when it is back.'),
  ).toBeVisible()
  await app.serve()
  await expect(page.getByText('The server is out of reach.')).toHaveCount(0, { timeout: 10_000 })
  await expect(lane(page, 'Fill')).toContainText('on target')
  expect((await app.api(`/setups/${look}`)).version).toBe(7)
  await page.close()
  await app.stop('SIGTERM')
})

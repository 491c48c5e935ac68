import { expect, test, underWay } from '../support/app'

/** Every two texts of the ladder that touch, as Chromium sets them with the real fonts. */
async function collisions(page: import('@playwright/test').Page): Promise<string[]> {
  await page.evaluate(() => document.fonts.ready)
  return page.locator('section[aria-label="Stop ladder"] svg[role=img]').evaluate((svg) => {
    const boxes = [...svg.querySelectorAll<SVGGraphicsElement>('[data-text], .bracket text')].map((text) => {
      const { left, right, top, bottom } = text.getBoundingClientRect()
      // A line's box is higher than its figures.
      const inset = (bottom - top) * 0.18
      return { said: text.textContent ?? '', left, right, top: top + inset, bottom: bottom - inset }
    })
    const found = []
    for (const [i, a] of boxes.entries()) {
      for (const b of boxes.slice(i + 1)) {
        if (a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)
          found.push(`${a.said} | ${b.said}`)
      }
    }
    return found
  })
}

/** Numbers that look random and are the same every time, so that the ladders are crowded alike. */
function* numbers(first: number): Generator<number> {
  for (let s = first; ;) {
    s = (Math.imul(s, 1664525) + 1013904223) >>> 0
    yield s / 2 ** 32
  }
}

test('no two texts overlap in the real page, whatever stands on the ladder', async ({ page, app, board }) => {
  const look = await underWay(app, 'Crowded')
  const random = numbers(7)
  const pick = (from: number, to: number) => from + (random.next().value as number) * (to - from)
  for (const id of ['hair', 'rim-2']) await app.write(look, { light: { light: id, role: id.split('-')[0] } })
  for (let round = 0; round < 8; round++) {
    for (const light of ['key', 'fill', 'rim', 'ground', 'hair', 'rim-2']) {
      const av = Math.round(pick(2, 9) * 10)
      const whole = ['2', '2.8', '4', '5.6', '8', '11', '16', '22'][Math.floor(av / 10) - 2]
      await app.write(look, { reading: { of: light, shows: `${whole} ${av % 10}` } })
      const near = (pick(0, 1) < 0.5 ? av / 10 - 6 : pick(-4, 2)) + pick(-0.4, 0.4)
      const level = Math.round(near * 10) / 10
      if (!['key', 'fill'].includes(light)) await app.write(look, { target: { light, level } })
    }
    await app.write(look, {
      ratio: { target: { ratio: Math.round(pick(1.5, 12)), convention: 'lit_shadow', anchor: 'lit_side' } },
    })
    await board(look)
    await page.setViewportSize(round % 2 ? { width: 1600, height: 1000 } : { width: 1280, height: 800 })
    await expect.poll(() => collisions(page), { message: `round ${round}` }).toEqual([])
  }
})

for (const [width, height] of [
  [1280, 800],
  [1600, 1000],
] as const) {
  test(`nothing is cut off or scrolls at ${width} x ${height}`, async ({ page, app, board }) => {
    await page.setViewportSize({ width, height })
    const look = await underWay(app, 'Fits')
    await app.write(look, { reading: { of: 'fill', shows: '5.6 1' } })
    await board(look)
    await page.keyboard.type('5.6 1')
    const overflow = await page.evaluate(() => {
      const wide =
        document.documentElement.scrollWidth > innerWidth || document.documentElement.scrollHeight > innerHeight
      const cut = [...document.querySelectorAll('main h2, main p, main td, main th, main button')]
        .filter((e) => e.checkVisibility() && !e.closest('[aria-label="Tape"]') && !e.closest('.sr-only'))
        .filter((e) => e.scrollWidth > e.clientWidth + 1 && getComputedStyle(e).display !== 'inline')
        .map((e) => e.textContent)
      return { wide, cut }
    })
    expect(overflow).toEqual({ wide: false, cut: [] })
  })
}

test('the set stays grey: colour only in the marks and lines of lights', async ({ page, app, board }) => {
  const look = await underWay(app, 'Grey')
  await app.write(look, { reading: { of: 'fill', shows: '5.6 1' } })
  await board(look)
  const shot = (await page.screenshot()).toString('base64')
  const seen = await page.evaluate(async (png) => {
    const image = new Image()
    image.src = `data:image/png;base64,${png}`
    await image.decode()
    const canvas = document.createElement('canvas')
    ;[canvas.width, canvas.height] = [image.width, image.height]
    const paint = canvas.getContext('2d')
    if (!paint) throw new Error('no canvas')
    paint.drawImage(image, 0, 0)
    const { data } = paint.getImageData(0, 0, image.width, image.height)
    const [sum, pixels] = [[0, 0, 0] as [number, number, number], data.length / 4]
    let coloured = 0
    for (let i = 0; i < data.length; i += 4) {
      const rgb = [data[i] ?? 0, data[i + 1] ?? 0, data[i + 2] ?? 0] as const
      rgb.forEach((v, c) => (sum[c as 0] += v))
      if (Math.max(...rgb) - Math.min(...rgb) > 24) coloured += 1
    }
    const means = sum.map((s) => s / pixels)
    return { coloured: coloured / pixels, spread: Math.max(...means) - Math.min(...means) }
  }, shot)
  expect(seen.coloured).toBeLessThan(0.02)
  expect(seen.coloured).toBeGreaterThan(0.001)
  expect(seen.spread).toBeLessThan(1)
})

import { expect, type Page, type Request, type Route } from '@playwright/test'

type Which = string | RegExp

/** Answers of the server that come only when they are let go; the requests are out meanwhile. */
export async function late(page: Page, which: Which): Promise<{ letGo: () => Promise<void> }> {
  let open = (): void => undefined
  const opened = new Promise<void>((go) => (open = go))
  await page.route(which, async (route) => {
    const response = await route.fetch()
    await opened
    await route.fulfill({ response })
  })
  return {
    async letGo() {
      open()
      await page.unrouteAll({ behavior: 'wait' })
    },
  }
}

/** The first answers get lost on the way back: the server did what was asked, and the page never hears of it. */
export async function lost(page: Page, which: Which, times = 1): Promise<() => number> {
  let left = times
  let gone = 0
  await page.route(which, async (route: Route) => {
    if (left <= 0) return route.continue()
    left -= 1
    await route.fetch()
    await route.abort('connectionreset')
    gone += 1
  })
  return () => gone
}

/** Each request reaches the server twice; the page hears the second answer. Counted once it was heard: a test that waits for the count ends with no answer under way. */
export async function doubled(page: Page, which: Which): Promise<() => number> {
  let heard = 0
  await page.route(which, async (route) => {
    await route.fetch()
    await route.fulfill({ response: await route.fetch() })
    heard += 1
  })
  return () => heard
}

/** Whether a request writes an entry. */
export const isEntry = (request: Request): boolean => request.method() === 'POST' && request.url().endsWith('/entries')

/** Something is done by hand while the page's clock stands: what waits for the hand to rest waits until it is done. The page was opened under `page.clock.install()`. */
export async function withoutRest(page: Page, act: () => Promise<void>): Promise<void> {
  // On a machine that stood still meanwhile that moment is past already.
  await expect(async () => page.clock.pauseAt((await page.evaluate(() => Date.now())) + 1000)).toPass()
  await act()
  await page.clock.resume()
}

import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

const ALL = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']

/** What not everyone can use, by WCAG 2.2 AA, in either theme. */
export async function scan(page: Page): Promise<string[]> {
  const wrong = await violations(page, ALL)
  // The themes differ in their colours alone: what else there is to break is looked for in one of them.
  const other = () =>
    page.evaluate(() => {
      const { dataset } = document.documentElement
      const was = dataset.theme
      if (was) delete dataset.theme
      else dataset.theme = 'paper'
      return was ? 'ink' : 'paper'
    })
  const theme = await other()
  const there = await violations(page, ['color-contrast'])
  await other()
  return [...wrong, ...there.map((v) => `${theme}: ${v}`)]
}

async function violations(page: Page, runOnly: string[]): Promise<string[]> {
  // In the page itself, which has no frames, and with nothing told of what is well: a fifth of the time.
  const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ runOnly, resultTypes: ['violations'] })
  const { violations } = await axe.analyze()
  return violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.html}`))
}

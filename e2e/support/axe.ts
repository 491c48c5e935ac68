import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'

const ALL = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']

/** What not everyone can use, by WCAG 2.2 AA. */
export async function scan(page: Page): Promise<string[]> {
  const axe = new AxeBuilder({ page })
  // The two themes differ in their colours alone: what else there is to break is looked for in one of them.
  const isPaper = await page.evaluate(() => document.documentElement.dataset.theme === 'paper')
  const { violations } = await (isPaper ? axe.withRules('color-contrast') : axe.withTags(ALL)).analyze()
  return violations.flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.html}`))
}

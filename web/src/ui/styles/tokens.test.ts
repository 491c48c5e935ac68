import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const css = readFileSync('src/ui/styles/main.css', 'utf8')
const ROLES = ['key', 'fill', 'rim', 'ground', 'hair', 'room']

function tokens(selector: string): Map<string, string> {
  const block = css.split(`${selector} {`)[1]?.split('}')[0] ?? ''
  return new Map([...block.matchAll(/--([\w-]+):\s*(#[0-9a-f]{6})/g)].map((m) => [m[1] ?? '', m[2] ?? '']))
}
const THEMES = { ink: tokens(':root'), paper: tokens("[data-theme='paper']") }

const rgb = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16))
/** Relative luminance and contrast as WCAG 2.2 defines them (W3C Recommendation, from memory). */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = rgb(hex).map((v) => {
    const s = v / 255
    return s <= 0.04045 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4
  })
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}
function contrast(a: string, b: string): number {
  const [light = 0, dark = 0] = [luminance(a), luminance(b)].sort((x, y) => y - x)
  return (light + 0.05) / (dark + 0.05)
}

describe.each(Object.entries(THEMES))('the %s theme', (_, theme) => {
  it('has both kinds of tokens', () => {
    expect(theme.size).toBeGreaterThan(20)
  })

  it('is grey but for the lights, and for what warns', () => {
    for (const [name, hex] of theme) {
      if (ROLES.includes(name) || name === 'warn') continue
      expect(new Set(rgb(hex)).size, `${name} ${hex}`).toBe(1)
    }
  })

  it('can be read: 4.5 for text and the names of lights on a card, 3 for edges that must be seen', () => {
    const card = theme.get('card') ?? ''
    for (const name of ['text', 'text-2', 'text-3', 'warn', ...ROLES]) {
      expect(contrast(theme.get(name) ?? '', card), name).toBeGreaterThanOrEqual(4.5)
    }
    expect(contrast(theme.get('edge') ?? '', card)).toBeGreaterThanOrEqual(3)
    expect(contrast(theme.get('act') ?? '', theme.get('act-t') ?? '')).toBeGreaterThanOrEqual(4.5)
  })
})

it('measures by the root’s font, so that all grows with the text: only hairlines are told in pixels', () => {
  const views = readdirSync('src', { recursive: true, encoding: 'utf8' }).flatMap((file) => {
    if (!file.endsWith('.vue')) return []
    const view = readFileSync(`src/${file}`, 'utf8')
    const inPixels = view.match(
      /(?<![\w-])(?!rounded|border|outline|shadow|focus-visible:outline)[a-z:-]+-\[[^\]]*\dpx[^\]]*\]/g,
    )
    return (inPixels ?? []).map((utility) => `${file} ${utility}`)
  })
  expect(views).toEqual([])
})

it('has a letter for every sign of the application’s own words in the small fonts', () => {
  const small = readFileSync('src/ui/styles/fonts.css', 'utf8')
  const has = new Set([...small.matchAll(/U\+([0-9A-F]{4})(?=[,;])/g)].map(([, hex]) => Number.parseInt(hex ?? '', 16)))
  const read = (root: string, ending: string) =>
    readdirSync(root, { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith(ending))
      .map((file) => readFileSync(`${root}/${file}`, 'utf8').replace(/^\s*\/\/.*$/gm, ''))
  const words = [...read('src', '.vue'), ...read('../crates/core/advice/src/words', '.rs')].join('')
  const signs = new Set([...words].filter((c) => c > '~'))
  expect([...signs].filter((sign) => !has.has(sign.codePointAt(0) ?? 0)).join('')).toBe('')
})

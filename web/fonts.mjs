/**
 * Makes the small font files that every page is set in, from the packages that hold the whole ones: the letters that the application's own words
 * are written in, and the ƒ. Whatever else somebody types comes from the whole files, which are fetched when a letter of them is shown.
 * Run it again (`npm run fonts`) where a package is newer or a word has a new sign; a test says so.
 */
import { readFile, writeFile } from 'node:fs/promises'
import subsetFont from 'subset-font'

export const SIGNS = '−×·“”’‘…→←↑↓±°²½–—•√≈≤≥⅓⅔¼¾é›‹✓●⋯µ¹'
const ascii = Array.from({ length: 95 }, (_, n) => String.fromCharCode(32 + n)).join('')
const whole = (name) => readFile(new URL(`node_modules/@fontsource-variable/${name}`, import.meta.url))
const wght = { min: 400, max: 750 }
const sans = { wght, wdth: { min: 75, max: 100 } }
const FONTS = [
  ['encode-sans', 'encode-sans/files/encode-sans-latin-wdth-normal.woff2', ascii + SIGNS, sans],
  ['encode-sans-f', 'encode-sans/files/encode-sans-latin-ext-wdth-normal.woff2', 'ƒ', sans],
  ['literata', 'literata/files/literata-latin-wght-normal.woff2', ascii + SIGNS, { wght }],
  ['literata-f', 'literata/files/literata-latin-ext-wght-normal.woff2', 'ƒ', { wght }],
  ['literata-italic', 'literata/files/literata-latin-ext-wght-italic.woff2', 'ƒ', { wght }],
]
for (const [name, from, letters, variationAxes] of FONTS) {
  const font = await subsetFont(await whole(from), letters, { targetFormat: 'woff2', variationAxes })
  await writeFile(new URL(`src/ui/fonts/${name}.woff2`, import.meta.url), font)
  console.log(name, font.length)
}

/**
 * Makes the small font files that every page is set in, and the style sheet that tells of them, from the packages that hold the whole fonts: the
 * signs that the application's own words are written in. Whatever else somebody types comes from the whole files, which are fetched when a
 * letter of them is shown. Run it again (`npm run fonts`) where a package is newer or a word has a new sign; a test says so.
 */
import { readFile, writeFile } from 'node:fs/promises'
import { format } from 'prettier'
import subsetFont from 'subset-font'

const ASCII = Array.from({ length: 95 }, (_, n) => String.fromCharCode(32 + n)).join('')
const SIGNS = `${ASCII}−×·“”’‘…→←↑↓±°²½–—•√≈≤≥⅓⅔¼¾é›‹✓●⋯µ¹`
/** The weights and widths that are used: the files hold no others. The sheet says what the packages say, so that all files are one face. */
const wght = { min: 400, max: 750 }
const SANS = {
  axes: { wght, wdth: { min: 75, max: 100 } },
  says: "font-family: 'Encode Sans Variable'; font-weight: 100 900; font-stretch: 75% 125%;",
}
const VOICE = { axes: { wght }, says: "font-family: 'Literata Variable'; font-weight: 200 900;" }
const FONTS = [
  { name: 'encode-sans', of: SANS, from: 'encode-sans/files/encode-sans-latin-wdth-normal', signs: SIGNS },
  { name: 'encode-sans-f', of: SANS, from: 'encode-sans/files/encode-sans-latin-ext-wdth-normal', signs: 'ƒ' },
  { name: 'literata', of: VOICE, from: 'literata/files/literata-latin-wght-normal', signs: SIGNS },
  { name: 'literata-f', of: VOICE, from: 'literata/files/literata-latin-ext-wght-normal', signs: 'ƒ' },
  { name: 'literata-italic', of: VOICE, from: 'literata/files/literata-latin-ext-wght-italic', signs: 'ƒ' },
]

const at = (path) => new URL(path, import.meta.url)
const hex = (sign) => `U+${sign.codePointAt(0).toString(16).toUpperCase().padStart(4, '0')}`
let css = '/* Made by fonts.mjs. The last face that has a sign is the one that is asked for. */\n'
for (const { name, of, from, signs } of FONTS) {
  const whole = await readFile(at(`node_modules/@fontsource-variable/${from}.woff2`))
  const font = await subsetFont(whole, signs, { targetFormat: 'woff2', variationAxes: of.axes })
  await writeFile(at(`src/ui/fonts/${name}.woff2`), font)
  const range = [...signs.replace(ASCII, '')].map(hex)
  if (signs.startsWith(ASCII)) range.unshift('U+0020-007E')
  const style = name.endsWith('italic') ? 'font-style: italic;' : ''
  css += `@font-face { ${of.says} ${style} font-display: swap; src: url('../fonts/${name}.woff2') format('woff2'); unicode-range: ${range.join(', ')}; }\n`
  console.log(name, font.length)
}
const style = JSON.parse(await readFile(at('.prettierrc.json'), 'utf8'))
await writeFile(at('src/ui/styles/fonts.css'), await format(css, { ...style, parser: 'css' }))

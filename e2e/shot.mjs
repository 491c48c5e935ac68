import { chromium } from '@playwright/test'
const [port, ...specs] = process.argv.slice(2)
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
for (const spec of specs) {
  const [path, out, theme, w, h, js] = spec.split('|')
  const context = await browser.newContext({ viewport: { width: Number(w), height: Number(h) }, hasTouch: Number(w) < 600 })
  const page = await context.newPage()
  page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()))
  page.on('pageerror', (e) => console.log('ERR', e.message))
  await page.addInitScript((t) => localStorage.setItem('ink-lamp.theme', t), theme === 'paper' ? 'paper' : 'ink')
  await page.goto(`http://127.0.0.1:${port}${path}`)
  await page.waitForTimeout(1500)
  if (js) { try { await eval(`(async () => { ${js} })()`) } catch (e) { console.log('JS', e.message) } }
  await page.screenshot({ path: `/work/shots/${out}` })
  await context.close()
}
await browser.close()

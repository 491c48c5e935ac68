import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { request } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, Page } from '@playwright/test'
import { App, PHRASE, expect, test, underWay } from '../support/app'
import { lost } from '../support/answers'
import { scan } from '../support/axe'

const PHONE = {
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  isMobile: true,
  userAgent: 'Mozilla/5.0 (Linux; Android 14; Mobile) AppleWebKit/537.36 Chrome/156.0.0.0 Mobile Safari/537.36',
}

/** Comes in on a page with the owner's pass phrase. */
async function signIn(page: Page, device: string): Promise<void> {
  await expect(page.getByRole('heading', { name: 'Come in' })).toBeVisible()
  await page.getByRole('textbox', { name: 'Pass phrase' }).fill(PHRASE)
  await page.getByLabel('This device is called').fill(device)
  await page.keyboard.press('Enter')
}

async function another(browser: Browser, app: App, more: object = {}): Promise<Page> {
  const context = await browser.newContext({ baseURL: app.url, locale: 'en-GB', ...more })
  return context.newPage()
}

/** A reading on the phone: two taps, and Log. */
async function read(page: Page, of: string, stop: string, tenth: string): Promise<void> {
  await page.getByRole('radio', { name: of }).tap()
  await page.getByRole('button', { name: `f/${stop}`, exact: true }).tap()
  await page.getByRole('button', { name: `${tenth} tenths` }).tap()
  await page.getByRole('button', { name: /^Log/ }).tap()
}

test('on this machine alone nobody is asked, until the owner sets a pass phrase here', async ({ browser }) => {
  const app = await App.start()
  const look = await underWay(app, 'Alone')
  const page = await another(browser, app)
  await page.goto('/')
  await page.getByRole('link', { name: 'Door' }).click()
  await expect(page.getByRole('heading', { name: 'Only this device' })).toBeVisible()
  await expect(page.getByText('INK_LAMP_NETWORK=')).toBeVisible()
  expect(await scan(page)).toEqual([])
  await page.getByRole('textbox', { name: 'Pass phrase' }).fill('too short')
  await page.getByRole('button', { name: 'Set it' }).click()
  await expect(page.getByText('A pass phrase has 12 to 128 characters; this has 9.')).toBeVisible()
  await page.getByRole('textbox', { name: 'Pass phrase' }).fill(PHRASE)
  await page.getByLabel('This device is called').fill('Laptop on the cart')
  await page.getByRole('button', { name: 'Set it' }).click()
  await expect(page.getByRole('heading', { name: 'One comes in' })).toBeVisible()
  await expect(page.getByRole('row', { name: /Laptop on the cart this one/ })).toContainText('signed in as Owner')

  // Whoever else comes is asked, and comes to where they wanted to be.
  const second = await another(browser, app)
  await second.goto(`/setups/${look}`)
  await expect(second.getByRole('heading', { name: 'Come in' })).toBeVisible()
  expect(await scan(second)).toEqual([])
  await second.getByRole('textbox', { name: 'Pass phrase' }).fill('not the pass phrase')
  await second.keyboard.press('Enter')
  await expect(second.getByText('That is not the pass phrase. 4 tries left.')).toBeVisible()
  await signIn(second, 'Tablet at the wall')
  await expect(second.getByRole('heading', { name: 'Meter the fill alone' })).toBeVisible()

  // It changes the pass phrase: the first one, which signed in with it too, is out.
  await second.goto('/door')
  await second.getByRole('button', { name: 'Change the pass phrase' }).click()
  await second.getByLabel('Until now').fill(PHRASE)
  await second.getByLabel('From now on').fill('seven oars behind the door')
  await second.getByRole('button', { name: 'Change it' }).click()
  await expect(second.getByText('The pass phrase is another one.')).toBeVisible()
  await page.goto('/kit')
  await expect(page.getByText('This device was let out.')).toBeVisible()
  // The log tells; and whoever goes out keeps nothing here.
  await second.getByRole('button', { name: 'Log', exact: true }).click()
  await expect(second.getByRole('dialog')).toContainText('changed the pass phrase: Owner')
  await expect(second.getByRole('dialog')).toContainText('somebody refused: pass phrase')
  await second.getByRole('button', { name: 'Close' }).click()
  await second.getByRole('button', { name: 'Sign out' }).click()
  await expect(second.getByRole('heading', { name: 'Come in' })).toBeVisible()
  await second.goto('/')
  await expect(second.getByRole('heading', { name: 'Come in' })).toBeVisible()

  // Lost: set anew on the machine itself.
  expect(app.call(['owner', '--reset'], 'nine knots along the rope\n')).toContain('all devices are out')
  await second.getByRole('textbox', { name: 'Pass phrase' }).fill('nine knots along the rope')
  await second.keyboard.press('Enter')
  await expect(second.getByRole('table')).toBeVisible()
  await app.stop('SIGTERM')
})

test('a phone meters as assistant, a guest looks on, and a phone that is let out in the middle of an entry loses nothing', async ({
  browser,
}) => {
  const app = await App.start()
  const look = await underWay(app, 'Together')
  await app.own()
  const desk = await another(browser, app)
  await desk.goto(`/setups/${look}`)
  await signIn(desk, 'Laptop on the cart')
  await expect(desk.getByRole('heading', { name: 'Meter the fill alone' })).toBeVisible()
  // From the board's own button: the code opens this board.
  await desk.getByRole('button', { name: 'Phone' }).click()
  await desk.getByRole('button', { name: 'Make a code' }).click()
  await expect(desk.getByRole('img', { name: /^QR code/ })).toBeVisible()
  const signs = (await desk.getByText(/^[2-9A-Z]{3} [2-9A-Z]{3}$/).innerText()).replace(' ', '')
  const phone = await another(browser, app, PHONE)
  await phone.goto(`/in#${signs}`)
  await expect(phone.getByRole('main', { name: 'Board on the phone' })).toBeVisible()
  expect(phone.url()).toBe(`${app.url}/setups/${look}`)
  await expect(desk.getByText('It was used: see who is in.')).toBeVisible()
  await expect(desk.getByRole('row', { name: /^Rename Phone|Phone/ })).toContainText('Assistant')

  // A guest comes in by the signs alone.
  await desk.getByRole('radio', { name: 'Guest' }).click()
  await desk.getByRole('button', { name: 'Make a new code' }).click()
  const guests = await desk.getByText(/^[2-9A-Z]{3} [2-9A-Z]{3}$/).innerText()
  const guest = await another(browser, app)
  await guest.goto('/come-in')
  await guest.getByLabel('This device is called').fill('Retoucher’s laptop')
  await guest.getByLabel('Code of six signs').pressSequentially(guests.toLowerCase())
  await expect(guest.getByText('You look on as a guest.')).toBeVisible()
  await expect(desk.getByRole('heading', { name: 'Four come in, one may only look' })).toBeVisible()
  expect(await scan(desk)).toEqual([])

  // What the phone reads is seen by all, and says by whom it is.
  await read(phone, 'Fill', '5.6', '1')
  await expect(guest.getByRole('heading', { name: /^Fill down 0.7 stop/ })).toBeVisible()
  await expect(guest.getByRole('region', { name: 'Tape' })).toContainText('Phone')
  // The guest sees no button that writes, on any view.
  for (const name of ['Dialled', 'Undo', 'Note', 'Phone', 'New look from this one']) {
    await expect(guest.getByRole('button', { name, exact: true })).toBeHidden()
  }
  await expect(guest.getByRole('textbox', { name: /^Reading of/ })).toBeHidden()
  await guest.getByRole('tab', { name: 'Light', exact: true }).click()
  await expect(guest.getByRole('button', { name: /^Edit/ })).toBeHidden()
  expect(await scan(guest)).toEqual([])
  await guest.keyboard.press('d')
  await expect(guest.getByText('You look on as a guest: nothing is written from here.')).toBeVisible()
  for (const [path, told] of [
    [`/setups/${look}/plan`, 'You look on as a guest.'],
    [`/setups/${look}/ways`, 'You look on as a guest.'],
    [`/setups/${look}/ways/shutter`, 'You look on as a guest.'],
    [`/setups/${look}/check`, 'You look on as a guest.'],
    ['/', 'New sittings are the owner’s to begin.'],
    ['/kit', 'The kit is the owner’s to change.'],
    ['/new', 'New sittings are the owner’s to begin.'],
    ['/door', 'Who comes in is the owner’s to say.'],
  ] as const) {
    await guest.goto(path)
    await expect(guest.getByText(told)).toBeVisible()
    for (const name of ['New sitting', 'Add a strobe', 'Clear', 'Save', 'Let out', 'Undo', /^Try:/, /^Set$/, /^Fire/])
      await expect(guest.getByRole('button', { name })).toBeHidden()
  }

  // The phone is let out in the middle: of two entries the first is on the tape, though the phone never heard of it, the second is not.
  const before = (await app.api(`/setups/${look}`)).version
  const version = async () => (await app.api(`/setups/${look}`)).version - before
  await lost(phone, '**/entries', 1000)
  await read(phone, 'Key', '5.6', '5')
  await expect.poll(version).toBe(1)
  await read(phone, 'Key', '5.6', '4')
  await desk.goto('/door')
  await desk.getByRole('button', { name: 'Let Phone out' }).click()
  await desk.getByRole('button', { name: 'Yes, out' }).click()
  await expect(desk.getByText('Phone is out.')).toBeVisible()
  await phone.unrouteAll({ behavior: 'ignoreErrors' })
  await expect(phone.getByText('This device was let out.')).toBeVisible()
  await expect(phone.getByText('2 entries were not sent. They stay on this device')).toBeVisible()
  expect(await scan(phone)).toEqual([])
  // What it kept of boards is gone.
  const boards = await phone.evaluate(
    () =>
      new Promise((done) => {
        const open = indexedDB.open('ink-lamp')
        open.onsuccess = () => {
          const all = open.result.transaction('boards').objectStore('boards').count()
          all.onsuccess = () => done(all.result)
        }
      }),
  )
  expect(boards).toBe(0)
  expect(await version()).toBe(1)
  // In again with a new code, all is there, once each.
  const { code } = await app.code('assistant', look)
  await phone.getByLabel('Code of six signs').fill(code)
  await expect(phone.getByRole('main', { name: 'Board on the phone' })).toBeVisible()
  await expect.poll(version).toBe(2)
  await expect(phone.getByText(/kept on this phone/)).toBeHidden()
  await app.stop('SIGTERM')
})

test('a link shows one look, to be read, until it is ended', async ({ browser }) => {
  const app = await App.start()
  const look = await underWay(app, 'Shown')
  await app.own()
  const desk = await another(browser, app, { permissions: ['clipboard-read', 'clipboard-write'] })
  await desk.goto(`/setups/${look}`)
  await signIn(desk, 'Laptop on the cart')
  await desk.getByRole('button', { name: /Sitting \d+/ }).click()
  await desk.getByRole('menuitem', { name: 'Share by link' }).click()
  await expect(desk.getByRole('button', { name: 'Look: Shown · Look 1' })).toBeVisible()
  await desk.getByRole('button', { name: 'Make the link' }).click()
  await expect(desk.getByText('The link is copied.')).toBeVisible()
  const url = await desk.evaluate(() => navigator.clipboard.readText())
  expect(url).toMatch(/\/l#[\w-]{43}$/)

  for (const more of [{}, PHONE]) {
    const client = await another(browser, app, more)
    await client.goto(url)
    await expect(client.getByRole('heading', { name: 'Shown, Look 1' })).toBeVisible()
    await expect(client.getByRole('group', { name: /^Plan of the studio/ })).toBeVisible()
    await expect(client.getByRole('navigation', { name: 'Views' })).toBeHidden()
    expect(await scan(client)).toEqual([])
    await client.goto('/')
    await expect(client.getByRole('heading', { name: 'Come in' })).toBeVisible()
    await client.context().close()
  }
  await desk.reload()
  await expect(desk.getByRole('row', { name: /Shown · Look 1/ })).toContainText('2 times')
  await desk.getByRole('button', { name: 'End the link to Shown' }).click()
  await desk.getByRole('button', { name: 'Yes, end it' }).click()
  await expect(desk.getByText('The link opens nothing any more.')).toBeVisible()
  const late = await another(browser, app)
  await late.goto(url)
  await expect(late.getByRole('heading', { name: /^This link ended on .* Ask for a new one\.$/ })).toBeVisible()
  await app.stop('SIGTERM')
})

test('the network opens only once there is an owner, over TLS under an authority of its own', async ({ browser }) => {
  const folder = mkdtempSync(join(tmpdir(), 'ink-lamp-'))
  // Another address of this machine stands in for the studio's network.
  const network = { INK_LAMP_NETWORK: '127.0.0.2' }
  await expect(App.start(network)).rejects.toThrow('the server ended with 1')
  const file = join(folder, 'phrase')
  writeFileSync(file, `${PHRASE}\n`)
  const app = await App.start({
    ...network,
    INK_LAMP_OWNER_PASSPHRASE_FILE: file,
    INK_LAMP_TLS: 'own',
    INK_LAMP_TLS_FOLDER: folder,
  })
  const there = app.url.replace('http://127.0.0.1', 'https://127.0.0.2')
  const ca = readFileSync(join(folder, 'authority.crt'))
  const asked = (trusted: Buffer | undefined) =>
    new Promise<number | undefined>((done, failed) => {
      const sent = request(`${there}/api/health`, { ca: trusted, rejectUnauthorized: true }, (response) => {
        response.resume()
        done(response.statusCode)
      })
      sent.on('error', failed)
      sent.end()
    })
  await expect(asked(undefined)).rejects.toThrow()
  expect(await asked(ca)).toBe(200)
  const phone = await another(browser, app, { ...PHONE, baseURL: there, ignoreHTTPSErrors: true })
  await phone.goto('/')
  await signIn(phone, 'Phone beside the sitter')
  await expect(phone.getByRole('table')).toBeVisible()
  const [cookie] = await phone.context().cookies()
  expect(cookie).toMatchObject({
    name: expect.stringMatching(/^__Host-ink-lamp-\d+$/),
    secure: true,
    httpOnly: true,
    sameSite: 'Strict',
  })
  expect(await phone.evaluate(() => isSecureContext)).toBe(true)
  // The door tells what a phone compares before it trusts this machine.
  await phone.goto('/door')
  await expect(phone.getByRole('heading', { name: 'Trust this machine on a phone' })).toBeVisible()
  await expect(phone.getByText(new X509Certificate(ca).fingerprint256)).toBeVisible()
  expect(await scan(phone)).toEqual([])
  const given = await phone.request.get('/api/authority.crt')
  expect(given.headers()['content-type']).toBe('application/x-x509-ca-cert')
  await app.stop('SIGTERM')
  rmSync(folder, { recursive: true })
})

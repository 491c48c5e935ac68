import { test as base, expect, type Page } from '@playwright/test'
import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { fileURLToPath } from 'node:url'

export const PHRASE = 'four small nets drying'
const PICTURES = fileURLToPath(new URL('../../.data/pictures', import.meta.url))
const BINARY = fileURLToPath(new URL('../../target/debug/ink-lamp', import.meta.url))

/** The real server on a database of its own, on loopback. */
export class App {
  url = ''
  /** The cookie of whoever asks by `api`, once nobody is let in without. */
  cookie = ''
  private child?: ChildProcess

  private constructor(
    readonly database: string,
    private readonly more: Record<string, string> = {},
  ) {}

  /** Another server on the same database. */
  async another(more: Record<string, string> = {}): Promise<App> {
    const app = new App(this.database, more)
    await app.serve()
    return app
  }

  static async start(more: Record<string, string> = {}): Promise<App> {
    const cluster = process.env.INK_LAMP_TEST_DATABASE_URL
    if (!cluster) throw new Error('INK_LAMP_TEST_DATABASE_URL is not set; ./run test sets it')
    const name = `e2e_${randomUUID().replaceAll('-', '')}`
    execFileSync('psql', ['-X', '-q', '-d', cluster, '-c', `create database ${name}`])
    const app = new App(cluster.replace(/\/[^/]*$/, `/${name}`), more)
    await app.serve()
    return app
  }

  /** Starts the server; on a second call where the first one was, so that open pages find it again. */
  async serve(): Promise<void> {
    const port = this.url ? new URL(this.url).port : '0'
    const env = {
      ...process.env,
      INK_LAMP_DATABASE_URL: this.database,
      // What is worked out of the sitters holds for all tests.
      INK_LAMP_PICTURES: process.env.INK_LAMP_PICTURES ?? PICTURES,
      INK_LAMP_PORT: port,
      INK_LAMP_LOG: 'json',
      ...this.more,
    }
    const child = spawn(BINARY, ['serve', '--demo'], { env, stdio: ['ignore', 'pipe', 'ignore'] })
    this.child = child
    this.url = await new Promise<string>((ready, failed) => {
      child.stdout.on('data', (text: Buffer) => {
        const url = /http:\/\/[\d.:]+/.exec(text.toString())?.[0]
        if (url) ready(url)
      })
      child.on('exit', (code) => failed(new Error(`the server ended with ${code}`)))
    })
  }

  /** Somebody sets the owner's pass phrase; from then on `api` asks as the owner. */
  async own(): Promise<void> {
    await this.api('/door/owner', { name: 'Owner', pass_phrase: PHRASE, device: 'The test' }, 'PUT')
  }

  /** A code that lets one device in. */
  async code(role: 'assistant' | 'guest' | 'device', look?: string): Promise<{ code: string; url: string }> {
    return this.api('/door/codes', { role, look })
  }

  /** Another program call on the same record, with what is typed into it. */
  call(args: string[], typed: string): string {
    return execFileSync(BINARY, args, {
      input: typed,
      env: { ...process.env, INK_LAMP_DATABASE_URL: this.database },
    }).toString()
  }

  /** Makes a look's state and tape what no version reads; what guards the tape is asleep meanwhile. */
  damage(look: string): void {
    const sql = `alter table tape_entry disable trigger user;
      update tape_entry set payload = '[]' where setup_id = '${look}'; update setup set state = '[]' where id = '${look}';
      alter table tape_entry enable trigger user`
    this.sql(sql)
  }

  /** Asks the database itself. */
  sql(text: string): string {
    return execFileSync('psql', ['-X', '-q', '-tA', '-d', this.database, '-c', text]).toString().trim()
  }

  /** Ends the server: at once and without a chance to clean up, or as Ctrl-C does. */
  async stop(signal: 'SIGKILL' | 'SIGTERM'): Promise<void> {
    const child = this.child
    if (!child || child.exitCode !== null) return
    const ended = new Promise((done) => child.once('exit', done))
    child.kill(signal)
    await ended
  }

  async api(path: string, body?: unknown, method = body === undefined ? 'GET' : 'POST'): Promise<any> {
    const headers = {
      ...(this.cookie ? { cookie: this.cookie } : {}),
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    }
    const init = { method, headers, body: body === undefined ? undefined : JSON.stringify(body) }
    const response = await fetch(`${this.url}/api${path}`, init)
    const cookie = response.headers.get('set-cookie')
    if (cookie) this.cookie = cookie.split(';')[0] ?? ''
    return response.status === 204 ? undefined : response.json()
  }

  /** A new sitting with one empty look; gives the look's id. */
  async begin(name: string): Promise<string> {
    const look = randomUUID()
    await this.api('/sittings', { id: randomUUID(), name, look: { id: look, name: 'Look 1' } })
    return look
  }

  async write(look: string, entry: unknown, id: string = randomUUID()): Promise<any> {
    const { version } = await this.api(`/setups/${look}`)
    return this.api(`/setups/${look}/entries`, { id, base: version, at: new Date().toISOString(), entry })
  }
}

export const FRACTIONS = { name: 'Taper 400', rated: 400, scale: { fractions: { lowest: 128, step: 'tenths' } } }

/** Room removed, f/8, 3 : 1, key on its target, fill at 1/8 and not read yet. */
export async function underWay(app: App, name: string): Promise<string> {
  const look = await app.begin(name)
  const entries = [
    { reading: { of: 'room', shows: '1.4 3', iso: '200', shutter: '1/125' } },
    { camera: { aperture: '8', shutter: '1/160', iso: '100', sync: '1/200' } },
    { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } },
    { light: { light: 'fill', role: 'fill', unit: FRACTIONS, dial: '1/8', modifier: 'Umbrella 100', distance: 2.2 } },
    { reading: { of: 'key', shows: '5.6 4' } },
  ]
  for (const entry of entries) await app.write(look, entry)
  return look
}

/** Chooses from a list that opens. */
export async function choose(page: Page, label: string | RegExp, option: string): Promise<void> {
  await page.getByRole('button', { name: label }).first().click()
  await page.getByRole('option', { name: option, exact: true }).click()
}

/** Opens what stands beside the ladder. */
export async function beside(page: Page, tab: 'Plan' | 'Light' | 'Camera' | 'Room' | 'Ratio'): Promise<void> {
  await page.getByRole('tab', { name: tab, exact: true }).click()
}

/** A lane's head on the ladder. */
export const lane = (page: Page, name: string) =>
  page.getByRole('toolbar', { name: 'Lanes' }).getByRole('button', { name: new RegExp(`^${name}`) })

export const test = base.extend<{ board: (look: string) => Promise<Page> }, { app: App }>({
  app: [
    async ({}, use) => {
      const app = await App.start()
      await use(app)
      await app.stop('SIGTERM')
    },
    { scope: 'worker' },
  ],
  baseURL: async ({ app }, use) => use(app.url),
  // What goes wrong in the page fails the test. A refused draft is an answer, not a fault; so is "busy" of a machine that stood still, which is asked again.
  page: async ({ page }, use) => {
    const faults: string[] = []
    page.on('pageerror', (error) => faults.push(error.message))
    page.on('console', (message) => {
      const expected =
        /Service Worker registration blocked by Playwright|status of (4(00|04|09|13|22)|503)|ERR_CONNECTION_REFUSED|ERR_CONNECTION_RESET|ERR_INTERNET_DISCONNECTED|ERR_INCOMPLETE_CHUNKED|ERR_NETWORK_CHANGED/.test(
          message.text(),
        )
      if (['error', 'warning'].includes(message.type()) && !expected) faults.push(message.text())
    })
    await use(page)
    expect(faults).toEqual([])
  },
  /** Opens a look's board, ready to be typed into. */
  board: async ({ page }, use) => {
    await use(async (look) => {
      await page.goto(`/setups/${look}`)
      await expect(page.getByRole('textbox', { name: /^Reading of/ })).toBeFocused()
      return page
    })
  },
})

export { expect }

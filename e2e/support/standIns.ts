import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, type App } from './app'

const PICTURES = fileURLToPath(new URL('../../.data/pictures', import.meta.url))
const BINARY = fileURLToPath(new URL('../../target/debug/ink-lamp', import.meta.url))

const SEED = 'ink'

/** The simulated devices, as the program that ships: they join a server as any bridge would. */
export class StandIns {
  private child?: ChildProcess
  private readonly folder = mkdtempSync(join(tmpdir(), 'ink-lamp-stand-ins-'))

  constructor(private readonly app: App) {}

  /** Starts them; again after they were ended, with what they remember. */
  async join(args: string[] = []): Promise<void> {
    const env = {
      ...process.env,
      INK_LAMP_SERVER: this.app.url,
      INK_LAMP_STAND_INS: this.folder,
      INK_LAMP_PICTURES: process.env.INK_LAMP_PICTURES ?? PICTURES,
      // The same studio each day.
      INK_LAMP_STAND_INS_SEED: SEED,
    }
    this.child = spawn(BINARY, ['stand-ins', ...args], { env, stdio: 'ignore' })
    await expect.poll(() => this.here(), { timeout: 30_000 }).toBe(true)
  }

  private async here(): Promise<boolean> {
    const { devices } = await this.app.api('/devices')
    return devices.some((device: { here: boolean; kind: string }) => device.kind === 'meter' && device.here)
  }

  async end(signal: 'SIGKILL' | 'SIGTERM' = 'SIGTERM'): Promise<void> {
    const child = this.child
    if (!child || child.exitCode !== null || child.signalCode !== null) return
    const ended = new Promise((done) => child.once('exit', done))
    child.kill(signal)
    await ended
  }
}

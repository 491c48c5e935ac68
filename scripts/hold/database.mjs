// The database under the servers that are held: its own cluster, started and stopped by scripts/postgres.sh.
import { execFile, spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { promisify } from 'node:util'

const run = promisify(execFile)
const script = fileURLToPath(new URL('../postgres.sh', import.meta.url))

export class Database {
  constructor(folder) {
    this.folder = folder
  }

  async do(act, ...more) {
    const { stdout } = await run(script, [act, this.folder, 'kept', ...more], { maxBuffer: 1 << 28 })
    return stdout.trim()
  }

  async start() {
    this.url = await this.do('start')
    return this.url
  }

  /** As a machine that loses its power leaves it, where `how` is `crash`. */
  stop(how = 'stop') {
    return this.do(how)
  }

  sql(text) {
    return this.do('psql', '-tAc', text)
  }

  /** A fresh database beside the others; gives its address. */
  async fresh(name) {
    await this.sql(`drop database if exists ${name} with (force)`)
    await this.sql(`create database ${name}`)
    return this.url.replace(/\/[^/]*$/, `/${name}`)
  }

  /** Holds something for a while, in a connection of its own; done once it let go. */
  hold(sql) {
    const held = spawn(script, ['psql', this.folder, 'kept', '-c', sql], { stdio: 'ignore' })
    return new Promise((done) => held.once('exit', done))
  }
}

// What the measuring scripts share: the real server on loopback, gone with the script, what it logged, and the times of its answers.
import { spawn } from 'node:child_process'
import { createInterface } from 'node:readline'

/** Starts the program, on the database that INK_LAMP_DATABASE_URL names and on a free port, where `given` says no other. */
export async function served(program, given = {}) {
  const env = { ...process.env, INK_LAMP_PORT: '0', INK_LAMP_LOG: 'json', ...given }
  const server = spawn(program, ['serve'], { env, stdio: ['ignore', 'pipe', 'pipe'] })
  // Whatever goes wrong, no server is left behind.
  const kill = () => server.kill('SIGKILL')
  process.once('exit', kill)
  const log = { answered: 0, fives: 0, panics: 0, longest: 0, longestWas: '', statuses: {}, said: [] }
  createInterface({ input: server.stderr }).on('line', (line) => heard(log, line))
  const ended = new Promise((done) => server.once('exit', done)).then(() => process.off('exit', kill))
  const url = await new Promise((ready, failed) => {
    server.stdout.on('data', (text) => {
      const found = /http:\/\/127[\d.:]+/.exec(text.toString())
      if (found) ready(found[0])
    })
    void ended.then(() => failed(new Error(`the server ended: ${log.said.join('\n')}`)))
  })
  /** As Ctrl-C does. */
  const end = () => {
    server.kill('SIGTERM')
    return ended
  }
  return { server, url, log, ended, end }
}

function heard(log, line) {
  if (line.includes('panicked')) log.panics += 1
  let fields
  try {
    fields = JSON.parse(line).fields
  } catch {
    log.said.push(line)
    return
  }
  if (fields?.message !== 'answered') return
  log.answered += 1
  log.statuses[fields.status] = (log.statuses[fields.status] ?? 0) + 1
  // 503 and 507 say that something outside is in the way; what is counted here is the server's own fault.
  if (fields.status >= 500 && ![503, 507].includes(fields.status)) log.fives += 1
  const took = fields.micros / 1000
  if (took > log.longest) [log.longest, log.longestWas] = [took, `${fields.method} ${fields.path}`]
}

/** The time that a share of the answers came within. */
export const within = (times, share) => times.toSorted((a, b) => a - b)[Math.ceil(share * times.length) - 1] ?? 0

// A client of the API for the scripts that hold the server: one connection for each that asks at once, as so many browsers have.
import { Agent, request } from 'node:http'
import { randomUUID } from 'node:crypto'
import { setTimeout as rest } from 'node:timers/promises'

export { randomUUID, rest }

/** A connection that broke is an answer too: status 0. */
export class Client {
  constructor(url) {
    this.url = url
    this.agent = new Agent({ keepAlive: true })
    /** Sent along with each request: who asks. */
    this.headers = {}
    /** What the last answer that gave one gave to carry. */
    this.cookie = ''
  }

  call(method, path, text, kind = 'application/json') {
    return new Promise((done) => {
      const sent = text === undefined ? {} : { 'content-type': kind, 'content-length': Buffer.byteLength(text) }
      const headers = { ...this.headers, ...sent }
      const began = performance.now()
      const broken = () => done({ status: 0, took: performance.now() - began, text: '' })
      const asked = request(`${this.url}${path}`, { method, headers, agent: this.agent }, (answer) => {
        const parts = []
        const [given] = answer.headers['set-cookie'] ?? []
        if (given) this.cookie = given.split(';')[0]
        answer.on('data', (part) => parts.push(part))
        answer.on('error', broken)
        answer.on('end', () => {
          const text = Buffer.concat(parts).toString()
          done({ status: answer.statusCode, took: performance.now() - began, text })
        })
      })
      asked.on('error', broken)
      asked.end(text)
    })
  }

  get(path) {
    return this.call('GET', `/api${path}`)
  }

  post(path, body) {
    return this.call('POST', `/api${path}`, JSON.stringify(body))
  }

  /** A new sitting; gives its look. */
  async begin(name) {
    const look = randomUUID()
    const { status, text } = await this.post('/sittings', {
      id: randomUUID(),
      name,
      look: { id: look, name: 'Look 1' },
    })
    if (status !== 201) throw new Error(`a sitting was answered with ${status}: ${text}`)
    return look
  }

  /** A note on a look, by an id that is the client's. */
  note(look, text, id = randomUUID()) {
    return this.post(`/setups/${look}/entries`, { id, at: new Date().toISOString(), entry: { note: { text } } })
  }

  close() {
    this.agent.destroy()
  }
}

/** Asks without rest until it is told to stop; gives the times and how each was answered. */
export function asking(ask) {
  const times = []
  const statuses = {}
  let over = false
  const done = (async () => {
    while (!over) {
      const { status, took } = await ask()
      times.push(took)
      statuses[status] = (statuses[status] ?? 0) + 1
      // A server that is away is not asked ten thousand times a second.
      if (status === 0) await rest(20)
    }
  })()
  return {
    times,
    statuses,
    stop: () => {
      over = true
      return done
    },
  }
}

/**
 * How many were not taken. In brief, beside other work on a machine that may stand still for seconds, being told to ask again is no failure, as no
 * time is: only what went wrong is.
 */
export const failed = (statuses, brief = false) =>
  Object.entries(statuses).reduce(
    (sum, [status, n]) => sum + (status.startsWith('2') || (brief && status === '503') ? 0 : n),
    0,
  )

/** How all of some askers were answered. */
export function together(askers) {
  const statuses = {}
  for (const asker of askers)
    for (const [status, n] of Object.entries(asker.statuses)) statuses[status] = (statuses[status] ?? 0) + n
  return statuses
}

/** Answers as they are told: `20 × 201, 3 × 503`. */
export const told = (statuses) =>
  Object.entries(statuses)
    .map(([status, n]) => `${n} × ${status === '0' ? 'broken' : status}`)
    .join(', ') || 'none'

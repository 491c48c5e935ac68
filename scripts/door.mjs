// What signing in costs, and what it costs others, on loopback: 1,000 samples each, in turns with what they are compared with.
// usage: INK_LAMP_DATABASE_URL=… node scripts/door.mjs target/debug/ink-lamp        (an empty database)
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Client, randomUUID } from './hold/client.mjs'
import { served, within } from './hold/served.mjs'

const SAMPLES = 1000
const PHRASE = 'four small nets drying'
const folder = mkdtempSync(join(tmpdir(), 'ink-lamp-'))
const file = join(folder, 'phrase')
writeFileSync(file, PHRASE)
let running = await served(process.argv[2])
let client = new Client(running.url)

async function call(method, path, body, expected = 200) {
  const answer = await client.call(method, `/api${path}`, body && JSON.stringify(body))
  if (answer.status !== expected) throw new Error(`${method} ${path}: ${answer.status} ${answer.text}`)
  return answer
}
const told = (name, times) => {
  const at = (share) => within(times, share).toFixed(2)
  console.log(`${name}: median ${at(0.5)} ms, 99th percentile ${at(0.99)} ms, most ${at(1)} ms (${times.length})`)
  return Number(at(0.5))
}

const look = randomUUID()
await call('POST', '/sittings', { id: randomUUID(), name: 'Door', look: { id: look, name: 'Look 1' } }, 201)
const entries = [
  { camera: { aperture: '8', shutter: '1/160', iso: '100' } },
  ...['key', 'fill', 'rim', 'ground'].map((light) => ({
    light: { light, role: light, unit: { name: 'Taper 400', scale: { fractions: { lowest: 256, step: 'tenths' } } }, dial: '1/8', distance: 1.5 },
  })),
]
for (const [base, entry] of entries.entries())
  await call('POST', `/setups/${look}/entries`, { id: randomUUID(), base, at: new Date().toISOString(), entry }, 201)

// Without an owner no session is looked at: what the check adds is the difference to the same request with one.
const scales = async (into, n = SAMPLES) => {
  for (let i = 0; i < n; i++) into.push((await call('GET', '/scales')).took)
}
const [without, withOne] = [[], []]
await scales([], 200)
await scales(without)
await running.end()
// Behind a proxy, who says from where somebody comes: each guess from another address, so that all are looked at.
running = await served(process.argv[2], { INK_LAMP_PUBLIC_URL: 'http://netloft.local', INK_LAMP_OWNER_PASSPHRASE_FILE: file })
client = new Client(running.url)
const signIn = { name: 'Owner', pass_phrase: PHRASE, device: 'Bench' }
await call('POST', '/session', signIn)
client.headers = { cookie: client.cookie }
await scales([], 200)
await scales(withOne)
const bare = told('GET scales, nobody has set a pass phrase', without)
const checked = told('GET scales, with a session', withOne)
console.log(`  the check adds ${(checked - bare).toFixed(2)} ms in the median`)

const alone = []
for (let i = 0; i < 20; i++) {
  const answer = await new Client(running.url).call('POST', '/api/session', JSON.stringify(signIn))
  if (answer.status !== 200) throw new Error(answer.text)
  alone.push(answer.took)
}
told('POST session, alone', alone)

const board = async (into, going) => {
  while (into.length < SAMPLES) {
    if (going && !going()) break
    into.push((await call('GET', `/setups/${look}`)).took)
  }
}
const quiet = []
await board([], undefined)
await board(quiet)
told('GET board, nobody signs in', quiet)
// Twenty at once, over and over.
const busy = []
let trying = true
let wrong = 0
const guess = async (n) => {
  const own = new Client(running.url)
  for (let i = 0; trying; i++) {
    own.headers = { 'x-forwarded-for': `10.${n}.${i >> 8}.${i & 255}` }
    const { status } = await own.call('POST', '/api/session', JSON.stringify({ ...signIn, pass_phrase: 'guessed a hundred times' }))
    if (status === 401) wrong += 1
    else throw new Error(`a guess is answered with ${status}`)
  }
}
const guesses = Array.from({ length: 20 }, (_, n) => guess(n))
await board(busy)
trying = false
await Promise.all(guesses)
told(`GET board, while 20 guess at once (${wrong} pass phrases were looked at)`, busy)
await running.end()
rmSync(folder, { recursive: true })

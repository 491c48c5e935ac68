// How the server stands while many ask for the heaviest things there are: each heavy question alone, then a board asked for 1,000 times
// beside 32 askers who never rest. All on loopback, on a database of its own.
// usage: INK_LAMP_DATABASE_URL=… node scripts/hostile.mjs target/debug/ink-lamp
import { Agent, request } from 'node:http'
import { randomUUID } from 'node:crypto'
import { served, within } from './served.mjs'

const ASKERS = 32
const SAMPLES = 1000
const { server, url } = await served(process.argv[2])

/** One connection each, as so many browsers have. */
const agent = new Agent({ keepAlive: true })
function call(method, path, text) {
  return new Promise((done, failed) => {
    const headers = text ? { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) } : {}
    const began = performance.now()
    const asked = request(`${url}/api${path}`, { method, headers, agent }, (answer) => {
      const parts = []
      answer.on('data', (part) => parts.push(part))
      answer.on('end', () => done({ status: answer.statusCode, took: performance.now() - began, size: Buffer.concat(parts).length, body: Buffer.concat(parts) }))
    })
    asked.on('error', failed)
    asked.end(text)
  })
}
const post = (path, body) => call('POST', path, JSON.stringify(body))

const look = randomUUID()
await post('/sittings', { id: randomUUID(), name: 'Hostile', look: { id: look, name: 'Look 1' } })
let version = 0
async function write(entry) {
  const { status, body } = await post(`/setups/${look}/entries`, { id: randomUUID(), base: version, at: new Date().toISOString(), entry })
  if (status !== 201) throw new Error(`${status} ${body}`)
  version += 1
}

// As much of everything as the types take: eight lights with long tables in large boxes, windows, panels, walls far away, every setting of
// the camera, six filters at hand.
const durations = Array.from({ length: 64 }, (_, i) => ({ power: -i / 10, t05: 0.001 / (i + 1), t01: 0.003 / (i + 1) }))
const unit = {
  name: 'Taper 400',
  rated: 400,
  scale: { fractions: { lowest: 4096, step: 'tenths' } },
  durations,
  high_speed: true,
}
const body = {
  name: 'Loft 35',
  base_iso: '100',
  lowest_iso: '25',
  iso_cap: '25600',
  slowest: '30',
  fastest: '1/8000',
  high_speed: true,
  steps: 'thirds',
  shutter: { focal_plane: { sync: '1/200' } },
}
const filters = [1, 1.3, 1.7, 2.1, 3, 3.7].map((loss) => ({ name: `ND ${loss}`, loss }))
const side = (wall, along) => ({ wall, along, width: 1 })
const walls = { left: 50, right: 50, behind: 50, before: 50, ceiling: 50, reflectance: 0.95, ceiling_reflectance: 0.95, floor_reflectance: 0.95 }
const panel = (x, z) => ({ kind: 'silver', at: { x, y: 1.2, z }, width: 6, height: 6, facing: 90 })
const studio = {
  sitter: { face: 1.25, facing: 0, chin: 0 },
  camera: { at: { x: 0, y: 1.3, z: 3 }, aim: 1.15, upright: true },
  ground: { kind: 'wall', behind: 10, width: 0.05, reflectance: 0.3 },
  walls,
  windows: ['left', 'right', 'behind', 'before'].flatMap((wall) => [side(wall, -3), side(wall, 3)]),
  panels: Array.from({ length: 8 }, (_, i) => panel(i - 12, i / 4)),
}
await write({ camera: { aperture: '8', shutter: '1/160', iso: '100', body } })
await write({ reading: { of: 'room', shows: '8 0' } })
await write({ room_wish: { remove: { level: -5 } } })
await write({ holds: { steadiness: 'tripod', slowest: '30', filters } })
await write({ ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } })
await write({ studio })
const lights = ['key', 'fill', 'rim', 'ground', 'hair', 'rim-2', 'ground-2', 'key-2']
for (const [n, light] of lights.entries()) {
  const [role] = light.split('-')
  await write({ light: { light, role, unit, dial: '1/8', modifier: 'Octa 150' } })
  await write({ placed: { light, around: { distance: 2 + n / 10, round: n * 40 - 140, height: 1.9 } } })
  await write({ reading: { of: light, shows: `5.6 ${n}` } })
}
const { setup } = JSON.parse((await call('GET', `/setups/${look}`)).body)
const gels = Array.from({ length: 100 }, (_, i) => ({ name: `Gel ${i}`, mired: i * 3 - 150, loss: i / 50 }))
const crowd = { ...setup, holds: { ...setup.holds, filters: Array.from({ length: 200 }, (_, i) => ({ name: `ND ${i}`, loss: i / 60 })) } }
const moved = { placed: { light: 'key', around: { distance: 1.7, round: -40, height: 1.9 } } }
const HEAVY = [
  ['ways', '/ways', { setup }],
  ['ways, 200 filters', '/ways', { setup: crowd }],
  ['plan, all of it', '/plan', { setup, entry: moved, question: { chosen: 'key', others: true, elevation: true, starts: true } }],
  ['plan, together', '/plan', { setup, question: { together: true, elevation: true, starts: true } }],
  ['study, 100 gels', '/study', { setup, question: { gels } }],
  ['draft', '/draft', { setup, entry: moved }],
].map(([name, path, question]) => [name, path, JSON.stringify(question)])

const at = (times, share) => within(times, share).toFixed(1)

console.log('each alone, ms: median, most (20 requests), bytes, status')
for (const [name, path, text] of HEAVY) {
  const answers = []
  for (let n = 0; n < 20; n++) answers.push(await call('POST', path, text))
  const times = answers.map((a) => a.took)
  console.log(`  ${name.padEnd(20)} ${at(times, 0.5)}  ${at(times, 1)}  ${answers[0].size}  ${answers[0].status}`)
}

async function boards() {
  const times = []
  for (let n = 0; n < SAMPLES; n++) {
    const { status, took } = await call('GET', `/setups/${look}`)
    if (status !== 200) throw new Error(`a board was answered with ${status}`)
    times.push(took)
  }
  return times
}
const tell = (name, times) =>
  console.log(`GET board, ${name}: median ${at(times, 0.5)} ms, 99th percentile ${at(times, 0.99)} ms, most ${at(times, 1)} ms (${SAMPLES} requests)`)

tell('nobody else', await boards())
let rest = false
const counts = {}
const askers = Array.from({ length: ASKERS }, async (_, n) => {
  for (let k = n; !rest; k++) {
    const [, path, text] = HEAVY[k % HEAVY.length]
    const { status } = await call('POST', path, text)
    counts[status] = (counts[status] ?? 0) + 1
  }
})
tell(`beside ${ASKERS} who ask for the heaviest`, await boards())
rest = true
await Promise.all(askers)
console.log(`  what those were answered: ${Object.entries(counts).map(([status, n]) => `${n} × ${status}`).join(', ')}`)
const began = performance.now()
server.kill('SIGTERM')
await new Promise((ended) => server.once('exit', ended))
console.log(`ended ${(performance.now() - began).toFixed(0)} ms after SIGTERM`)
agent.destroy()

// Latency of the API on loopback: median and 99th percentile over 2,000 requests each, one after the other.
// usage: INK_LAMP_DATABASE_URL=… node scripts/latency.mjs target/debug/ink-lamp
import { randomUUID } from 'node:crypto'
import { served, within } from './hold/served.mjs'

const REQUESTS = 2000
const { server, url } = await served(process.argv[2])

async function call(method, path, body) {
  const init = body && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
  const began = performance.now()
  const response = await fetch(`${url}/api${path}`, { method, ...init })
  const text = await response.text()
  const took = performance.now() - began
  if (!response.ok) throw new Error(`${response.status} ${text}`)
  return { took, text }
}

async function measure(name, request) {
  for (let n = 0; n < 50; n++) await request(n)
  const times = []
  for (let n = 0; n < REQUESTS; n++) times.push((await request(n)).took)
  const at = (share) => within(times, share).toFixed(2)
  console.log(`${name}: median ${at(0.5)} ms, 99th percentile ${at(0.99)} ms, most ${at(1)} ms (${REQUESTS} requests)`)
}

const look = randomUUID()
await call('POST', '/sittings', { id: randomUUID(), name: 'Bench', look: { id: look, name: 'Look 1' } })
const write = (entry, base) =>
  call('POST', `/setups/${look}/entries`, { id: randomUUID(), base, at: new Date().toISOString(), entry })
const scale = { fractions: { lowest: 256, step: 'tenths' } }
await write({ camera: { aperture: '8', shutter: '1/160', iso: '100' } }, 0)
await write({ ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } }, 1)
const lights = ['key', 'fill', 'rim', 'ground', 'hair', 'rim-2', 'ground-2', 'key-2']
for (const [n, light] of lights.entries()) {
  await write(
    { light: { light, role: light.split('-')[0], unit: { name: 'Taper 400', scale }, dial: '1/8', distance: 1.5 } },
    n + 2,
  )
}

await measure('POST entry', (n) => write({ reading: { of: lights[n % 8], shows: `5.6 ${n % 10}` } }))
await measure('GET board', () => call('GET', `/setups/${look}`))
const { text } = await call('GET', `/setups/${look}`)
const { setup } = JSON.parse(text)
await measure('POST draft', (n) =>
  call('POST', '/draft', { setup, entry: { reading: { of: 'fill', shows: `4 ${n % 10}` } } }),
)
server.kill('SIGTERM')

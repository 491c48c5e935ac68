// What a drag costs with the foretold picture, on loopback: 1,000 moves of a light with plan, board and picture each; then GET board while 32 pages drag at
// once. Waits until the sitter's cast shadows are worked out.
// usage: INK_LAMP_DATABASE_URL=… node scripts/picture.mjs target/release/ink-lamp        (an empty database)
import { Client, randomUUID } from './hold/client.mjs'
import { served, within } from './hold/served.mjs'

const MOVES = 1000
const PAGES = 32
const running = await served(process.argv[2])

const asker = () => new Client(running.url)
async function call(client, method, path, body, expected = [200]) {
  const answer = await client.call(method, `/api${path}`, body && JSON.stringify(body))
  if (!expected.includes(answer.status)) throw new Error(`${method} ${path}: ${answer.status} ${answer.text.slice(0, 300)}`)
  return answer
}
function told(name, times) {
  const at = (share) => within(times, share).toFixed(1)
  console.log(`${name}: median ${at(0.5)} ms, 99th percentile ${at(0.99)} ms, most ${at(1)} ms (${times.length})`)
}

const client = asker()
const look = randomUUID()
await call(client, 'POST', '/sittings', { id: randomUUID(), name: 'Picture', look: { id: look, name: 'Look 1' } }, [201])
const shape = { kind: 'octa', size: { round: { diameter: 0.9 } }, loss: 1.5 }
const put = (light, x, y, z) => [
  { light: { light, role: light, rig: { shape } } },
  { placed: { light, place: { at: { x, y, z } } } },
  { reading: { of: light, shows: '5.6 0' } },
]
const entries = [
  { camera: { aperture: '8', shutter: '1/160', iso: '100' } },
  ...put('key', -0.9, 1.8, 0.9),
  ...put('fill', 1.1, 1.5, 1.7),
  ...put('rim', 0.8, 1.9, -1.2),
]
for (const [base, entry] of entries.entries())
  await call(client, 'POST', `/setups/${look}/entries`, { id: randomUUID(), base, at: new Date().toISOString(), entry }, [201])
const { setup } = JSON.parse((await call(client, 'GET', `/setups/${look}`)).text)

/** One page's moves of the key: plan with its board, and the picture, side by side as a page asks for them. */
function page() {
  const [own, other, id] = [asker(), asker(), randomUUID()]
  let turn = 0
  return async (size, moving = true) => {
    turn += 1
    const entry = { placed: { light: 'key', place: { at: { x: -0.9 + 0.01 * (turn % 60), y: 1.8, z: 0.9 } } } }
    const question = { width: size[0], height: size[1], grey: true, moving, page: id, turn }
    const began = performance.now()
    const [, picture] = await Promise.all([
      call(own, 'POST', '/plan', { setup, entry, question: { chosen: 'key' } }, [200, 503]),
      call(other, 'POST', '/foretold', { setup, entries: [entry], question }, [200, 409, 503]),
    ])
    return { took: performance.now() - began, picture }
  }
}

const first = page()
for (;;) {
  const frame = JSON.parse((await first([480, 600])).picture.text)
  if (frame.shadows_done == null) break
  await new Promise((later) => setTimeout(later, 500))
}
for (const size of [[480, 600], [296, 370]]) {
  const times = []
  for (let n = 0; n < 30; n++) await first(size)
  for (let n = 0; n < MOVES; n++) times.push((await first(size)).took)
  told(`A drag's round trip with plan, board and picture, ${size.join(' x ')}`, times)
}
const still = []
for (let n = 0; n < 20; n++) still.push((await first([480, 600], false)).took)
told('The same at rest', still)

const board = async (into, going) => {
  while (going()) into.push((await call(client, 'GET', `/setups/${look}`)).took)
}
const quiet = []
await board(quiet, () => quiet.length < MOVES)
told('GET board, nobody drags', quiet)
let dragging = true
const counts = {}
const pages = Array.from({ length: PAGES }, async () => {
  const move = page()
  while (dragging) {
    const { picture } = await move([296, 370])
    counts[picture.status] = (counts[picture.status] ?? 0) + 1
  }
})
const busy = []
await board(busy, () => busy.length < MOVES)
dragging = false
await Promise.all(pages)
told(`GET board, ${PAGES} pages drag at once`, busy)
console.log(`  pictures meanwhile by status: ${JSON.stringify(counts)}`)
await running.end()

// Odd requests: those that a tool makes from the OpenAPI document, and our own, which are right ones with something odd in them.
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Client, randomUUID, told } from './client.mjs'
import { served } from './served.mjs'

/** Numbers that look random and are the same each time: what went wrong once can be made again. */
function dice(seed) {
  let state = seed >>> 0
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), state | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
  return { below: (n) => Math.floor(next() * n), of: (list) => list[Math.floor(next() * list.length)] }
}

const ODD = [
  null, true, false, 0, -0, -1, 1, 1e308, -1e308, 5e-324, 0.1, 1e9, 2 ** 53, 65536, '', ' ', '\u200b', '\u0000', 'NaN', 'f/8', '1/160', 'ƒ5.6\u2076', '-1', '1e999',
  'é'.repeat(501), 'm'.repeat(5000), '\ud83d\udca1', "'; drop table setup; --", '../../etc', [], {}, [null], [[[[]]]], { a: { b: { c: [] } } }, [1, 2, 3],
  Array(600).fill(1), '2026-11-25T19:04:00Z', '+262142-12-31T00:00:00Z', '00000000-0000-0000-0000-000000000000',
] // prettier-ignore
const PATHS = ['/api/setups/x', '/api/setups/%00', '/api/sittings?find=%ff', '/api/sittings?deleted=maybe', '/api/../api/kit', '/api//kit', '/api/kit/%F0%9F%92%A1', '/api/setups/00000000-0000-0000-0000-000000000000/tape?before=-9223372036854775808', '/api/sittings?find=' + 'm'.repeat(4000), '/api', '/%2e%2e/x.js'] // prettier-ignore
const KINDS = ['application/json', 'application/json; charset=utf-8', 'text/plain', 'application/x-www-form-urlencoded', '', 'application/json;;', 'multipart/form-data; boundary=x'] // prettier-ignore

/** Every place in a document, as the way to it. */
function places(value, way = [], all = []) {
  all.push(way)
  if (value && typeof value === 'object') for (const key of Object.keys(value)) places(value[key], [...way, key], all)
  return all
}

function odd(body, { below, of }) {
  let copy = structuredClone(body)
  for (let times = 1 + below(3); times > 0; times--) {
    const way = of(places(copy))
    if (way.length === 0) {
      if (below(8) === 0) copy = structuredClone(of(ODD))
      continue
    }
    const holder = way.slice(0, -1).reduce((at, key) => at?.[key], copy)
    const key = way.at(-1)
    if (!holder || typeof holder !== 'object') continue
    const now = holder[key]
    const act = below(6)
    if (act === 0 && !Array.isArray(holder)) delete holder[key]
    else if (act === 1) holder[`${key}x`] = now
    else if (act === 2 && now && typeof now === 'object') holder[key] = Object.values(now)
    else if (act === 3 && typeof now === 'number')
      holder[key] = of([-now, now * 1e6, now / 1e6, now + 0.05, String(now)])
    else if (act === 4 && Array.isArray(now))
      holder[key] = Array.from({ length: of([0, 1, 9, 65, 700]) }, () => now[0] ?? null)
    else holder[key] = structuredClone(of(ODD))
  }
  return copy
}

/** Right ones, one of each kind, to be made odd. */
function right(look, sitting, setup) {
  const note = { note: { text: 'The lamp hums' } }
  const unit = { name: 'Taper 400', rated: 400, scale: { fractions: { lowest: 256, step: 'tenths' } }, durations: [{ power: 0, t05: 0.001, t01: 0.003 }], channels: 16, groups: 5 } // prettier-ignore
  const entries = [
    note, { reading: { of: 'key', shows: '5.6 3', iso: '100', shutter: '1/160' } }, { camera: { aperture: '8', shutter: '1/160', iso: '100' } },
    { room_wish: { remove: { level: -5 } } }, { light: { light: 'key', role: 'key', unit, dial: '1/8', modifier: 'Octa 150', distance: 1.5, rig: { group: 'A', channel: 3 } } },
    { placed: { light: 'key', around: { distance: 2, round: -40, height: 1.9 } } }, { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'lit_side' } } },
    { dial: { light: 'key', dial: '1/4' } }, { target: { light: 'rim', level: 0.4 } }, { undo: { of: randomUUID() } }, { start: { from: 'Elsewhere', setup } }, { frame: {} },
    { holds: { steadiness: 'tripod', slowest: '1/60', filters: [{ name: 'ND 0.9', loss: 3 }] } }, { studio: setup.studio ?? {} }, { length: { unit: 'feet' } }, { sitter_moved: { by: { x: 0.1, z: 0 } } },
  ] // prettier-ignore
  const at = '2026-11-25T19:04:00Z'
  return [
    ...entries.map((entry) => ['POST', `/api/setups/${look}/entries`, () => ({ id: randomUUID(), base: 0, at, entry })]),
    ...entries.map((entry) => ['POST', '/api/draft', () => ({ setup, entry })]),
    ['POST', '/api/plan', () => ({ setup, entry: entries[5], question: { chosen: 'key', others: true, elevation: true, starts: true } })],
    ['POST', '/api/ways', () => ({ setup, entry: entries[3] })],
    ['POST', '/api/study', () => ({ setup, question: { gels: [{ name: 'Half', mired: 80, loss: 0.7 }] } })],
    ['POST', '/api/sittings', () => ({ id: randomUUID(), name: 'Odd', look: { id: randomUUID(), name: 'Look 1' } })],
    ['POST', `/api/sittings/${sitting}/setups`, () => ({ id: randomUUID(), name: 'Look', from: look })],
    ['PATCH', `/api/sittings/${sitting}`, () => ({ name: 'Other' })],
    ['PATCH', `/api/setups/${look}`, () => ({ name: 'Other' })],
    ['POST', `/api/sittings/${sitting}/forget`, () => ({ name: 'Else' })],
    ['POST', '/api/sittings/forget', () => ({ deleted_before: '1999-01-01T00:00:00Z', sittings: 0 })],
    ['PUT', `/api/kit/${randomUUID()}`, () => ({ is: { strobe: unit } })],
    ['POST', '/api/kit/import', () => ({ format: 'ink-lamp-kit-1', items: [{ id: randomUUID(), is: { filter: { name: 'ND 0.9', loss: 3 } } }], samples: [] })],
  ] // prettier-ignore
}

/** Our own: right requests with something odd in them, odd paths, cut off JSON, other media types. */
async function own(url, look, sitting, setup, many, seed) {
  const client = new Client(url)
  const bodies = right(look, sitting, setup)
  let sent = 0
  const senders = Array.from({ length: 16 }, (_, n) => {
    const throwing = dice(seed + n)
    const { below, of } = throwing
    return (async () => {
      while (sent < many) {
        sent += 1
        if (below(20) === 0) {
          await client.call(of(['GET', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'TRACE']), of(PATHS))
          continue
        }
        const [method, path, body] = of(bodies)
        let text = JSON.stringify(below(20) === 0 ? body() : odd(body(), throwing)) ?? ''
        if (below(25) === 0) text = text.slice(0, below(text.length + 1))
        if (below(40) === 0) text = text.replaceAll('"', below(2) ? '' : "'")
        await client.call(method, path, text, below(25) === 0 ? of(KINDS) : 'application/json')
      }
    })()
  })
  await Promise.all(senders)
  client.close()
}

/** Those that schemathesis makes from the document: it holds the answers against it too. */
function bySchema(tool, url, seconds, seed) {
  const checks =
    'not_a_server_error,status_code_conformance,content_type_conformance,response_schema_conformance,unsupported_method,allow_header_conformance'
  // prettier-ignore
  const given = [
    'run', `${url}/api/openapi.json`, '--checks', checks, '--exclude-path', '/api/events',
    // Once there is an owner nobody else is let in: the tests of the door have that one.
    '--exclude-path', '/api/door/owner', '--phases', 'coverage,fuzzing', '--no-shrink', '--continue-on-failure',
    '--max-time', String(seconds), '--seed', String(seed), '--suppress-health-check', 'all', '--generation-database', 'none', '--warnings', 'off', '--no-color',
  ]
  // It leaves notes of its own where it runs.
  const notes = mkdtempSync(join(tmpdir(), 'ink-lamp-fuzz-'))
  const run = spawn(tool, given, { stdio: ['ignore', 'pipe', 'pipe'], cwd: notes })
  let said = ''
  for (const stream of [run.stdout, run.stderr]) stream.on('data', (text) => (said += text))
  return new Promise((done) => {
    run.once('exit', (code) => {
      rmSync(notes, { recursive: true, force: true })
      done({ code, said })
    })
  })
}

export async function fuzz({ program, database, brief, schemathesis }) {
  const [seconds, many] = brief ? [12, 5000] : [420, 200_000]
  const seed = 20261128
  const { url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: await database.fresh('fuzz') })
  const client = new Client(url)
  const look = await client.begin('Odd')
  const { setup, sitting } = JSON.parse((await client.get(`/setups/${look}`)).text)
  await own(url, look, sitting.id, setup, many, seed)
  const owned = log.answered
  const { code, said } = await bySchema(schemathesis, url, seconds, seed)
  const fitted = code === 0
  if (!fitted) console.error(said.slice(0, 20_000))
  // It is as it was: somebody begins, writes and reads.
  const after = await client.note(await client.begin('After'), 'well')
  await end()
  client.close()
  const fine = log.panics === 0 && log.fives === 0 && after.status === 201
  return [
    {
      what: `odd requests: ${owned} of our own, ${log.answered - owned} from the OpenAPI document`,
      saw: `${told(log.statuses)}; ${log.panics} panics, ${log.fives} × 5xx; the longest took ${(log.longest / 1000).toFixed(2)} s (${log.longestWas})`,
      well: fine && (brief || log.longest < 2000),
    },
    {
      what: 'answers held against the OpenAPI document',
      saw: fitted ? 'all as declared: status, media type, schema, methods' : 'some were not as declared, see above',
      well: fitted,
    },
  ]
}

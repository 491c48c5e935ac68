// How the server stands while many ask for the heaviest things there are: each heavy question alone, then a board asked for 1,000 times
// beside 32 askers who never rest.
import { Client, asking, failed, randomUUID, told } from './client.mjs'
import { served, within } from './served.mjs'

const at = (times, share) => within(times, share).toFixed(1)

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
const walls = {
  left: 50,
  right: 50,
  behind: 50,
  before: 50,
  ceiling: 50,
  reflectance: 0.95,
  ceiling_reflectance: 0.95,
  floor_reflectance: 0.95,
}
const panel = (x, z) => ({ kind: 'silver', at: { x, y: 1.2, z }, width: 6, height: 6, facing: 90 })
const studio = {
  sitter: { face: 1.25, facing: 0, chin: 0 },
  camera: { at: { x: 0, y: 1.3, z: 3 }, aim: 1.15, upright: true },
  ground: { kind: 'wall', behind: 10, width: 0.05, reflectance: 0.3 },
  walls,
  windows: ['left', 'right', 'behind', 'before'].flatMap((wall) => [side(wall, -3), side(wall, 3)]),
  panels: Array.from({ length: 8 }, (_, i) => panel(i - 12, i / 4)),
}

/** A setup that takes as much of everything as the types let it, on a look; gives the look. */
async function everything(client) {
  const look = await client.begin('Heavy')
  let version = 0
  const write = async (entry) => {
    const sent = { id: randomUUID(), base: version, at: new Date().toISOString(), entry }
    const { status, text } = await client.post(`/setups/${look}/entries`, sent)
    if (status !== 201) throw new Error(`${status} ${text}`)
    version += 1
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
  return look
}

export async function heavy({ program, database, brief }) {
  const [askers, samples, each] = brief ? [16, 100, 3] : [32, 1000, 20]
  const { url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: database.url })
  const client = new Client(url)
  const look = await everything(client)
  const { setup } = JSON.parse((await client.get(`/setups/${look}`)).text)
  const gels = Array.from({ length: 100 }, (_, i) => ({ name: `Gel ${i}`, mired: i * 3 - 150, loss: i / 50 }))
  const crowd = {
    ...setup,
    holds: { ...setup.holds, filters: Array.from({ length: 200 }, (_, i) => ({ name: `ND ${i}`, loss: i / 60 })) },
  }
  const moved = { placed: { light: 'key', around: { distance: 1.7, round: -40, height: 1.9 } } }
  const questions = [
    ['ways', '/ways', { setup }],
    ['ways, 200 filters', '/ways', { setup: crowd }],
    [
      'plan, all of it',
      '/plan',
      { setup, entry: moved, question: { chosen: 'key', others: true, elevation: true, starts: true } },
    ],
    ['plan, together', '/plan', { setup, question: { together: true, elevation: true, starts: true } }],
    ['study, 100 gels', '/study', { setup, question: { gels } }],
    ['draft', '/draft', { setup, entry: moved }],
  ].map(([name, path, question]) => [name, path, JSON.stringify(question)])
  const rows = []
  for (const [name, path, text] of questions) {
    const answers = []
    for (let n = 0; n < each; n++) answers.push(await client.call('POST', `/api${path}`, text))
    const times = answers.map((answer) => answer.took)
    const { status, text: told } = answers[0]
    rows.push({
      what: name,
      saw: `${status}, ${(told.length / 1024).toFixed(0)} KB; median ${at(times, 0.5)} ms, most of ${each} ${at(times, 1)} ms`,
      well: (brief || within(times, 1) < 2000) && (status === 200 || status === 422),
    })
  }
  const boards = async (beside) => {
    const [times, statuses] = [[], {}]
    for (let n = 0; n < samples; n++) {
      const { status, took } = await client.get(`/setups/${look}`)
      times.push(took)
      statuses[status] = (statuses[status] ?? 0) + 1
    }
    const saw = `${told(statuses)}; median ${at(times, 0.5)} ms, 99 % within ${at(times, 0.99)} ms, most ${at(times, 1)} ms`
    return {
      what: `GET board, ${beside}`,
      saw,
      well: failed(statuses, brief) === 0 && (brief || within(times, 0.99) <= 50),
    }
  }
  rows.push(await boards('nobody else asks'))
  const others = Array.from({ length: askers }, (_, n) => {
    let k = n
    return asking(() => {
      const [, path, text] = questions[k++ % questions.length]
      return client.call('POST', `/api${path}`, text)
    })
  })
  rows.push(await boards(`beside ${askers} who ask for all of that without rest`))
  await Promise.all(others.map((other) => other.stop()))
  const began = performance.now()
  await end()
  client.close()
  rows.push({
    what: 'SIGTERM after that',
    saw: `ended within ${(performance.now() - began).toFixed(0)} ms; ${log.panics} panics`,
    well: log.panics === 0,
  })
  return rows
}

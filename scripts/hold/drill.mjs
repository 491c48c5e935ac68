// A drill in whose middle the server is killed, and the database with it: it goes on, and nothing is counted twice.
import { Client, randomUUID, rest } from './client.mjs'
import { served } from './served.mjs'

/** Sends until it is answered, by the same body: what was lost on its way back was taken all the same. */
async function until(client, path, body) {
  for (;;) {
    const { status, text } = await client.post(path, body)
    if (status === 200 || status === 201) return JSON.parse(text)
    if (status >= 400 && status < 500) throw new Error(`${path}: ${status} ${text}`)
    await rest(30)
  }
}

export async function drill({ program, database, brief }) {
  const drills = brief ? ['five_lights'] : ['five_lights', 'set_it_again', 'three_to_one', 'keep_the_dusk']
  const given = { INK_LAMP_DATABASE_URL: await database.fresh('drill') }
  let now = await served(program, given)
  given.INK_LAMP_PORT = new URL(now.url).port
  const client = new Client(now.url)
  let [kills, crashes, panics, readings, counted] = [0, 0, 0, 0, 0]
  async function strike() {
    kills += 1
    now.server.kill('SIGKILL')
    const crash = kills % 3 === 0
    if (crash) await database.stop('crash')
    await now.ended
    panics += now.log.panics
    if (crash) {
      crashes += 1
      await database.start()
    }
    now = await served(program, given)
  }
  for (const name of drills) {
    const id = randomUUID()
    await until(client, '/practice', { id, drill: name, alone: false })
    let mine = 0
    for (let step = 0; step < 40; step++) {
      const view = await until(client, '/practice', { id, drill: name, alone: false })
      const { next } = view.board
      if (next.kind === 'shoot') break
      const of = { meter_room: 'room', meter_light: next.lane, meter_whole: 'whole' }[next.kind]
      const body = of
        ? { id: randomUUID(), of }
        : { id: randomUUID(), base: view.version, at: new Date().toISOString(), entry: next.action.entry }
      const path = of ? `/practice/${id}/readings` : `/setups/${id}/entries`
      // Killed while it is under way; sent again until it is answered, and once more for good measure.
      const sent = until(client, path, body)
      await strike()
      await sent
      await until(client, path, body)
      if (of) mine += 1
    }
    const over = await until(client, `/practice/${id}/done`, {})
    readings += mine
    counted += over.tries.at(-1).tried.readings
  }
  await now.end()
  client.close()
  return [
    {
      what: `${drills.length} drills, the server killed ${kills} times in their middle, ${crashes} of them with the database`,
      saw: `${readings} readings taken, ${counted} counted`,
      well: readings === counted && readings > 0 && panics + now.log.panics === 0,
    },
  ]
}

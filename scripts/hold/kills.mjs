// Servers that are killed, and databases that crash, while many write: what was accepted is there, once.
import { Client, asking, failed, randomUUID, rest, together, told } from './client.mjs'
import { served } from './served.mjs'

const WRITERS = 8

/** Kills the server again and again in the middle of writing; every fifth time the database crashes with it. */
export async function kills({ program, database, brief }) {
  const [times, each] = brief ? [4, 120] : [40, 520]
  const url = await database.fresh('kills')
  const given = { INK_LAMP_DATABASE_URL: url }
  let now = await served(program, given)
  // Found again where it was.
  given.INK_LAMP_PORT = new URL(now.url).port
  const client = new Client(now.url)
  const looks = await Promise.all(Array.from({ length: WRITERS }, (_, n) => client.begin(`Writer ${n}`)))
  const accepted = new Map()
  let [over, again, panics] = [false, 0, 0]
  const writers = looks.map(async (look, n) => {
    for (let k = 0; !over; k++) {
      const id = randomUUID()
      const text = `${n}/${k}`
      // What is not answered is sent again by the same id, as the outbox of a phone does.
      for (;;) {
        const { status } = await client.note(look, text, id)
        if (status === 201 || status === 200) break
        again += 1
        await rest(20)
      }
      accepted.set(id, text)
    }
  })
  for (let n = 1; n <= times; n++) {
    while (accepted.size < n * each) await rest(5)
    now.server.kill('SIGKILL')
    if (n % 5 === 0) await database.stop('crash')
    await now.ended
    panics += now.log.panics
    if (n % 5 === 0) await database.start()
    now = await served(program, given)
  }
  over = true
  await Promise.all(writers)
  await now.end()
  client.close()
  const rows = await database.do(
    'psql',
    '-d',
    url,
    '-tAc',
    "select id || ' ' || (payload #>> '{note,text}') from tape_entry",
  )
  const kept = rows.split('\n').map((row) => row.split(' '))
  const ids = new Set(kept.map(([id]) => id))
  const lost = [...accepted.keys()].filter((id) => !ids.has(id)).length
  const doubled = kept.length - new Set(kept.map(([, text]) => text)).size
  return [
    {
      what: `${times} kills, ${Math.floor(times / 5)} of them with the database, under ${WRITERS} writers`,
      saw: `${accepted.size} entries accepted, ${again} sent again, ${lost} lost, ${doubled} doubled`,
      well: lost === 0 && doubled === 0 && panics + now.log.panics === 0,
    },
  ]
}

/** A database that is started again while many read and write: nobody who can wait a second hears of it. */
export async function restarts({ program, database, brief }) {
  const times = brief ? 1 : 5
  const { url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: await database.fresh('restarts') })
  const client = new Client(url)
  const looks = await Promise.all([0, 1, 2, 3].map((n) => client.begin(`Look ${n}`)))
  const askers = looks.flatMap((look) => [
    asking(() => client.note(look, 'on and on')),
    asking(() => client.get(`/setups/${look}`)),
    asking(() => client.get('/sittings')),
  ])
  for (let n = 0; n < times; n++) {
    await rest(500)
    await database.stop()
    await database.start()
  }
  await rest(500)
  await Promise.all(askers.map((asker) => asker.stop()))
  await end()
  client.close()
  const statuses = together(askers)
  const longest = Math.max(...askers.flatMap((asker) => asker.times))
  return [
    {
      what: `the database started again ${times === 1 ? 'once' : `${times} times`} under 12 askers`,
      saw: `${told(statuses)}; the longest waited ${(longest / 1000).toFixed(1)} s`,
      well: failed(statuses, brief) === 0 && log.panics === 0,
    },
  ]
}

// What stands still or runs full beside the server: a look that is held, a frozen second server, clients that never end, a disk without room.
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { connect } from 'node:net'
import { join } from 'node:path'
import { Client, asking, failed, randomUUID, rest, together, told } from './client.mjs'
import { Database } from './database.mjs'
import { served, within } from './served.mjs'

const ms = (times, share) => `${within(times, share).toFixed(1)} ms`

/** A look that somebody holds for eight seconds: its writers are told so, all others go on. */
export async function held({ program, database, brief }) {
  const { url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: database.url })
  const client = new Client(url)
  const [one, other] = [await client.begin('Held'), await client.begin('Free')]
  const letGo = database.hold(
    `begin; select from setup where id = '${one}' for update; select pg_sleep(${brief ? 3 : 8}); commit`,
  )
  while (
    (await database.sql("select count(*) from pg_stat_activity where query like '%pg_sleep%' and state = 'active'")) <
    '2'
  )
    await rest(20)
  const waiting = Array.from({ length: 32 }, () => asking(() => client.note(one, 'held')))
  const writing = asking(() => client.note(other, 'free'))
  const reading = asking(() => client.get(`/setups/${one}`))
  await letGo
  await Promise.all([...waiting, writing, reading].map((asker) => asker.stop()))
  // Once it is let go, the next one is taken.
  const after = await client.note(one, 'after')
  await end()
  client.close()
  const refused = waiting.flatMap((asker) => asker.times)
  const all = failed(writing.statuses, brief) + failed(reading.statuses, brief)
  return [
    {
      what: 'a look held by another for seconds, 32 writers waiting for it',
      saw: `they waited at most ${(Math.max(...refused) / 1000).toFixed(1)} s; beside them writing elsewhere 99 % within ${ms(writing.times, 0.99)}, reading it ${ms(reading.times, 0.99)}, ${all} failed`,
      well: all === 0 && (after.status === 201 || (brief && after.status === 503)) && log.panics === 0,
    },
  ]
}

/** A second server on the same record that stands still in the middle of what it does. */
export async function frozen({ program, database, brief }) {
  const given = { INK_LAMP_DATABASE_URL: database.url }
  const [first, second] = [await served(program, given), await served(program, given)]
  const [client, stuck] = [new Client(first.url), new Client(second.url)]
  const looks = await Promise.all([0, 1, 2, 3].map((n) => client.begin(`Both ${n}`)))
  const there = looks.map((look) => asking(() => stuck.note(look, 'there')))
  await rest(300)
  second.server.kill('SIGSTOP')
  const here = looks.map((look) => asking(() => client.note(look, 'here')))
  const reading = asking(() => client.get(`/setups/${looks[0]}`))
  await rest(brief ? 3000 : 15_000)
  await Promise.all([...here, reading].map((asker) => asker.stop()))
  second.server.kill('SIGCONT')
  await Promise.all(there.map((asker) => asker.stop()))
  const [written, read] = [here.flatMap((asker) => asker.times), reading.times]
  const statuses = together(here)
  await Promise.all([first.end(), second.end()])
  client.close()
  stuck.close()
  return [
    {
      what: 'a second server frozen in the middle of writing to the same four looks',
      saw: `writing ${told(statuses)}, 99 % within ${ms(written, 0.99)}, at most ${(Math.max(...written) / 1000).toFixed(1)} s; reading 99 % within ${ms(read, 0.99)}, ${failed(reading.statuses)} failed`,
      // A look whose row the frozen server holds is told to be held until the database lets go of it: 10 s.
      well:
        failed(reading.statuses, brief) === 0 &&
        !statuses[0] &&
        !statuses[500] &&
        first.log.panics + second.log.panics === 0,
    },
  ]
}

/** Clients that send a byte now and then, and clients that never take what they asked for. */
export async function slow({ program, database, brief }) {
  const { url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: database.url })
  const client = new Client(url)
  const look = await client.begin('Slow')
  const port = Number(new URL(url).port)
  const [headers, bodies, deaf] = brief ? [100, 50, 50] : [400, 200, 200]
  let closed = 0
  const open = (text, everySecond) => {
    const socket = connect(port, '127.0.0.1')
    socket.on('error', () => undefined)
    socket.on('close', () => (closed += 1))
    socket.pause()
    socket.write(text)
    const more = setInterval(() => everySecond && socket.writable && socket.write(everySecond), 1000)
    return () => {
      clearInterval(more)
      socket.destroy()
    }
  }
  const head = `Host: 127.0.0.1:${port}\r\n`
  const asks = `GET /api/scales HTTP/1.1\r\n${head}\r\n`
  const sockets = [
    ...Array.from({ length: headers }, () => open(`GET /api/health HTTP/1.1\r\n${head}X-Slow: `, 'z')),
    ...Array.from({ length: bodies }, () =>
      open(`POST /api/sittings HTTP/1.1\r\n${head}Content-Type: application/json\r\nContent-Length: 9000\r\n\r\n`, ' '),
    ),
    ...Array.from({ length: deaf }, () => open(asks.repeat(50))),
  ]
  const reading = asking(() => client.get(`/setups/${look}`))
  await rest(brief ? 3000 : 20_000)
  await reading.stop()
  const gone = closed
  for (const end of sockets) end()
  await end()
  client.close()
  return [
    {
      what: `${headers} who never end their headers, ${bodies} their bodies, ${deaf} who never read`,
      saw: `GET board 99 % within ${ms(reading.times, 0.99)}, ${failed(reading.statuses)} failed; ${gone} were let go by then`,
      well: failed(reading.statuses, brief) === 0 && log.panics === 0,
    },
  ]
}

/** A record on a disk that runs full: what can't be kept is refused, what was kept is there, and it goes on once there is room. */
export async function full({ program, brief }) {
  const what = 'a disk that runs full'
  let folder
  try {
    folder = mkdtempSync('/var/tmp/ink-lamp-full-')
    execFileSync('chmod', ['755', folder])
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=260m,mode=755', 'tmpfs', folder], { stdio: 'ignore' })
  } catch {
    if (folder) rmSync(folder, { recursive: true })
    return [{ what, saw: 'not measured: this user may not mount a small disk', well: true }]
  }
  const small = new Database(join(folder, 'pg'))
  try {
    await small.start()
    const { url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: small.url })
    const client = new Client(url)
    const look = await client.begin('Full')
    const [accepted, statuses] = [new Map(), {}]
    const write = async (id, text) => {
      const { status } = await client.note(look, text, id)
      statuses[status] = (statuses[status] ?? 0) + 1
      if (status === 200 || status === 201) accepted.set(id, text)
      return status
    }
    await write(randomUUID(), 'first')
    const { bavail, bsize } = statfsSync(folder)
    // All but a little: PostgreSQL fills that by itself.
    writeFileSync(join(folder, 'filler'), Buffer.alloc(Math.max(0, bavail * bsize - 3 * 1024 * 1024)))
    const waiting = []
    let refused = 0
    for (let n = 0; n < 20_000 && refused < (brief ? 1 : 5); n++) {
      const id = randomUUID()
      const text = `${n} ${'m'.repeat(480)}`
      if ((await write(id, text)) >= 300) [refused] = [refused + 1, waiting.push([id, text])]
    }
    const health = JSON.parse((await client.get('/health')).text)
    rmSync(join(folder, 'filler'))
    // Without room for its log PostgreSQL stops; whoever makes room starts it again, as ./run does.
    await small.start()
    for (const [id, text] of waiting) {
      for (let patience = 0; patience < 30 && (await write(id, text)) >= 300; patience++) await rest(200)
    }
    const kept = (await small.sql('select id from tape_entry')).split('\n')
    const lost = [...accepted.keys()].filter((id) => !kept.includes(id)).length
    await end()
    client.close()
    return [
      {
        what,
        saw: `${told(statuses)}; told as ${health.status}; with room again all ${waiting.length} refused were taken, ${lost} lost, ${kept.length - accepted.size} doubled`,
        well: refused > 0 && lost === 0 && kept.length === accepted.size && log.panics === 0 && log.fives === 0,
      },
    ]
  } finally {
    await small.stop().catch(() => undefined)
    execFileSync('umount', [folder])
    rmSync(folder, { recursive: true, force: true })
  }
}

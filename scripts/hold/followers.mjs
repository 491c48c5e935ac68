// Many browsers that follow changes: each hears of an entry, and the board stays fast.
import { readFileSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { Client, asking, failed, rest } from './client.mjs'
import { served, within } from './served.mjs'

export async function followers({ program, database, brief }) {
  const many = brief ? 300 : 2000
  const { server, url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: database.url })
  const client = new Client(url)
  const look = await client.begin('Followed')
  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024
  const before = memory()
  const agent = new Agent({ keepAlive: false })
  let [heard, open, wanted] = [0, 0, Infinity]
  const streams = Array.from(
    { length: many },
    () =>
      new Promise((done, refused) => {
        const asked = request(`${url}/api/events`, { agent }, (answer) => {
          if (answer.statusCode !== 200) refused(new Error(`a follower was answered with ${answer.statusCode}`))
          open += 1
          done(asked)
          answer.on('error', () => undefined)
          answer.on('data', (part) => {
            const version = /"version":(\d+)/.exec(part.toString())
            if (version && Number(version[1]) >= wanted) heard += 1
          })
        })
        asked.on('error', refused)
        asked.end()
      }),
  )
  const all = await Promise.all(streams)
  wanted = 1
  const began = performance.now()
  await client.note(look, 'to all')
  while (heard < many && performance.now() - began < 30_000) await rest(2)
  const took = performance.now() - began
  wanted = Infinity
  const reading = asking(() => client.get(`/setups/${look}`))
  const writing = asking(() => client.note(look, 'more'))
  await rest(brief ? 1500 : 5000)
  await Promise.all([reading.stop(), writing.stop()])
  const after = memory()
  for (const asked of all) asked.on('error', () => undefined).destroy()
  await end()
  agent.destroy()
  client.close()
  return [
    {
      what: `${many} followers of one look`,
      saw: `${heard} heard of an entry within ${took.toFixed(0)} ms, the server grew by ${(after - before).toFixed(0)} MB; while another writes on and on to them all, GET board 99 % within ${within(reading.times, 0.99).toFixed(1)} ms, an entry ${within(writing.times, 0.99).toFixed(1)} ms`,
      well:
        open === many &&
        heard === many &&
        failed(reading.statuses, brief) + failed(writing.statuses, brief) === 0 &&
        log.panics === 0,
    },
  ]
}

// Bridges that send what is no message, and many devices that speak at once: the board stays fast, and nobody is thrown out for what another says.
import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { Client, asking, failed } from './client.mjs'
import { served, within } from './served.mjs'

const BRIDGES = fileURLToPath(new URL('./bridges.py', import.meta.url))

function bridges(url, args, tokens) {
  const child = spawn('python3', [BRIDGES, url, ...args], { stdio: ['pipe', 'pipe', 'inherit'] })
  child.stdin.end(JSON.stringify(tokens))
  let out = ''
  child.stdout.on('data', (text) => (out += text))
  return new Promise((done) => child.once('exit', () => done(JSON.parse(out || '{"lost":["no bridge"]}'))))
}

export async function devices({ program, database, brief }) {
  const { server, url, log, end } = await served(program, { INK_LAMP_DATABASE_URL: await database.fresh('devices') })
  const client = new Client(url)
  const look = await client.begin('Devices')
  await client.call('PUT', '/api/devices/metered', JSON.stringify({ look }))
  const token = async (name) => {
    const { code } = JSON.parse((await client.post('/door/codes', { role: 'device' })).text)
    return JSON.parse((await client.post('/session/code', { code, device: name })).text).token
  }
  const tokens = []
  for (let n = 0; n < 50; n += 1) tokens.push(await token(`Bridge ${n}`))
  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.pid}/status`, 'utf8'))[1]) / 1024
  const before = memory()
  // As many as may be read in a short while: what comes faster waits, and that is another matter.
  const each = brief ? 5 : 250
  const hostile = await bridges(url, ['mangle', String(each)], tokens.slice(0, 40))
  const after = memory()
  const seconds = brief ? 3 : 20
  const board = asking(() => client.get(`/setups/${look}`))
  const speaking = await bridges(url, ['speak', '10', String(seconds)], tokens)
  await board.stop()
  const p99 = within(board.times, 0.99)
  await end()
  client.close()
  return [
    {
      what: `${hostile.sent - hostile.bridges} messages that are none, from ${hostile.bridges} bridges`,
      saw: `${hostile.heard} answers, ${hostile.lost.length} bridges thrown out; ${log.panics} panics; the server grew by ${(after - before).toFixed(0)} MB`,
      well: hostile.lost.length === 0 && log.panics === 0 && log.fives === 0,
    },
    {
      what: '50 devices, each with 10 messages a second',
      saw: `${(speaking.sent / seconds).toFixed(0)} a second taken, ${speaking.lost.length} lost; GET board ${board.times.length} times, 99 % within ${p99.toFixed(1)} ms`,
      well: speaking.lost.length === 0 && failed(board.statuses, brief) === 0 && (brief || p99 <= 50),
    },
  ]
}

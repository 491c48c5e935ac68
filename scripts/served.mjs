// What the measuring scripts share: the real server on loopback, gone with the script, and the times of its answers.
import { spawn } from 'node:child_process'

/** Starts the program on a free port, on the database that INK_LAMP_DATABASE_URL names. */
export async function served(program) {
  const env = { ...process.env, INK_LAMP_PORT: '0', INK_LAMP_LOG: 'json' }
  const server = spawn(program, ['serve'], { env, stdio: ['ignore', 'pipe', 'ignore'] })
  server.on('exit', (code) => code && (console.error(`the server ended with ${code}`), process.exit(1)))
  // Whatever goes wrong, no server is left behind.
  process.on('exit', () => server.kill('SIGKILL'))
  const url = await new Promise((ready) => {
    server.stdout.on('data', (text) => ready(/http:\/\/[\d.:]+/.exec(text.toString())[0]))
  })
  return { server, url }
}

/** The time that a share of the answers came within. */
export const within = (times, share) => times.toSorted((a, b) => a - b)[Math.ceil(share * times.length) - 1]

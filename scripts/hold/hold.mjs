// What the server stands: everything that could go wrong around it, one after the other, in one table.
// usage: node scripts/hold/hold.mjs PROGRAM FOLDER-OF-THE-CLUSTER SCHEMATHESIS [--brief] [NAME…]
import { resolve } from 'node:path'
import { Database } from './database.mjs'
import { devices } from './devices.mjs'
import { followers } from './followers.mjs'
import { fuzz } from './fuzz.mjs'
import { heavy } from './heavy.mjs'
import { drill } from './drill.mjs'
import { kills, restarts } from './kills.mjs'
import { frozen, full, held, slow } from './stuck.mjs'

const ALL = { heavy, fuzz, kills, drill, restarts, held, frozen, slow, followers, devices, full }
const [program, folder, schemathesis, ...more] = process.argv.slice(2)
const brief = more.includes('--brief')
const wanted = more.filter((name) => name in ALL)
// It runs in a folder of its own.
const tool = resolve(schemathesis)
const database = new Database(folder)
await database.start()

const rows = []
for (const [name, part] of Object.entries(ALL)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue
  const began = performance.now()
  const seen = await part({ program, database, brief, schemathesis: tool })
  console.error(`${name}: ${((performance.now() - began) / 1000).toFixed(0)} s`)
  rows.push(...seen)
}
console.log('| what | what was seen | |\n|---|---|---|')
for (const { what, saw, well } of rows) console.log(`| ${what} | ${saw} | ${well ? 'well' : '**not well**'} |`)
process.exit(rows.every(({ well }) => well) ? 0 : 1)

import { execFileSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { crc32, deflateSync } from 'node:zlib'
import { expect, type App } from './app'

/** A look with a key that stands on the plan, and was read a stop under its wish. */
export async function lit(app: App): Promise<string> {
  const look = await app.begin('Foretold')
  await app.write(look, { camera: { aperture: '8', shutter: '1/160', iso: '100' } })
  const unit = { name: 'Taper 400', rated: 400, scale: { fractions: { lowest: 256, step: 'tenths' } } }
  const shape = { kind: 'octa', size: { round: { diameter: 0.9 } }, loss: 1.5 }
  await app.write(look, { light: { light: 'key', role: 'key', unit, dial: '1/8', rig: { shape } } })
  await app.write(look, { placed: { light: 'key', place: { at: { x: -0.9, y: 1.8, z: 0.9 } } } })
  // What the clock mender sees of himself was worked out by the tests before.
  await app.write(look, { face: { face: 'clock_mender' } })
  await app.write(look, { reading: { of: 'key', shows: '5.6 0' } })
  await app.write(look, { ratio: { target: { ratio: 3, convention: 'lit_shadow', anchor: 'key_alone' } } })
  return look
}

/** A file as a camera would write it: the frame that is foretold of a look, after some entries, with what Exif says of it. */
export async function shot(app: App, look: string, tags: string[] = [], entries: object[] = []): Promise<string> {
  return shotOf(app, (await app.api(`/setups/${look}`)).setup, tags, entries)
}

/** The same of a setup, with some of its lights on: what is left out has no place. */
export async function shotOf(
  app: App,
  whole: any,
  tags: string[] = [],
  entries: object[] = [],
  on?: string[],
  width = 320,
): Promise<string> {
  const lights = whole.lights.map(({ place, ...light }: any) =>
    on && !on.includes(light.id) ? light : { ...light, place },
  )
  const setup = { ...whole, lights }
  let picture = ''
  // Once the cast shadows are there, it is the same each time.
  await expect
    .poll(
      async () => {
        const question = { width, height: 1.25 * width, page: randomUUID(), turn: 1 }
        const answer = await app.api('/foretold', { setup, entries, question })
        picture = answer.picture ?? ''
        return Boolean(picture) && answer.shadows_done == null
      },
      { timeout: 60_000 },
    )
    .toBe(true)
  const file = join(mkdtempSync(join(tmpdir(), 'ink-lamp-')), `LOFT${Math.floor(Math.random() * 9000) + 1000}.png`)
  writeFileSync(file, Buffer.from(picture.split(',')[1] ?? '', 'base64'))
  const usual = ['-FNumber=8', '-ExposureTime=1/160', '-ISO=100', '-DateTimeOriginal=2026:11:30 20:16:05']
  execFileSync('exiftool', ['-q', '-overwrite_original', ...usual, ...tags, file])
  return file
}

/** A file as it is dropped on a page. */
export const dropped = (file: string): { name: string; base64: string } => ({
  name: file.split('/').at(-1) ?? '',
  base64: readFileSync(file).toString('base64'),
})

/** A grey card that fills the frame, as a file of a camera that gave it this value. */
export function card(value: number, tags: string[]): string {
  const [width, height] = [160, 120]
  const chunk = (kind: string, data: Buffer) => {
    const [size, check] = [Buffer.alloc(4), Buffer.alloc(4)]
    size.writeUInt32BE(data.length)
    check.writeUInt32BE(crc32(Buffer.concat([Buffer.from(kind), data])))
    return Buffer.concat([size, Buffer.from(kind), data, check])
  }
  const head = Buffer.alloc(13)
  head.writeUInt32BE(width, 0)
  head.writeUInt32BE(height, 4)
  head.set([8, 2, 0, 0, 0], 8)
  const rows = Buffer.alloc(height * (1 + 3 * width), value)
  for (let y = 0; y < height; y++) rows[y * (1 + 3 * width)] = 0
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])
  const parts = [chunk('IHDR', head), chunk('IDAT', deflateSync(rows)), chunk('IEND', Buffer.alloc(0))]
  const file = join(mkdtempSync(join(tmpdir(), 'ink-lamp-')), `CARD${value}.png`)
  writeFileSync(file, Buffer.concat([signature, ...parts]))
  const usual = ['-FNumber=8', '-ISO=100', '-Model=Loft 35', '-DateTimeOriginal=2026:11:30 20:16:05']
  execFileSync('exiftool', ['-q', '-overwrite_original', ...usual, ...tags, file])
  return file
}

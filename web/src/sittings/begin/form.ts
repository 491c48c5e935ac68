import type { Light, Scales, StartOffered } from '@/api/client'
import { metresOf, inUnit } from '@/forms/lengths'
import type { Typed, TypedEntry } from '@/forms/entry'
import { numberOf } from '@/forms/numbers'
import { modifierOf, unitOf, type useGear } from '@/look/gear'
import type { GearOf } from '@/look/kit'

/** The unit that any can stand for. */
export const ANY = 'any'

/** A light of the new sitting, as it is typed. */
export interface Row {
  light: string
  role: Light['role']
  name: string
  on: boolean
  unit: string
  modifier: string
  distance: string
}

/** A new sitting, as it is typed. */
export interface Form {
  exposure: { aperture: string; shutter: string; iso: string }
  body: string
  rows: Row[]
  ratio: string
  room: 'remove' | 'keep'
  ground: 'open' | 'black' | 'grey' | 'white'
}

const lightOf = (start: StartOffered, id: string) => start.setup.lights.find((l) => l.id === id)

function groundOf({ setup }: StartOffered): Form['ground'] {
  const tone = setup.ground_tone
  return tone == null ? 'open' : typeof tone === 'object' ? 'grey' : tone
}

/** A start as it fills the form. */
export function formOf(start: StartOffered, { usual }: Scales): Form {
  const { setup } = start
  const { aperture, shutter, iso } = setup.camera?.exposure ?? usual.exposure
  const ratio = (setup.ratio ?? usual.ratio).ratio
  return {
    exposure: { aperture, shutter, iso },
    body: setup.camera?.body?.name ?? '',
    rows: start.lights.map(({ light, role, name, on }) => {
      const now = lightOf(start, light)
      return {
        light,
        role,
        name,
        on,
        // From nothing, each light begins with what any unit can stand for.
        unit: start.look ? unitOf(now) : ANY,
        modifier: modifierOf(now),
        distance: now?.distance == null ? '' : inUnit(now.distance, setup.length ?? 'metres'),
      }
    }),
    ratio: `${Math.round(ratio * 10) / 10} : 1`,
    room: start.room.kept ? 'keep' : 'remove',
    ground: groundOf(start),
  }
}

/** An entry of the new sitting, and the part of the form that it comes from. */
export interface FormEntry {
  of: string
  entry: TypedEntry
}

/** What the form says beyond its start, in the order in which it is written. */
export function entriesOf(
  form: Form,
  start: StartOffered,
  { usual }: Scales,
  gear: ReturnType<typeof useGear>,
  bodies: readonly GearOf<'camera'>[],
): FormEntry[] {
  const { setup } = start
  const before = formOf(start, { usual } as Scales)
  const entries: FormEntry[] = []
  const put = (of: string, entry: TypedEntry) => entries.push({ of, entry })

  for (const row of form.rows)
    if (!row.on && lightOf(start, row.light)) put(row.light, { light_removed: { light: row.light } })
  for (const [n, row] of form.rows.entries()) {
    const now = lightOf(start, row.light)
    const untouched = JSON.stringify(row) === JSON.stringify(before.rows[n])
    if (!row.on || (now && untouched && (start.look || row.unit === ''))) continue
    put(row.light, lightPut(row, now, start, usual, gear))
  }
  const camera = setup.camera
  const body = bodies.find((b) => b.name === form.body) ?? (camera?.body?.name === form.body ? camera.body : undefined)
  // What is shown is what is set.
  if (!camera || JSON.stringify([form.exposure, form.body]) !== JSON.stringify([before.exposure, before.body]))
    put('camera', { camera: { ...form.exposure, body: body ?? undefined } })
  const on = (role: Light['role']) => form.rows.some((row) => row.on && row.role === role)
  // A key without a fill has no ratio to follow: it is wished on the exposure, so that its first reading leads to its dial.
  const alone = on('fill') ? undefined : form.rows.find((row) => row.on && row.role === 'key')
  if (alone && lightOf(start, alone.light)?.target == null)
    put(alone.light, { target: { light: alone.light, level: 0 } })
  const target = { ...(setup.ratio ?? usual.ratio), ratio: numberOf(form.ratio.replace(/\s*:\s*1$/, '')) }
  if (on('key') && on('fill')) {
    if (!setup.ratio || form.ratio !== before.ratio) put('ratio', { ratio: { target } })
  } else if (setup.ratio) put('ratio', { ratio: {} })
  if (form.room !== before.room) put('room', form.room === 'keep' ? start.room.keep : start.room.remove)
  if (form.ground !== before.ground) {
    const tone = form.ground === 'grey' ? { grey: { level: usual.grey } } : form.ground === 'open' ? null : form.ground
    put('ground', { ground_tone: { tone } })
  }
  return entries
}

function lightPut(
  row: Row,
  now: Light | undefined,
  start: StartOffered,
  usual: Scales['usual'],
  gear: ReturnType<typeof useGear>,
): TypedEntry {
  const length = start.setup.length ?? 'metres'
  const unit = gear.unit(now, row.unit, { [ANY]: usual.strobe })
  const sameUnit = now?.unit && unit && now.unit.name === unit.name
  const same = now?.distance != null && row.distance === inUnit(now.distance, length)
  const distance: Typed<number> | undefined = same
    ? (now.distance ?? undefined)
    : row.distance.trim()
      ? metresOf(row.distance, length)
      : undefined
  return gear.put(
    now,
    { unit, unitId: row.unit, modifierId: row.modifier },
    {
      light: row.light,
      role: row.role,
      dial: sameUnit ? start.lights.find((l) => l.light === row.light)?.dial : undefined,
      distance,
    },
  )
}

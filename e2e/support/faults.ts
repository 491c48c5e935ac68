import type { App } from './app'

const unit = (name: string, more: object) => ({
  name,
  rated: 400,
  scale: { fractions: { lowest: 256, step: 'tenths' } },
  high_speed: true,
  ...more,
})
const tallow = (more = {}) =>
  unit('Tallow 500', {
    pulse: 'voltage',
    supply: { mains: { volts: 230 } },
    lamp: 250,
    words: { dump: 'press Test once', channel: 'hold CH, turn' },
    ...more,
  })
const wick = (more = {}) =>
  unit('Wick 76', {
    recycle: 2.5,
    zoom: { wide: 24, long: 200 },
    supply: { battery: { watt_hours: 2 } },
    words: { channel: 'hold CH, turn, let go' },
    ...more,
  })

const OCTA = { kind: 'octa', size: { round: { diameter: 0.9 } }, loss: 1.5 }

/** Five units, and eleven things that would spoil the first flash. */
export async function faulty(app: App, name: string): Promise<string> {
  const look = await app.begin(name)
  const put = (light: string, of: object, dial: string, rig: object) => ({
    light: { light, role: light, unit: of, dial, modifier: 'Octa 90', distance: 1.5, rig: { ...rig, shape: OCTA } },
  })
  const spill = {
    name: 'Spill',
    link: 'radio',
    groups: 5,
    channels: 32,
    control: 'power',
    lowest: 128,
    step: 'tenths',
    pre_flashes: 1,
    contributes: true,
  }
  const entries = [
    { camera: { aperture: '8', shutter: '1/500', iso: '100', sync: '1/200' } },
    put('key', tallow(), '1/4', { group: 'A', channel: 4 }),
    put('fill', tallow(), '1/8', { group: 'A', channel: 4 }),
    put('rim', wick({ scale: { fractions: { lowest: 256, step: 'thirds' } } }), '1/1', { group: 'C', channel: 3 }),
    put('hair', wick({ slave: { pre_flashes: 0 } }), '1/4', { group: 'F', channel: 4 }),
    put('ground', tallow(), '1/2', { group: 'E', channel: 4 }),
    { transmitter: { transmitter: spill } },
    { supplies: { volts: 230, breaker: 16, pace: 1 } },
    { firing: { high_speed: { camera: true, transmitter: true, units: ['key'] } } },
    { dial: { light: 'ground', dial: '1/4' } },
  ]
  for (const entry of entries) await app.write(look, entry)
  return look
}

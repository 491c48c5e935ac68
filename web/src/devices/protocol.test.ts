import specs from '@asyncapi/specs'
import Ajv, { type ValidateFunction } from 'ajv'
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { describe, expect, it } from 'vitest'
import document from '../../../docs/devices.asyncapi.json'

// AsyncAPI's own schema names JSON Schema's by their addresses: all of them come along.
const schema = (specs as unknown as { schemasWithoutId: Record<string, object> }).schemasWithoutId['3.0.0']

function validator(of: object): ValidateFunction {
  const ajv = new Ajv({ strict: false, allErrors: true, validateFormats: false })
  return ajv.compile(of)
}

describe('the devices’ protocol', () => {
  it('is an AsyncAPI 3.0 document, by the specification’s own schema', () => {
    const valid = validator(schema ?? {})
    expect(valid(document), JSON.stringify(valid.errors?.slice(0, 5))).toBe(true)
    expect(valid({ ...document, channels: { devices: { address: 7 } } })).toBe(false)
  })

  it('describes what the documentation shows, and refuses what it does not know', () => {
    const said = validator({ ...document.components.schemas.FromDevice, components: document.components })
    const id = '0199d2c4-5b7e-7a51-9c3e-2f1d5a6b7c8d'
    const at = '2026-11-30T20:09:00Z'
    const reading = { id, device: 'meter', at, shows: '5.6 1', iso: '100', shutter: '1/160', mode: 'flash' }
    for (const message of [
      { hello: { devices: [{ id: 'meter', kind: 'meter', name: 'Meter at the slipway' }] } },
      { beat: { here: ['meter'] } },
      { reading: { ...reading, of: 'fill', place: 'face' } },
      { state: { device: 'fill', is: { power: '1/16 +0.3', ready: true, battery: 80, group: 'A' } } },
      { done: { command: id } },
      { refused: { command: id, why: 'It is too warm.' } },
    ])
      expect(said(message), JSON.stringify([message, said.errors])).toBe(true)
    for (const message of [
      { reading: { ...reading, colour: 5600 } },
      { reading: { ...reading, mode: 'spot' } },
      { state: { device: 'fill', is: { battery: 101 } } },
      { shout: {} },
    ])
      expect(said(message), JSON.stringify(message)).toBe(false)
  })

  it('is told in words, message by message', () => {
    const words = readFileSync(resolve('../docs/devices.md'), 'utf8')
    for (const name of Object.keys(document.components.messages)) expect(words).toContain(`\`${name}\``)
    for (const order of document.components.schemas.Order.oneOf)
      expect(words).toContain(`\`${Object.keys(order.properties)[0]}\``)
  })
})

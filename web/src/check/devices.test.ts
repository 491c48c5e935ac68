import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api, type CheckFinding, type Entry, type SetupView } from '@/api/client'
import { useBoard } from '@/look/board'
import { keyOf, useDevices } from './devices'

const view = (version: number, setup: object) =>
  ({
    id: 'look',
    setup,
    version,
    board: { lanes: [], next: { lane: 'key' } },
    tape: { items: [] },
  }) as unknown as SetupView

describe('the devices before the first flash', () => {
  beforeEach(() => {
    localStorage.clear()
    setActivePinia(createPinia())
  })

  it('are asked for anew with each setup, and the newest answer stands', async () => {
    const post = vi
      .spyOn(api, 'POST')
      .mockImplementation(((_: string, { body }: { body: object }) =>
        Promise.resolve({ data: { asked: body }, response: new Response() })) as never)
    const devices = useDevices()
    useBoard().accept(view(1, { n: 1 }))
    await flushPromises()
    expect(devices.check).toEqual({ asked: { setup: { n: 1 } } })
    useBoard().accept(view(2, { n: 2 }))
    await flushPromises()
    expect(devices.check).toEqual({ asked: { setup: { n: 2 } } })
    expect(post).toHaveBeenCalledTimes(2)
  })

  it('are ticked by whoever said who they are, and what is no tick is written as it is', () => {
    const write = vi.spyOn(useBoard(), 'write').mockImplementation(() => undefined)
    const devices = useDevices()
    const tick: Extract<Entry, { checked: unknown }> = {
      checked: { device: 'camera', point: 'mode', saw: { right: 'M' } },
    }
    devices.say(tick)
    devices.who = '  Assistant  '
    devices.say(tick)
    devices.say({ dial: { light: 'key', dial: '1/8' } })
    devices.putAside({ device: { unit: 'rim' }, point: 'ready' } as CheckFinding, 'slow is right')
    expect(write.mock.calls.map(([entry]) => entry)).toEqual([
      tick,
      { checked: { ...tick.checked, by: 'Assistant' } },
      { dial: { light: 'key', dial: '1/8' } },
      { checked: { device: { unit: 'rim' }, point: 'ready', saw: { aside: 'slow is right' }, by: 'Assistant' } },
    ])
  })

  it('are told apart: a light may be called as a device is', () => {
    expect(new Set([keyOf('camera'), keyOf('transmitter'), keyOf({ unit: 'transmitter' })]).size).toBe(3)
  })
})

import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { api, type Lane, type SetupView } from '@/api/client'
import { useBoard } from '@/look/board'
import { useHow } from './how'

const lane = (id: string, kind: Lane['kind']) => ({ id, kind, name: id[0]?.toUpperCase() + id.slice(1) }) as Lane
const LANES = [lane('room', 'room'), lane('key', 'light'), lane('fill', 'light'), lane('whole', 'whole')]

describe('how a reading is taken', () => {
  beforeEach(async () => {
    setActivePinia(createPinia())
    localStorage.clear()
    const view = { id: 'look', board: { lanes: LANES }, tape: { items: [] } } as unknown as SetupView
    const choices = {
      receptors: [{ value: 'dome_to_light', words: 'dome to the light' }],
      lamps: [{ value: 'on', words: 'lamps on' }],
    }
    vi.spyOn(api, 'GET').mockImplementation(((path: string) =>
      Promise.resolve({ data: path === '/api/scales' ? { choices } : view, response: new Response() })) as never)
    await useBoard().open('look')
  })
  afterEach(() => {
    useBoard().leave()
    vi.restoreAllMocks()
  })

  it('says nothing where all is as usual', () => {
    const how = useHow(() => LANES[1])
    expect(how.how.value).toBeUndefined()
    expect(how.words.value).toBe('alone')
    expect(how.others.value.map((o) => o.value)).toEqual(['fill'])
  })

  it('says which lights were on and how the meter was held', () => {
    const how = useHow(() => LANES[1])
    how.on.value = ['fill']
    how.receptor.value = 'dome_to_light'
    expect(how.how.value).toMatchObject({ on: ['fill'], receptor: 'dome_to_light' })
    expect(how.words.value).toBe('with fill, dome to the light')
  })

  it('forgets what was on once it is logged or another light is read, and keeps how the meter is held', async () => {
    const subject = ref(LANES[1])
    const how = useHow(() => subject.value)
    how.on.value = ['fill']
    how.receptor.value = 'flat_to_light'
    how.logged()
    expect(how.how.value?.on).toEqual([])
    how.place.value = 'face'
    subject.value = LANES[2]
    await nextTick()
    expect(how.how.value).toMatchObject({ place: undefined, receptor: 'flat_to_light' })
  })

  it('tells when daylight was read, also where nobody types it', () => {
    const how = useHow(() => LANES[0])
    how.lamps.value = 'window'
    expect(how.light.value?.time).toMatch(/^\d\d:\d\d$/)
    how.time.value = '17:40'
    expect(how.light.value?.time).toBe('17:40')
    how.logged()
    expect(how.time.value).toBe('')
    how.lamps.value = 'on'
    expect(how.light.value?.time).toBeUndefined()
  })

  it('says where the room was read, under which lamps, and keeps that for the next place', async () => {
    const subject = ref(LANES[0])
    const how = useHow(() => subject.value)
    expect(how.light.value).toBeUndefined()
    how.place.value = 'ground'
    how.lamps.value = 'on'
    how.kelvin.value = '3000'
    how.from.value = '-90'
    expect(how.how.value).toEqual({ place: 'ground' })
    expect(how.light.value).toEqual({ lamps: 'on', kelvin: 3000, time: undefined, from: -90 })
    expect(how.words.value).toBe('at the ground, lamps on, 3000 K')
    // A light has none of it.
    subject.value = LANES[1]
    await nextTick()
    expect(how.light.value).toBeUndefined()
    subject.value = LANES[0]
    await nextTick()
    expect(how.light.value).toMatchObject({ lamps: 'on', kelvin: 3000 })
  })

  it('has the room alone and the whole with all lights', () => {
    expect(useHow(() => LANES[0]).how.value).toBeUndefined()
    expect(useHow(() => LANES[0]).words.value).toBe('flash off')
    expect(useHow(() => LANES[3]).words.value).toBe('all on')
  })
})

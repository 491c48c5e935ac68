import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Component } from 'vue'
import { api, Refused, type Plan, type PlanLight, type SetupView } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { useBoard } from '@/look/board'
import { usePlan } from '@/plan/store'
import GroundPanel from './GroundPanel.vue'
import LightPanel from './LightPanel.vue'
import PlaceFields from './PlaceFields.vue'
import StartsPanel from './StartsPanel.vue'
import StudioPanel from './StudioPanel.vue'

const studio = {
  sitter: { face: 1.25, facing: 0, chin: 0 },
  camera: { at: { x: 0, y: 1.3, z: 2 }, aim: 1.15, upright: true },
  ground: { kind: 'wall', behind: 2.2, width: 4, reflectance: 0.3 },
  windows: [{ wall: 'left', along: 0.4, width: 1.2 }],
  panels: [],
}
const offers = {
  ground: { kind: 'paper', behind: 2, width: 2.7, reflectance: 0.3 },
  walls: {},
  window: { wall: 'left', along: 0, width: 1.2 },
  panel: { kind: 'white', at: { x: 0.7, y: 1.2, z: 0.2 }, width: 0.9, height: 1.2, facing: -100 },
}
const key = {
  light: 'key',
  role: 'key',
  name: 'Key',
  words: '1.50 m · 45° left',
  at: { x: -0.7, y: 1.9, z: 0.7 },
  around: { distance: 1.523, round: -45, height: 1.9 },
  in_picture: false,
} as unknown as PlanLight
const plan = (more: Partial<Plan> = {}) =>
  ({
    studio,
    offers,
    described: true,
    length: 'metres',
    lights: [key],
    unplaced: [],
    contours: [],
    face: [],
    eyes: [],
    rims: [],
    starts: [],
    ...more,
  }) as unknown as Plan
const view = (findings: unknown[] = []) =>
  ({
    id: 'look',
    version: 3,
    tape: { items: [], earlier: false },
    setup: { lights: [{ id: 'key', role: 'key', place: { at: key.at } }] },
    board: { lanes: [{ id: 'key', kind: 'light' }], next: { lane: 'key' }, findings },
  }) as unknown as SetupView
const refusal = (detail: string, field?: string) =>
  new Refused({ type: 'about:blank', title: 'Refused', status: 422, detail, field })
const settle = () => new Promise((r) => setTimeout(r))

describe('the panels of the plan', () => {
  let board: ReturnType<typeof useBoard>
  let page: VueWrapper
  let served: Plan
  let written: TypedEntry[]
  let refused: Refused | undefined

  beforeEach(() => {
    setActivePinia(createPinia())
    localStorage.clear()
    written = []
    refused = undefined
    served = plan()
    vi.spyOn(api, 'POST').mockImplementation((() =>
      Promise.resolve({ data: { plan: served }, response: new Response() })) as never)
    board = useBoard()
    board.accept(view())
    board.choose('key')
    vi.spyOn(board, 'write').mockImplementation((entry) => void written.push(entry))
    vi.spyOn(board, 'check').mockImplementation(() => Promise.resolve(refused))
    usePlan().look()
  })
  afterEach(() => page.unmount())

  async function show(panel: Component, props: Record<string, unknown> = {}): Promise<void> {
    await settle()
    page = mount(panel, { props, attachTo: document.body })
    await settle()
  }
  /** Another answer of the server, as after somebody else's entry. */
  async function serve(next: Plan): Promise<void> {
    served = next
    board.accept({ ...view(), version: (board.view?.version ?? 0) + 1 })
    await settle()
  }
  const labelled = (label: string) => {
    const found = page.findAll('label').find((l) => l.text() === label)
    return page.get<HTMLInputElement>(`[id="${found?.attributes('for')}"]`)
  }
  const press = (words: string) =>
    page
      .findAll('button')
      .find((b) => b.text() === words || b.attributes('aria-label') === words)
      ?.trigger('click')

  describe('where a light stands', () => {
    const field = (label: string) => page.get<HTMLInputElement>(`[aria-label="${label} of Key"]`)

    it('writes only what was typed, and the rest to the last digit', async () => {
      await show(PlaceFields, { light: key, length: 'metres' })
      expect(field('Distance').element.value).toBe('1.52')
      await field('Round').setValue('−30')
      await page.get('form').trigger('submit')
      await settle()
      expect(written).toEqual([{ placed: { light: 'key', around: { distance: 1.523, round: -30, height: 1.9 } } }])
    })

    it('reads feet, and keeps what is wrong with why', async () => {
      await show(PlaceFields, { light: key, length: 'feet' })
      expect(field('Height').element.value).toBe('6.2')
      refused = refusal('Give a larger distance.')
      await field('Distance').setValue('1')
      await page.get('form').trigger('submit')
      await settle()
      expect(page.get('[role="alert"]').text()).toBe('Give a larger distance.')
      expect([field('Distance').element.value, written]).toEqual(['1', []])
      refused = undefined
      await field('Distance').setValue('6')
      await page.get('form').trigger('submit')
      await settle()
      expect(written).toMatchObject([{ placed: { around: { distance: 1.829, height: 1.9 } } }])
    })

    it('follows what is dragged, but for the field that is being typed in', async () => {
      await show(PlaceFields, { light: key, length: 'metres' })
      await field('Height').setValue('2.2')
      const around = { ...key.around, distance: 1.9, height: 1.7 }
      await page.setProps({ light: { ...key, around } })
      expect([field('Distance').element.value, field('Height').element.value]).toEqual(['1.90', '2.2'])
      // Another light has other numbers.
      await page.setProps({ light: { ...key, light: 'fill', around } })
      expect(field('Distance').element.value).toBe('1.90')
      expect(page.get<HTMLInputElement>('[aria-label="Height of Key"]').element.value).toBe('1.70')
    })

    it('lays a light down and stands it up again', async () => {
      await show(PlaceFields, { light: key, length: 'metres' })
      await press('Turn on its side')
      expect(written).toEqual([{ placed: { light: 'key', place: { at: key.at, lying: true } } }])
    })
  })

  describe('the studio', () => {
    it('writes what was typed, and says what is wrong at its field, in a row too', async () => {
      await show(StudioPanel)
      await labelled('Eyes above floor').setValue('1,4')
      await press('Add a window')
      const along = () => page.findAll('label').filter((l) => l.text() === 'Middle at')
      expect(along()).toHaveLength(2)
      refused = refusal('Give metres.', 'entry.studio.windows[1].along')
      await page.get('form').trigger('submit')
      await settle()
      const second = page.get(`[id="${along()[1]?.attributes('for')}"]`)
      expect(second.attributes('aria-invalid')).toBe('true')
      expect(page.findAll('[aria-invalid="true"]')).toHaveLength(1)
      expect(page.find('[role="alert"]').exists()).toBe(false)
      refused = undefined
      await page.get('form').trigger('submit')
      await settle()
      expect(written).toMatchObject([{ studio: { sitter: { face: 1.4 }, windows: [{}, { wall: 'left', along: 0 }] } }])
      expect(labelled('Eyes above floor').element.value).toBe('1.40')
    })

    it('says in one place what is wrong with no field of it', async () => {
      await show(StudioPanel)
      refused = refusal('The camera stands in the sitter.', 'entry.studio.camera.at')
      await page.get('form').trigger('submit')
      await settle()
      expect(page.get('[role="alert"]').text()).toBe('The camera stands in the sitter.')
    })

    it('keeps what is typed while somebody else writes, and puts back what stands', async () => {
      await show(StudioPanel)
      await labelled('Camera height').setValue('1.62')
      await press('Add a panel')
      await serve(plan({ studio: { ...studio, sitter: { face: 1.5, facing: 0, chin: 0 } } } as never))
      expect(labelled('Eyes above floor').element.value).toBe('1.50')
      expect(labelled('Camera height').element.value).toBe('1.62')
      expect(page.find('[aria-label^="Kind of panel 1"]').exists()).toBe(true)
      await press('Put back')
      await settle()
      expect(labelled('Camera height').element.value).toBe('1.30')
      expect(page.find('[aria-label^="Kind of panel 1"]').exists()).toBe(false)
    })

    it('writes the panel that is offered, once however often it is pressed', async () => {
      await show(StudioPanel)
      await press('Add a panel')
      expect([labelled('To the right').element.value, labelled('Looks').element.value]).toEqual(['0.70', '−100'])
      const form = page.get('form')
      await Promise.all([form.trigger('submit'), form.trigger('submit')])
      await settle()
      expect(written).toMatchObject([{ studio: { panels: [offers.panel] } }])
    })
  })

  describe('the ground', () => {
    const ground = {
      words: 'Ground at −1.2: grey.',
      wish: 'black',
      right: false,
      unknown: ['Hair'],
      spill: [{ name: 'Key', role: 'key', shown: '−1.3' }],
      ways: [
        {
          words: 'Farther from the ground.',
          tone: '−5.4',
          works: true,
          entries: [{ ground_tone: { tone: null } }, { note: { text: 'farther' } }],
        },
        { words: 'A grid of 40° on the key.', tone: '−4.1', works: false, entries: [] },
      ],
    }

    it('says what falls on it, what would give the wish, and does it in one press', async () => {
      served = plan({ ground: ground as never })
      await show(GroundPanel)
      expect(page.text()).toContain('Not as wished. What would give it:')
      expect(page.text()).toContain('Not counted, because nothing is known of it: Hair.')
      expect(page.findAll('li').map((li) => li.classes('text-text-3'))).toEqual([false, true])
      await press('Use')
      expect(written).toEqual(ground.ways[0]?.entries)
    })

    it('writes another wish, and a grey in tenths', async () => {
      served = plan({ ground: { ...ground, wish: { grey: { level: -1.5 } }, right: true } as never })
      await show(GroundPanel)
      const radio = page.findAll('[role="radio"]').find((r) => r.text() === 'White')
      await radio?.trigger('click')
      await page
        .findAll('button')
        .find((b) => b.text() === '+')
        ?.trigger('click')
      expect(written).toEqual([
        { ground_tone: { tone: 'white' } },
        { ground_tone: { tone: { grey: { level: -1.4 } } } },
      ])
    })

    it('asks for the elevation only while it is shown', async () => {
      await show(GroundPanel)
      expect(usePlan().wants.elevation).toBe(true)
      expect(page.text()).toContain('Say under Studio what is behind the sitter')
      page.unmount()
      expect(usePlan().wants.elevation).toBe(false)
      page = mount(GroundPanel)
    })
  })

  it('tells of a light only what follows from where things stand, and mends it', async () => {
    const lower = { placed: { light: 'key', place: { at: { x: 0, y: 1.8, z: 1 } } } }
    board.accept(
      view([
        {
          words: [{ text: 'Dark ' }, { strong: 'sockets' }, { text: '.' }],
          placement: true,
          caution: false,
          remedy: { label: 'Lower it', entry: lower },
        },
        { words: [{ text: 'A boom over the sitter.' }], placement: true, caution: true },
        { words: [{ text: 'A full battery.' }], placement: false, caution: false },
      ]),
    )
    await show(LightPanel)
    const notes = page.findAll('li').map((li) => li.get('p').text())
    expect(notes).toEqual(['Dark sockets.', 'A boom over the sitter.'])
    await press('Lower it')
    expect(written).toEqual([lower])
  })

  it('says of a light that has no place yet that it has none, and puts it where it likely stands', async () => {
    const entry = { placed: { light: 'key', around: { distance: 1.5, round: -45, height: 1.85 } } }
    await show(LightPanel)
    await serve(plan({ lights: [], unplaced: [{ light: 'key', role: 'key', name: 'Key', entry }] } as never))
    expect(page.text()).toContain('It is not on the plan yet.')
    await press('Put it where it likely stands')
    expect(written).toEqual([entry])
  })

  it('begins from an arrangement with all of its entries', async () => {
    const entries = [{ note: { text: 'key' } }, { note: { text: 'fill' } }]
    served = plan({
      starts: [{ name: 'Loop', use_for: 'most faces', words: ['Key 1.5 m', 'Fill 2.2 m'], entries }],
    } as never)
    await show(StartsPanel)
    await settle()
    expect(page.text()).toContain('Fill 2.2 m')
    await press('Begin from Loop')
    expect(written).toEqual(entries)
  })
})

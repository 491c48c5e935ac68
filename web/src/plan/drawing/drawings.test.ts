import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import type { Entry, Plan, Setup } from '@/api/client'
import HeightsDrawing from './HeightsDrawing.vue'
import PlanDrawing from './PlanDrawing.vue'
import { fitted, toPx } from './window'

const light = (id: string, x: number, y: number, z: number) => ({
  light: id,
  role: id,
  name: id === 'key' ? 'Key' : 'Fill',
  at: { x, y, z },
  aim: { x: 0, y: 1.25, z: 0 },
  edge: [
    { x: x - 0.2, y, z },
    { x: x + 0.2, y, z },
  ],
  words: '1.50 m',
  height_words: '1.85 · 30°',
  height_label: '1.85, tilted 30 degrees',
  label: `${id === 'key' ? 'Key' : 'Fill'}, 1.50 m`,
  in_picture: false,
})
const plan = {
  studio: {
    sitter: { face: 1.25, facing: 0, chin: 0 },
    camera: { at: { x: 0, y: 1.3, z: 2 }, aim: 1.15, upright: true },
    ground: { kind: 'paper', behind: 1.5, width: 2.7, reflectance: 0.5 },
    walls: { left: 2, right: 2, behind: 2, before: 3, ceiling: 2.8 },
    windows: [{ wall: 'left', along: 0, width: 1 }],
    panels: [{ kind: 'white', at: { x: 0.7, y: 1.2, z: 0.2 }, width: 0.9, height: 1.2, facing: 90 }],
  },
  length: 'metres',
  lights: [light('key', -0.9, 1.85, 0.9), light('fill', 0.9, 1.6, 1.6)],
  camera: { at: { x: 0, y: 1.3, z: 2 }, field: [], words: '2.00 m', height_words: '1.30' },
} as unknown as Plan
const setup = {
  lights: plan.lights.map((l) => ({ id: l.light, role: l.role, place: { at: l.at } })),
} as unknown as Setup
const extent = { left: -2, right: 2, behind: -2, before: 2.5 }
/** Without a layout a drawing takes this size. */
const size = { width: 400, height: 320 }
const on = (x: number, z: number) => {
  const { x: clientX, y: clientY } = toPx(fitted(extent, size, 14), size, x, z)
  return { clientX, clientY, pointerId: 1, button: 0 }
}

/** Left edge and width of the room as it is drawn. */
function walls(d = '') {
  const xs = [...d.matchAll(/[ML]([-\d.]+)/g)].map((m) => Number(m[1]))
  return { x: Math.min(...xs), width: Math.max(...xs) - Math.min(...xs) }
}

describe('hands and keys on the plan', () => {
  let view: ReturnType<typeof draw>
  afterEach(() => view.unmount())

  function draw(still = false) {
    Element.prototype.setPointerCapture = () => undefined
    return mount(PlanDrawing, { props: { plan, extent, contours: [], chosen: 'key', setup, still }, attachTo: 'body' })
  }
  const named = (label: string) => view.get(`[aria-label^="${label}"]`)
  const moves = () => view.emitted('move')?.map(([entry]) => entry) ?? []
  const nudges = () => view.emitted('nudge')?.map(([entry]) => entry) ?? []

  it('drags a light in steps of five centimetres from where it was taken, and lets it go once', async () => {
    view = draw()
    await named('Fill,').trigger('pointerdown', on(0.92, 1.61))
    expect(view.emitted('choose')).toEqual([['fill']])
    await view.get('svg').trigger('pointermove', on(0.53, 1.24))
    // 0.39 m left and 0.37 m back, from 0.9 and 1.6.
    expect(moves()).toEqual([{ placed: { light: 'fill', place: { at: { x: 0.5, y: 1.6, z: 1.25 } } } }])
    await view.get('svg').trigger('pointerup', on(0.53, 1.24))
    await view.get('svg').trigger('pointerup', on(0.53, 1.24))
    expect(view.emitted('drop')).toHaveLength(1)
  })

  it('moves nothing at a press alone, after Escape, or while an earlier moment is shown', async () => {
    view = draw()
    await named('Key,').trigger('pointerdown', on(-0.9, 0.9))
    await view.get('svg').trigger('pointerup', on(-0.9, 0.9))
    expect(view.emitted('drop')).toBeUndefined()
    await named('Key,').trigger('pointerdown', on(-0.9, 0.9))
    await view.get('svg').trigger('pointermove', on(-0.5, 0.9))
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }))
    await view.get('svg').trigger('pointerup', on(-0.5, 0.9))
    expect(view.emitted('drop')).toBeUndefined()
    view.unmount()
    view = draw(true)
    await named('Key,').trigger('pointerdown', on(-0.9, 0.9))
    await named('Key,').trigger('keydown', { key: 'ArrowLeft' })
    expect([moves(), nudges()]).toEqual([[], []])
  })

  it('moves every thing by keys: light, its aim, camera, sitter, panel', async () => {
    view = draw()
    await named('Key,').trigger('keydown', { key: 'PageUp' })
    await named('Key looks at').trigger('keydown', { key: 'ArrowRight', shiftKey: true })
    await named('Camera').trigger('keydown', { key: 'ArrowDown' })
    await named('The sitter').trigger('keydown', { key: 'ArrowLeft' })
    await named('White panel').trigger('keydown', { key: 'PageDown' })
    await named('White panel').trigger('keydown', { key: 'ArrowUp' })
    await named('White panel').trigger('keydown', { key: 'x' })
    expect(nudges()).toMatchObject([
      { placed: { light: 'key', place: { at: { x: -0.9, y: 1.9, z: 0.9 } } } },
      { placed: { light: 'key', place: { at: { x: -0.9 }, aim: { x: 0.01, y: 1.25, z: 0 } } } },
      { studio: { camera: { at: { x: 0, y: 1.3, z: 2.05 } } } },
      { sitter_moved: { x: -0.05, z: 0 } },
      { studio: { panels: [{ facing: 85 }] } },
      { studio: { panels: [{ at: { x: 0.7, z: 0.15 } }] } },
    ])
    // The room stays and the drawing goes along: steps add up from where the sitter is shown.
    await view.setProps({ moving: { sitter_moved: { x: -0.05, z: 0 } } })
    await named('The sitter').trigger('keydown', { key: 'ArrowUp' })
    expect(nudges().at(-1)).toEqual({ sitter_moved: { x: -0.05, z: -0.05 } })
  })

  it('counts steps on from what is meant, though the server has not drawn it yet', async () => {
    view = draw()
    /** Each step is what the next one finds on the way; the plan stays as it was. */
    const step = async (label: string, key: string) => {
      await named(label).trigger('keydown', { key })
      await view.setProps({ moving: nudges().at(-1) as Entry })
    }
    for (const key of ['ArrowRight', 'ArrowRight', 'PageUp', 'ArrowDown']) await step('Key,', key)
    expect(nudges().at(-1)).toMatchObject({ placed: { light: 'key', place: { at: { x: -0.8, y: 1.9, z: 0.95 } } } })
    await step('Key looks at', 'ArrowLeft')
    await step('Key looks at', 'ArrowLeft')
    expect(nudges().at(-1)).toMatchObject({ placed: { place: { at: { x: -0.8, y: 1.9 }, aim: { x: -0.1, z: 0 } } } })
    await step('Camera', 'ArrowDown')
    await step('White panel', 'PageDown')
    await step('White panel', 'PageDown')
    await step('Camera', 'ArrowDown')
    expect(nudges().at(-1)).toMatchObject({ studio: { camera: { at: { z: 2.1 } }, panels: [{ facing: 80 }] } })
    // While the sitter is on the way all else waits for that.
    await view.setProps({ moving: { sitter_moved: { x: 0.05, z: 0 } } })
    const before = nudges().length
    await named('Camera').trigger('keydown', { key: 'ArrowDown' })
    expect([nudges().length, view.emitted('drop')?.length]).toEqual([before, 1])
  })

  it('holds what the first finger took, and gives up what the system takes away', async () => {
    view = draw()
    const svg = view.get('svg')
    await named('Key,').trigger('pointerdown', on(-0.9, 0.9))
    await named('Fill,').trigger('pointerdown', { ...on(0.9, 1.6), pointerId: 2 })
    await svg.trigger('pointermove', { ...on(1.4, 1.6), pointerId: 2 })
    expect(moves()).toEqual([])
    await svg.trigger('pointermove', on(-0.6, 0.9))
    await svg.trigger('pointerup', { ...on(1.4, 1.6), pointerId: 2 })
    expect(moves()).toMatchObject([{ placed: { light: 'key' } }])
    await svg.trigger('pointercancel', on(-0.6, 0.9))
    await svg.trigger('pointerup', on(-0.6, 0.9))
    expect([view.emitted('drop'), view.emitted('giveUp')?.length]).toEqual([undefined, 1])
  })

  it('looks around by keys where the drawing itself has the focus', async () => {
    view = draw()
    const wall = () => walls(view.get('.walls').attributes('d'))
    const before = wall()
    const svg = view.get('svg')
    await svg.trigger('keydown', { key: 'ArrowRight' })
    expect(wall().x).toBeCloseTo(before.x - 40, 0)
    await svg.trigger('keydown', { key: '+' })
    expect(wall().width).toBeCloseTo(before.width * 1.3, 0)
    await svg.trigger('keydown', { key: 'Home' })
    expect(wall()).toEqual(before)
  })

  it('nears with two fingers, the place between them staying', async () => {
    view = draw()
    const svg = view.get('svg')
    const width = () => walls(view.get('.walls').attributes('d')).width
    const before = width()
    const finger = (pointerId: number, clientX: number) => ({ clientX, clientY: 160, pointerId, button: 0 })
    await svg.trigger('pointerdown', finger(1, 150))
    await svg.trigger('pointerdown', finger(2, 250))
    await svg.trigger('pointermove', finger(2, 300))
    expect(width()).toBeCloseTo(before * 1.5, 0)
    await svg.trigger('pointerup', finger(2, 300))
    await svg.trigger('pointermove', finger(1, 170))
    expect(width()).toBeCloseTo(before * 1.5, 0)
  })
})

describe('hands and keys on the heights', () => {
  it('raises lights and the camera, and lets go once', async () => {
    Element.prototype.setPointerCapture = () => undefined
    const view = mount(HeightsDrawing, { props: { plan, extent, chosen: 'key', setup }, attachTo: 'body' })
    await view.get('[aria-label^="Height of Key"]').trigger('keydown', { key: 'ArrowUp' })
    await view.get('[aria-label^="Height of the camera"]').trigger('keydown', { key: 'PageDown' })
    expect(view.emitted('nudge')?.map(([e]) => e)).toMatchObject([
      { placed: { light: 'key', place: { at: { x: -0.9, y: 1.9, z: 0.9 } } } },
      { studio: { camera: { at: { y: 1.25 } } } },
    ])
    const mark = view.get('[aria-label^="Height of Fill"]')
    await mark.trigger('pointerdown', { clientX: 0, clientY: 50, pointerId: 1, button: 0 })
    await view.get('svg').trigger('pointermove', { clientX: 30, clientY: 30, pointerId: 1 })
    await view.get('svg').trigger('pointerup', { clientX: 30, clientY: 30, pointerId: 1 })
    const [entry] = view.emitted('move')?.[0] as [{ placed: { place: { at: { x: number; y: number } } } }]
    // Only its height, upward, in steps of five centimetres.
    expect(entry.placed.place.at.x).toBe(0.9)
    expect(entry.placed.place.at.y).toBeGreaterThan(1.6)
    expect((entry.placed.place.at.y * 20) % 1).toBeCloseTo(0, 6)
    expect(view.emitted('drop')).toHaveLength(1)
    view.unmount()
  })
})

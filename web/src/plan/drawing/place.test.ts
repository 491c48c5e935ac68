import { describe, expect, it } from 'vitest'
import type { Plan } from '@/api/client'
import { aimed, arrow, bearing, cameraAt, panelAt, shifted, turned } from './place'

const plan = {
  studio: {
    sitter: { face: 1.25, facing: 0, chin: 0 },
    camera: { at: { x: 0, y: 1.3, z: 2 }, aim: 1.15, upright: true },
    windows: [],
    panels: [
      { kind: 'white', at: { x: 0.7, y: 1.2, z: 0.2 }, width: 0.9, height: 1.2, facing: -100 },
      { kind: 'flag', at: { x: -1, y: 1.5, z: -0.4 }, width: 1.2, height: 2, facing: 170 },
    ],
  },
} as unknown as Plan

describe('what the hands write', () => {
  it('moves a light to the millimetre and never under the floor; its aim and how it lies stay', () => {
    const place = { at: { x: 1, y: 2, z: 3 }, aim: { x: 0, y: 1, z: 0 }, lying: true }
    expect(shifted(place, 0.12345, -0.4, 1)).toEqual({ ...place, at: { x: 0.123, y: 0, z: 1 } })
    expect(aimed(place, 0.5, 1.25, 0.1)).toEqual({ ...place, aim: { x: 0.5, y: 1.25, z: 0.1 } })
  })

  it('writes the camera with the rest of the studio as it was', () => {
    const entry = cameraAt(plan, { x: 0.30004, y: -1 })
    expect(entry).toEqual({
      studio: { ...plan.studio, camera: { at: { x: 0.3, y: 0, z: 2 }, aim: 1.15, upright: true } },
    })
  })

  it('changes one panel and no other', () => {
    const { studio } = panelAt(plan, 1, (p) => ({ facing: turned(p.facing, 15) })) as {
      studio: Plan['studio']
    }
    expect(studio.panels?.[0]).toEqual(plan.studio.panels?.[0])
    expect(studio.panels?.[1]).toMatchObject({ kind: 'flag', facing: -175, width: 1.2 })
  })

  it('turns on over the back, and tells a bearing from where something looks', () => {
    expect([turned(170, 20), turned(-170, -20), turned(0, 5)]).toEqual([-170, 170, 5])
    expect([bearing(0, 1, 5), bearing(1, 0, 5), bearing(-1, 1, 5), bearing(0.1, 1, 1)]).toEqual([0, 90, -45, 6])
  })

  it('goes five centimetres a key, one with shift, and knows no other keys', () => {
    expect(arrow('ArrowUp', false)).toEqual([0, -0.05])
    expect(arrow('ArrowRight', true)).toEqual([0.01, 0])
    expect(arrow('a', false)).toBeUndefined()
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { FrameView } from '@/api/client'
import { bracketAround, exposedOf } from './teaching'

const frame = (n: number, shutter: string | undefined, minute: number, camera = 'Loft 35'): FrameView => ({
  picture: `p${n}`,
  entry: `e${n}`,
  at: '2026-11-30T20:00:00Z',
  file: `LOFT${n}.JPG`,
  told: {
    as_shot: { aperture: '8', shutter, iso: '100' },
    clock: `2026-11-30T20:${String(minute).padStart(2, '0')}:00`,
    camera,
  } as FrameView['told'],
  rating: 0,
  width: 96,
  height: 64,
  kept_width: 96,
  kept_height: 64,
})

describe('the bracket around a frame', () => {
  it('is what was shot next to it by the same camera, each exposed otherwise', () => {
    const frames = [
      frame(0, '1/160', 0),
      frame(1, '1/640', 20),
      frame(2, '1/320', 21),
      frame(3, '1/160', 22),
      frame(4, '1/160', 23),
      frame(5, '1/80', 23),
    ]
    expect(bracketAround(frames, 'p2')).toEqual(['p1', 'p2', 'p3'])
    expect(bracketAround(frames, 'p5')).toEqual(['p4', 'p5'])
    expect(bracketAround(frames, 'none')).toEqual([])
    expect(exposedOf(frame(0, undefined, 0))).toBeUndefined()
    expect(bracketAround([frame(0, undefined, 0)], 'p0')).toEqual([])
    expect(bracketAround([frame(0, '1/80', 0), frame(1, '1/40', 1, 'Loft 50')], 'p0')).toEqual(['p0'])
  })

  it('never holds more than a curve has places, two alike, or one from elsewhere', () => {
    const times = ['1/1250', '1/640', '1/320', '1/160', '1/80', '1/40', '1/20', undefined]
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...times), fc.integer({ min: 0, max: 59 })), { maxLength: 30 }),
        fc.nat(29),
        (all, at) => {
          const frames = all.map(([shutter, minute], n) => frame(n, shutter, minute))
          const found = bracketAround(frames, `p${at}`)
          const exposed = found.map((p) => exposedOf(frames.find((f) => f.picture === p) as FrameView))
          expect(found.length).toBeLessThanOrEqual(11)
          expect(new Set(exposed).size).toBe(found.length)
          expect(exposed).not.toContain(undefined)
          const places = found.map((p) => frames.findIndex((f) => f.picture === p))
          expect(places.every((place, n) => n === 0 || place === (places[n - 1] ?? 0) + 1)).toBe(true)
        },
      ),
    )
  })
})

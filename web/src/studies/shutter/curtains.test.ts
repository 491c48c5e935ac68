import { describe, expect, it } from 'vitest'
import type { Study } from '@/api/client'
import { blackRows, openArea, pulseArea, scalesOf } from './curtains'

const shutter = { travel_ms: 4, open_ms: 2.5, flash_ms: 4, end_ms: 10, black: 0.375 } as Study['shutter']
const scales = scalesOf({ width: 500, top: 20, height: 200 }, shutter)

describe('the drawing of the curtains', () => {
  it('has time to the right and the curtains’ start at the foot', () => {
    expect([scales.x(5), scales.y(0), scales.y(1)]).toEqual([250, 220, 20])
  })

  it('opens each row between the two curtains', () => {
    // First curtain from 0 to 4 ms, second from 2.5 to 6.5 ms.
    expect(openArea(scales, shutter)).toBe('M0.0 220.0L200.0 20.0L325.0 20.0L125.0 220.0Z')
  })

  it('blacks out the rows that the second curtain covered first', () => {
    const { y, height } = blackRows(scales, shutter)
    expect([y, height]).toEqual([145, 75])
    // At the upper edge of the band the second curtain has just arrived when the flash comes: 2.5 + 0.375 · 4 = 4 ms.
    expect(2.5 + shutter.black * 4).toBe(shutter.flash_ms)
  })

  it('draws a pulse over its base line, and none where there is none', () => {
    expect(pulseArea(scales, [], 0, 10)).toBe('')
    expect(
      pulseArea(
        scales,
        [
          { ms: 4, level: 1 },
          { ms: 6, level: 0 },
        ],
        18,
        10,
      ),
    ).toBe('M200.0 18.0L200.0 8.0L300.0 18.0L300.0 18.0Z')
  })
})

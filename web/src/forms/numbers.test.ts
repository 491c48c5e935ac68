import { describe, expect, it } from 'vitest'
import { numberOf, scaledNumber } from './numbers'

describe('a number that is typed', () => {
  it('takes a decimal comma and a fraction, and leaves nonsense to the server', () => {
    expect(numberOf(' 6,3 ')).toBe(6.3)
    expect(numberOf('1/800')).toBe(0.00125)
    expect(numberOf('−78')).toBe(-78)
    expect(numberOf('much')).toBe('much')
  })

  it('scales what is a number and leaves the rest as it was typed', () => {
    expect(scaledNumber('12,5', 0.01)).toBeCloseTo(0.125)
    expect(scaledNumber('a lot', 0.01)).toBe('a lot')
  })
})

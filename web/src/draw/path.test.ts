import { expect, it } from 'vitest'
import { path } from './path'

it('runs through its points, and back to the first where it is closed', () => {
  const points = [
    { x: 1, y: 2 },
    { x: 3, y: 4.06 },
  ]
  expect([path(points), path(points, true), path([], true)]).toEqual(['M1.0 2.0L3.0 4.1', 'M1.0 2.0L3.0 4.1Z', ''])
})

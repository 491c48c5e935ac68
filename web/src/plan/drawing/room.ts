import type { Plan } from '@/api/client'

type Studio = Plan['studio']
interface OnFloor {
  x: number
  z: number
}

/** Corners of the room on the floor, from behind on the left, in order; none where its walls are not counted. */
export function wallCorners({ walls }: Studio): OnFloor[] {
  if (!walls) return []
  const [left, right] = [-walls.left, walls.right]
  const [behind, before] = [-walls.behind, walls.before]
  return [
    { x: left, z: behind },
    { x: right, z: behind },
    { x: right, z: before },
    { x: left, z: before },
  ]
}

/** The ground's two ends. */
export function groundEnds({ ground }: Studio): OnFloor[] {
  if (!ground) return []
  const [half, z] = [ground.width / 2, -ground.behind]
  return [
    { x: -half, z },
    { x: half, z },
  ]
}

/** A window's two ends in its wall. */
export function windowEnds(
  { walls }: Studio,
  { wall, along, width }: NonNullable<Studio['windows']>[number],
): [OnFloor, OnFloor] | undefined {
  if (!walls) return undefined
  const on = walls[wall] * (wall === 'left' || wall === 'behind' ? -1 : 1)
  const at = (v: number) => (wall === 'left' || wall === 'right' ? { x: on, z: v } : { x: v, z: on })
  const half = width / 2
  return [at(along - half), at(along + half)]
}

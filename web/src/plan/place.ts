import type { Entry, LightPlace, Plan, PlanLight, Setup } from '@/api/client'

/** Entries that the hands make on a plan. */

export function placeOf(setup: Setup | undefined, light: string): LightPlace | undefined {
  return setup?.lights.find((l) => l.id === light)?.place ?? undefined
}

/** A light at another place; what it looks at, and how it lies, stay. */
export const placed = (light: string, place: LightPlace): Entry => ({ placed: { light, place } })

const round = (v: number) => Math.round(v * 1000) / 1000

export function shifted(place: LightPlace, x: number, y: number, z: number): LightPlace {
  return { ...place, at: { x: round(x), y: round(Math.max(0, y)), z: round(z) } }
}

export function aimed(place: LightPlace, x: number, y: number, z: number): LightPlace {
  return { ...place, aim: { x: round(x), y: round(Math.max(0, y)), z: round(z) } }
}

/** The studio with one part of it changed. */
export const studioWith = (plan: Plan, change: Partial<Plan['studio']>): Entry => ({
  studio: { ...plan.studio, ...change },
})

/** How far an arrow key goes, in x and z metres. */
export function arrow(key: string, fine: boolean): [number, number] | undefined {
  const step = fine ? 0.01 : 0.05
  switch (key) {
    case 'ArrowLeft':
      return [-step, 0]
    case 'ArrowRight':
      return [step, 0]
    case 'ArrowUp':
      return [0, -step]
    case 'ArrowDown':
      return [0, step]
    default:
      return undefined
  }
}

/** The side of the sitter that a label goes to, so that the middle of the drawing stays free. */
export const outward = (light: PlanLight): 'left' | 'right' => (light.at.x < 0 ? 'left' : 'right')

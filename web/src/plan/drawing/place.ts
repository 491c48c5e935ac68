import type { Entry, LightPlace, Plan, PlanLight, Setup } from '@/api/client'

/** Entries that the hands make on a plan. */

export function placeOf(setup: Setup | undefined, light: string): LightPlace | undefined {
  return setup?.lights.find((l) => l.id === light)?.place ?? undefined
}

/**
 * The plan as the hand means it: with what is being moved on it, whether or not the server has drawn that yet. Steps that come faster than
 * answers count on from there. A sitter who is moved takes all coordinates along; what comes of that only the server says.
 */
export function meant(plan: Plan, moving: Entry | undefined): Plan {
  if (!moving) return plan
  if ('studio' in moving) {
    const studio = moving.studio as Plan['studio']
    return { ...plan, studio, camera: { ...plan.camera, at: studio.camera.at } }
  }
  if ('placed' in moving && moving.placed.place) {
    const { light, place } = moving.placed
    return {
      ...plan,
      lights: plan.lights.map((l) => (l.light === light ? { ...l, at: place.at, aim: place.aim ?? l.aim } : l)),
    }
  }
  return plan
}

/** Where a light stands, or is meant to. */
export function placeMeant(setup: Setup | undefined, light: string, moving: Entry | undefined): LightPlace | undefined {
  const to = moving && 'placed' in moving && moving.placed.light === light ? moving.placed.place : undefined
  return to ?? placeOf(setup, light)
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
const studioWith = (plan: Plan, change: Partial<Plan['studio']>): Entry => ({
  studio: { ...plan.studio, ...change },
})

/** The camera somewhere else. */
export function cameraAt(plan: Plan, to: Partial<Plan['camera']['at']>): Entry {
  const { camera } = plan.studio
  const at = { ...camera.at, ...to }
  return studioWith(plan, {
    camera: { ...camera, at: { x: round(at.x), y: round(Math.max(0, at.y)), z: round(at.z) } },
  })
}

export type Panel = NonNullable<Plan['studio']['panels']>[number]

/** One panel changed. */
export function panelAt(plan: Plan, index: number, change: (panel: Panel) => Partial<Panel>): Entry {
  const panels = (plan.studio.panels ?? []).map((p, i) => {
    const now = i === index ? { ...p, ...change(p) } : p
    return { ...now, at: { ...now.at, x: round(now.at.x), z: round(now.at.z) } }
  })
  return studioWith(plan, { panels })
}

/** Degrees turned on, told from −180 to 180. */
export const turned = (degrees: number, by: number): number => ((((degrees + by + 180) % 360) + 360) % 360) - 180

/** Which way something looks, degrees: 0 toward the camera, to the right positive; in steps. */
export const bearing = (x: number, z: number, step: number): number =>
  Math.round((Math.atan2(x, z) * 180) / Math.PI / step) * step

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

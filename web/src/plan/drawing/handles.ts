import type { Entry, Plan, PlanLight, Setup } from '@/api/client'
import { mine } from '@/draw/hold'
import { aimed, arrow, bearing, cameraAt, meant, panelAt, placed, placeMeant, shifted, turned } from './place'
import { snapped } from './window'

/** Where on the floor, metres; `free`: not in steps. */
type EntryAt = (x: number, z: number, free: boolean) => Entry

/** A spot of the floor, in steps. */
const spot = (x: number, z: number, free: boolean) => ({ x: snapped(x, free), z: snapped(z, free) })
/** Pages up and down: one step up, one down. */
const page = (key: string) => Number(key === 'PageUp') - Number(key === 'PageDown')

/** What hands and keys do with the things on the plan: `take` by the pointer, `nudge` by key. */
export function useHandles(on: {
  now: () => { plan: Plan; setup: Setup; gone: { x: number; z: number }; moving?: Entry; still?: boolean }
  floorAt: (event: PointerEvent) => { x: number; z: number }
  choose: (light: string) => void
  nudge: (entry: Entry) => void
  /** What was moved by steps is let go now, not once the hand rests. */
  drop: () => void
  /** From now on what is held goes where the pointer is on the floor. */
  follow: (event: PointerEvent, entry: EntryAt) => void
}) {
  const { now } = on
  /** The plan as it is meant, where something but the sitter may be moved; a sitter who is on the way is let go first, and all else waits. */
  function ready(): Plan | undefined {
    const { plan, moving, still } = now()
    if (still) return undefined
    if (!moving || !('sitter_moved' in moving)) return meant(plan, moving)
    on.drop()
    return undefined
  }
  const place = (light: string) => placeMeant(now().setup, light, now().moving)
  const lightIn = (plan: Plan, light: string) => plan.lights.find((l) => l.light === light)

  function takeLight(event: PointerEvent, l: PlanLight): void {
    on.choose(l.light)
    const [before, plan] = [place(l.light), ready()]
    if (!before || !plan) return
    const here = on.floorAt(event)
    const { at } = lightIn(plan, l.light) ?? l
    const [dx, dz] = [at.x - here.x, at.z - here.z]
    on.follow(event, (mx, mz, free) => {
      const { x, z } = spot(mx + dx, mz + dz, free)
      return placed(l.light, shifted(before, x, before.at.y, z))
    })
  }
  function takeAim(event: PointerEvent, l: PlanLight): void {
    const [before, plan] = [place(l.light), ready()]
    if (!before || !plan) return
    on.follow(event, (mx, mz, free) => {
      const { x, z } = spot(mx, mz, free)
      return placed(l.light, aimed(before, x, l.aim.y, z))
    })
  }
  /** Something of the studio: what else of it was moved and is not drawn yet stays so. */
  function followPart(event: PointerEvent, entry: (plan: Plan) => EntryAt): void {
    const plan = ready()
    if (plan) on.follow(event, entry(plan))
  }
  const takeCamera = (event: PointerEvent) =>
    followPart(event, (plan) => (x, z, free) => cameraAt(plan, spot(x, z, free)))
  const takePanel = (event: PointerEvent, index: number) =>
    followPart(event, (plan) => (x, z, free) => panelAt(plan, index, (p) => ({ at: { ...p.at, ...spot(x, z, free) } })))
  const takeTurn = (event: PointerEvent, index: number) =>
    followPart(
      event,
      (plan) => (x, z, free) =>
        panelAt(plan, index, (p) => ({ facing: bearing(x - p.at.x, z - p.at.z, free ? 1 : 5) })),
    )
  function takeSitter(event: PointerEvent): void {
    if (now().still) return
    on.follow(event, (x, z, free) => ({ sitter_moved: spot(x + now().gone.x, z + now().gone.z, free) }))
  }

  function nudgeLight(event: KeyboardEvent, l: PlanLight, aiming: boolean): void {
    const [by, rise] = [arrow(event.key, event.shiftKey), page(event.key) * 0.05]
    const before = place(l.light)
    if (!before || now().still || (!by && !rise)) return
    mine(event)
    const plan = ready()
    if (!plan) return
    const { at, aim } = lightIn(plan, l.light) ?? l
    const from = aiming ? aim : at
    const to = [from.x + (by?.[0] ?? 0), from.y + rise, from.z + (by?.[1] ?? 0)] as const
    on.nudge(placed(l.light, aiming ? aimed({ ...before, at }, ...to) : shifted(before, ...to)))
  }
  function nudgeCamera(event: KeyboardEvent): void {
    const by = arrow(event.key, event.shiftKey)
    if (!by || now().still) return
    mine(event)
    const plan = ready()
    if (!plan) return
    const { x, z } = plan.camera.at
    on.nudge(cameraAt(plan, { x: x + by[0], z: z + by[1] }))
  }
  function nudgeSitter(event: KeyboardEvent): void {
    const by = arrow(event.key, event.shiftKey)
    if (!by || now().still) return
    mine(event)
    on.nudge({ sitter_moved: { x: now().gone.x + by[0], z: now().gone.z + by[1] } })
  }
  function nudgePanel(event: KeyboardEvent, index: number): void {
    const [by, turn] = [arrow(event.key, event.shiftKey), page(event.key) * 5]
    if (now().still || (!by && !turn)) return
    mine(event)
    const plan = ready()
    if (!plan) return
    const change = panelAt(plan, index, (p) =>
      by ? { at: { ...p.at, x: p.at.x + by[0], z: p.at.z + by[1] } } : { facing: turned(p.facing, turn) },
    )
    on.nudge(change)
  }

  return {
    takeLight,
    takeAim,
    takeCamera,
    takeSitter,
    takePanel,
    takeTurn,
    nudgeLight,
    nudgeCamera,
    nudgeSitter,
    nudgePanel,
  }
}

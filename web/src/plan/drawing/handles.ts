import type { Entry, Plan, PlanLight, Setup } from '@/api/client'
import { mine } from '@/draw/hold'
import { aimed, arrow, bearing, cameraAt, panelAt, placed, placeOf, shifted, turned } from './place'
import { snapped } from './window'

/** Where on the floor, metres; `free`: not in steps. */
type EntryAt = (x: number, z: number, free: boolean) => Entry

/** A spot of the floor, in steps. */
const spot = (x: number, z: number, free: boolean) => ({ x: snapped(x, free), z: snapped(z, free) })
/** Pages up and down: one step up, one down. */
const page = (key: string) => Number(key === 'PageUp') - Number(key === 'PageDown')

/** What hands and keys do with the things on the plan: `take` by the pointer, `nudge` by key. */
export function useHandles(on: {
  now: () => { plan: Plan; setup: Setup; gone: { x: number; z: number }; still?: boolean }
  floorAt: (event: PointerEvent) => { x: number; z: number }
  choose: (light: string) => void
  nudge: (entry: Entry) => void
  /** From now on what is held goes where the pointer is on the floor. */
  follow: (event: PointerEvent, entry: EntryAt) => void
}) {
  const { now } = on
  function follow(event: PointerEvent, entry: EntryAt): void {
    if (!now().still) on.follow(event, entry)
  }

  function takeLight(event: PointerEvent, l: PlanLight): void {
    on.choose(l.light)
    const before = placeOf(now().setup, l.light)
    if (!before) return
    const here = on.floorAt(event)
    const [dx, dz] = [l.at.x - here.x, l.at.z - here.z]
    follow(event, (mx, mz, free) => {
      const { x, z } = spot(mx + dx, mz + dz, free)
      return placed(l.light, shifted(before, x, before.at.y, z))
    })
  }
  function takeAim(event: PointerEvent, l: PlanLight): void {
    const before = placeOf(now().setup, l.light)
    if (!before) return
    follow(event, (mx, mz, free) => {
      const { x, z } = spot(mx, mz, free)
      return placed(l.light, aimed(before, x, l.aim.y, z))
    })
  }
  const takeCamera = (event: PointerEvent) => follow(event, (x, z, free) => cameraAt(now().plan, spot(x, z, free)))
  const takeSitter = (event: PointerEvent) =>
    follow(event, (x, z, free) => ({ sitter_moved: spot(x + now().gone.x, z + now().gone.z, free) }))
  const takePanel = (event: PointerEvent, index: number) =>
    follow(event, (x, z, free) => panelAt(now().plan, index, (p) => ({ at: { ...p.at, ...spot(x, z, free) } })))
  const takeTurn = (event: PointerEvent, index: number) =>
    follow(event, (x, z, free) =>
      panelAt(now().plan, index, (p) => ({ facing: bearing(x - p.at.x, z - p.at.z, free ? 1 : 5) })),
    )

  function nudgeLight(event: KeyboardEvent, l: PlanLight, aiming: boolean): void {
    const place = placeOf(now().setup, l.light)
    const [by, rise] = [arrow(event.key, event.shiftKey), page(event.key) * 0.05]
    if (!place || now().still || (!by && !rise)) return
    mine(event)
    // From where it is shown: several steps add up before they are written.
    const from = aiming ? l.aim : l.at
    const to = [from.x + (by?.[0] ?? 0), from.y + rise, from.z + (by?.[1] ?? 0)] as const
    on.nudge(placed(l.light, aiming ? aimed({ ...place, at: l.at }, ...to) : shifted(place, ...to)))
  }
  function nudgeCamera(event: KeyboardEvent): void {
    const by = arrow(event.key, event.shiftKey)
    if (!by || now().still) return
    mine(event)
    const { x, z } = now().plan.camera.at
    on.nudge(cameraAt(now().plan, { x: x + by[0], z: z + by[1] }))
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
    const change = panelAt(now().plan, index, (p) =>
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

import type { Light, LightPut, Rig, Unit } from '@/api/client'
import type { Typed, TypedEntry } from '@/forms/entry'
import { useKit } from './kit'

/** What a list says where a light keeps what it has, though that is not in the kit. */
export const KEPT = 'kept'

/** What a light's unit is chosen as: a piece of the kit, what it has, or nothing. */
export const unitOf = (light: Light | undefined): string => light?.rig?.kit?.unit ?? (light?.unit ? KEPT : '')

/** The same of its modifier. */
export const modifierOf = (light: Light | undefined): string =>
  light?.rig?.kit?.modifier ?? (light?.modifier ? KEPT : '')

/** Unit and modifier, as they are chosen. */
interface Chosen {
  unit?: Unit
  unitId: string
  modifierId: string
}

/** Unit and modifier of a light as they are chosen, with all that goes with them; what stays stays as it is. */
export function useGear() {
  const kit = useKit()

  /** The unit behind a choice; `others` are units that are in no kit. */
  function unit(light: Light | undefined, chosen: string, others: Record<string, Unit> = {}): Unit | undefined {
    if (light?.unit && chosen === unitOf(light)) return light.unit
    return others[chosen] ?? kit.strobes.find((s) => s.id === chosen)?.sheet
  }

  const modifier = (chosen: string) => kit.modifiers.find((m) => m.id === chosen)?.sheet

  /** The entry that says so. `more` is what else is said of the light; what is said nowhere stays as it is. */
  function put(
    light: Light | undefined,
    chosen: Chosen,
    more: Pick<Typed<LightPut>, 'light' | 'role' | 'dial' | 'distance'>,
    moreRig: Partial<Typed<Rig>> = {},
  ): TypedEntry {
    const rig: Rig = light?.rig ?? {}
    const sheet = modifier(chosen.modifierId)
    const inKit = kit.strobes.some((s) => s.id === chosen.unitId) || chosen.unitId === rig.kit?.unit
    const from =
      chosen.unit && inKit && chosen.unitId !== KEPT
        ? { unit: chosen.unitId, modifier: sheet ? chosen.modifierId : undefined }
        : undefined
    const same = from?.unit === rig.kit?.unit && from?.modifier === (rig.kit?.modifier ?? undefined)
    const learnt = from && kit.calibration(from.unit, from.modifier)
    const kept = chosen.modifierId === KEPT || (chosen.modifierId === rig.kit?.modifier && !sheet)
    return {
      light: {
        unit: chosen.unit,
        modifier: kept ? light?.modifier : sheet?.name,
        ...more,
        rig: {
          ...rig,
          ...moreRig,
          shape: kept ? rig.shape : sheet?.shape,
          kit: from,
          calibration: learnt ?? (same ? rig.calibration : undefined),
        },
      },
    }
  }

  /** The pieces of a light whose sheets were corrected in the kit since they were taken, by name. */
  function corrected(light: Light | undefined): string[] {
    const { unit: id, modifier: on } = light?.rig?.kit ?? {}
    const sheet = kit.strobes.find((s) => s.id === id)?.sheet
    const shape = on ? modifier(on) : undefined
    const differs = (a: unknown, b: unknown) => JSON.stringify(a) !== JSON.stringify(b)
    return [
      ...(sheet && differs(sheet, light?.unit) ? [sheet.name] : []),
      ...(shape && differs(shape.shape, light?.rig?.shape) ? [shape.name] : []),
    ]
  }

  /** Takes a light's pieces anew, as the kit has them now. */
  function anew(light: Light, dial: string | undefined): TypedEntry {
    const unitId = unitOf(light)
    const sheet = kit.strobes.find((s) => s.id === unitId)?.sheet ?? light.unit ?? undefined
    return put(
      light,
      { unit: sheet, unitId, modifierId: modifierOf(light) },
      { light: light.id, role: light.role, dial, distance: light.distance },
    )
  }

  return { unit, modifier, put, corrected, anew }
}

import type { Light, Rig, Unit } from '@/api/client'
import { useKit } from './kit'

/** What a list says where a light keeps what it has, though that is not in the kit. */
export const KEPT = 'kept'

/** What a light's unit is chosen as: a piece of the kit, what it has, or nothing. */
export const unitOf = (light: Light | undefined): string => light?.rig?.kit?.unit ?? (light?.unit ? KEPT : '')

/** The same of its modifier. */
export const modifierOf = (light: Light | undefined): string =>
  light?.rig?.kit?.modifier ?? (light?.modifier ? KEPT : '')

/** Unit and modifier of a light as they are chosen, with all that goes with them; what stays stays as it is. */
export function useGear() {
  const kit = useKit()

  /** The unit behind a choice; `others` are units that are in no kit. */
  function unit(light: Light | undefined, chosen: string, others: Record<string, Unit> = {}): Unit | undefined {
    if (light?.unit && chosen === unitOf(light)) return light.unit
    return others[chosen] ?? kit.strobes.find((s) => s.id === chosen)?.sheet
  }

  const modifier = (chosen: string) => kit.modifiers.find((m) => m.id === chosen)?.sheet

  /** What an entry says of it. */
  function described(light: Light | undefined, chosen: { unit?: Unit; unitId: string; modifierId: string }) {
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
      unit: chosen.unit,
      modifier: kept ? light?.modifier : sheet?.name,
      shape: kept ? rig.shape : sheet?.shape,
      kit: from,
      calibration: learnt ?? (same ? rig.calibration : undefined),
    }
  }

  return { unit, modifier, described }
}

import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import type { Typed } from '@/forms/entry'
import { answered, api, type Calibration, type Gear, type KitItem } from '@/api/client'

export type GearKind = 'strobe' | 'modifier' | 'panel' | 'gel' | 'filter' | 'camera' | 'lens' | 'meter' | 'transmitter'
/** What a kind of gear holds: `GearOf<'gel'>`. */
export type GearOf<K extends GearKind> = Extract<Gear, Record<K, unknown>>[K]

export const kindOf = (gear: Gear): GearKind => Object.keys(gear)[0] as GearKind
export const sheetOf = (gear: Gear): { name: string } => Object.values(gear)[0] as { name: string }

/** The sheet of a piece, where it is of a kind. */
const sheetAs = <K extends GearKind>(gear: Partial<Record<GearKind, unknown>>, kind: K) =>
  gear[kind] as GearOf<K> | undefined

interface Learnt {
  unit: string
  modifier?: string | null
  calibration: Calibration
}

/** Every piece of equipment, and what readings taught of it. */
export const useKit = defineStore('kit', () => {
  const items = shallowRef<KitItem[]>([])
  const learnt = shallowRef<Learnt[]>([])
  /** Pieces that are kept and can't be read. */
  const unreadable = shallowRef<{ id: string; name: string; why: string }[]>([])
  const loaded = shallowRef(false)

  async function load(): Promise<void> {
    const kit = await answered(api.GET('/api/kit'))
    items.value = kit.items
    learnt.value = kit.learnt
    unreadable.value = kit.unreadable
    loaded.value = true
  }

  async function put(id: string, is: Typed<Gear>, retired: boolean): Promise<void> {
    await answered(api.PUT('/api/kit/{id}', { params: { path: { id } }, body: { is: is as Gear, retired } }))
    await load()
  }

  /** Pieces of a kind that are offered, with their ids. */
  function offered<K extends GearKind>(kind: K): { id: string; sheet: GearOf<K> }[] {
    return items.value
      .filter((i) => !i.retired)
      .flatMap(({ id, is }) => {
        const sheet = sheetAs(is, kind)
        return sheet ? [{ id, sheet }] : []
      })
  }

  /** What readings taught of a unit in a modifier. */
  function calibration(unit: string, modifier: string | undefined): Calibration | undefined {
    return learnt.value.find((l) => l.unit === unit && (l.modifier ?? undefined) === modifier)?.calibration
  }

  return {
    items,
    learnt,
    unreadable,
    loaded,
    load,
    put,
    offered,
    calibration,
    strobes: computed(() => offered('strobe')),
    modifiers: computed(() => offered('modifier')),
    gels: computed(() => offered('gel')),
    filters: computed(() => offered('filter')),
    cameras: computed(() => offered('camera')),
    lenses: computed(() => offered('lens')),
    transmitters: computed(() => offered('transmitter')),
  }
})

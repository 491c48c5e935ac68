import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, markRaw, watch } from 'vue'
import { useAsking } from '@/api/asking'
import {
  answered,
  api,
  type Check,
  type CheckCell,
  type CheckedDevice,
  type CheckFinding,
  type Setup,
} from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { useBoard } from '@/look/board'
import { who as in_ } from '@/ui/who'

export type Device = CheckedDevice['device']

/** What tells a device from the others within a look. */
export const keyOf = (device: Device): string => (typeof device === 'string' ? device : `unit ${device.unit}`)

/** The devices of the open look before the first flash, and what a person says of them. */
export const useDevices = defineStore('devices', () => {
  const board = useBoard()
  // Raw: a store would unwrap what lies within.
  const asking = markRaw(useAsking<Setup, Check>((setup) => answered(api.POST('/api/check', { body: { setup } }))))
  /** Who ticks, as this browser's user called themselves. */
  const who = useStorage('ink-lamp.who', '')
  watch(
    () => board.view?.id,
    (_, left) => left && asking.giveUp(),
  )
  watch(
    () => board.setup,
    (setup) => setup && void asking.ask(setup),
    { immediate: true },
  )
  const check = computed(() => asking.answer.value)

  /** Writes what was seen, and who saw it. */
  function say(entry: TypedEntry): void {
    const by = (in_.value.name ?? who.value).trim().slice(0, 60)
    if (by && 'checked' in entry) entry = { checked: { ...entry.checked, by } }
    if (by && 'heeded' in entry) entry = { heeded: { ...entry.heeded, by } }
    board.write(entry)
  }

  /** What a click on a cell says: where there is one thing to say. */
  function press({ press: [only, ...more] }: CheckCell): void {
    if (only && more.length === 0) say(only.entry)
  }

  /** What was chosen of several. */
  function choose(cell: CheckCell, event: Event): void {
    const label = (event.target as HTMLSelectElement).value
    const one = cell.press.find((p) => p.label === label)
    if (one) say(one.entry)
  }

  /** Puts a finding aside, and why. */
  function putAside({ device, point }: CheckFinding, why: string): void {
    say({ checked: { device, point, saw: { aside: why } } })
  }

  return { check, failed: computed(() => asking.failed.value), who, say, press, choose, putAside }
})

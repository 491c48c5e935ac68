import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import {
  answered,
  api,
  type CameView,
  type DeviceOrder,
  type DevicesView,
  type HeldAt,
  type JoinedDevice,
} from '@/api/client'
import { useDeviceWord } from '@/api/following'
import { useNotices } from '@/ui/notices'
import { may } from '@/ui/who'
import { useBoard } from './board'

/** What is metered is said again this often, milliseconds: the server forgets it after ten minutes. */
const AGAIN = 60_000
/** Words of changes that come together are one. */
const TOGETHER = 120

/** Devices that are joined, what came in from them, and what they are asked to do. */
export const useJoined = defineStore('joined', () => {
  const board = useBoard()
  const notices = useNotices()
  const view = shallowRef<DevicesView>()
  const failed = ref<string>()
  /** A device that was asked to do something, until it did. */
  const busy = ref<string>()
  let told: ReadonlySet<string> | undefined

  async function load(): Promise<void> {
    try {
      const look = board.view?.id
      view.value = await answered(api.GET('/api/devices', { params: { query: look ? { look } : {} } }))
      failed.value = undefined
      tellOfAsking(view.value.came)
    } catch (error) {
      failed.value = (error as Error).message
    }
  }

  /** A reading that nobody can place says so once, on whatever page is open. */
  function tellOfAsking(came: CameView[]): void {
    const asks = came.filter((one) => one.went === 'asks')
    const fresh = told && asks.find((one) => !told?.has(one.id))
    if (fresh) notices.say(`${fresh.device}: a reading asks what it is of. It waits under Devices.`, { warn: true })
    told = new Set(asks.map((one) => one.id))
  }

  /** Asks a device to do something; what it refuses is told. True where it was done. */
  async function order(device: Pick<JoinedDevice, 'bridge' | 'id'>, wanted: DeviceOrder): Promise<boolean> {
    busy.value = device.id
    try {
      await answered(
        api.POST('/api/devices/orders', { body: { bridge: device.bridge, device: device.id, order: wanted } }),
      )
      return true
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
      return false
    } finally {
      busy.value = undefined
      await load()
    }
  }

  /** Says what a reading is of that asks; or puts it away. */
  async function place(id: string, to?: { look: string; of: string }): Promise<void> {
    try {
      await answered(api.PUT('/api/devices/readings/{id}', { params: { path: { id } }, body: to ?? {} }))
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
    } finally {
      await load()
    }
  }

  const devices = computed(() => view.value?.devices ?? [])
  const hasMeter = computed(() => devices.value.some((device) => device.kind === 'meter' && device.here))
  return { view, devices, hasMeter, failed, busy, load, order, place }
})

/** Follows what is known of devices while a page is open that shows it. */
export function useJoinedFollowed() {
  const joined = useJoined()
  const board = useBoard()
  const load = useDebounceFn(() => joined.load(), TOGETHER)
  useDeviceWord(() => void load())
  watch(
    () => board.view?.id,
    () => void load(),
    { immediate: true },
  )
  return joined
}

/** Tells the server what is metered on this page, as long as a meter is joined: its readings go there. */
export function useMetered(metered: () => { of?: string; place?: HeldAt } | undefined): void {
  const joined = useJoinedFollowed()
  const board = useBoard()
  const say = useDebounceFn(async () => {
    const [look, now] = [board.view?.id, metered()]
    if (
      !look ||
      !now ||
      !joined.hasMeter ||
      !may('write') ||
      board.looksOn ||
      board.view?.run ||
      document.visibilityState !== 'visible'
    )
      return
    // Out of reach: it is said again with the next change.
    await answered(api.PUT('/api/devices/metered', { body: { look, ...now } })).catch(() => undefined)
  }, 60)
  watch([() => board.view?.id, () => JSON.stringify(metered()), () => joined.hasMeter], () => void say(), {
    immediate: true,
  })
  useIntervalFn(() => void say(), AGAIN)
  const seen = () => void say()
  window.addEventListener('focus', seen)
  onScopeDispose(() => window.removeEventListener('focus', seen))
}

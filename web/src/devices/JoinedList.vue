<script setup lang="ts">
import { computed } from 'vue'
import type { DevicesView, JoinedDevice } from '@/api/client'
import FNumber from '@/draw/FNumber.vue'
import RoleMark from '@/draw/RoleMark.vue'
import StateSign from '@/draw/StateSign.vue'
import { timed } from '@/ui/times'
import { ago, KINDS, told, type Named } from './words'

/** Which devices are joined, whether they live, and what came last from each; then the lights whose units are set by hand. */
const { view, lights, subjects, now } = defineProps<{
  view: DevicesView
  /** The lights of the open look, with the units that they are. */
  lights: (Named & { unit?: string; dial?: string })[]
  subjects: Named[]
  now: Date
}>()
const named = (id: string) => subjects.find((one) => one.id === id)?.name ?? id

interface Row {
  key: string
  kind: string
  name: string
  light?: Named
  how: string
  simulated: boolean
  state: 'here' | 'silent' | 'none'
  says: string
  sign?: string
  last?: ReturnType<typeof told>
  lastAt?: string
  differs?: string
}
function row(device: JoinedDevice): Row {
  const light = lights.find((one) => one.id === device.light)
  const power = device.state.power ?? undefined
  return {
    key: `${device.bridge} ${device.id}`,
    kind: KINDS[device.kind],
    name: light ? `${device.name}, ${light.name.toLowerCase()}` : device.name,
    light,
    how: device.bridge_name,
    simulated: device.simulated,
    state: device.here ? 'here' : 'silent',
    says: device.here ? 'here' : `silent for ${ago(device.sign, now).replace('now', '3 s')}`,
    sign: device.here ? ago(device.sign, now) : undefined,
    last: device.last ? told(device.last.told, named) : undefined,
    lastAt: device.last ? timed('clock', device.last.at) : undefined,
    differs: power && light?.dial && power !== light.dial ? `is at ${power}; the board has ${light.dial}` : power,
  }
}
const rows = computed<Row[]>(() => {
  const joined = view.devices.map(row)
  const by = new Set(view.devices.map((device) => device.light))
  const hand = lights
    .filter((light) => light.unit && !by.has(light.id))
    .map((light) => ({
      key: light.id,
      kind: KINDS.unit,
      name: `${light.unit}, ${light.name.toLowerCase()}`,
      light,
      how: 'by hand',
      simulated: false,
      state: 'none' as const,
      says: 'not connected',
      differs: light.dial,
    }))
  const absent = view.absent.map((bridge) => ({
    key: bridge.id,
    kind: 'Bridge',
    name: bridge.name,
    how: 'pairing',
    simulated: false,
    state: 'silent' as const,
    says: `silent since ${timed('moment', bridge.seen_at)}`,
  }))
  return [...joined, ...hand, ...absent]
})
</script>

<template>
  <section class="card p-4" aria-labelledby="joined">
    <h2 id="joined" class="text-value font-[650]">
      Devices <span class="label ml-2 font-normal text-text-2">what came last from each, and when</span>
    </h2>
    <p v-if="rows.length === 0" class="py-4 text-text-2">None is joined, and no light of an open look has a unit.</p>
    <table v-else class="mt-1 w-full text-left">
      <thead class="max-phone:hidden">
        <tr class="label h-9 text-text-2">
          <th class="w-24 font-normal">Kind</th>
          <th class="font-normal">Name</th>
          <th class="w-26 font-normal">How</th>
          <th class="w-36 font-normal">State</th>
          <th class="w-16 font-normal">Sign</th>
          <th class="w-44 font-normal">Last from it</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="one in rows"
          :key="one.key"
          class="h-12.5 border-t border-line max-phone:grid max-phone:h-auto max-phone:grid-cols-2 max-phone:py-2"
          :class="one.state === 'silent' ? 'border-l-3 border-l-text bg-raise' : ''"
        >
          <td class="text-text-2" :class="one.state === 'silent' ? 'pl-2' : ''">{{ one.kind }}</td>
          <td class="pr-2">
            <b class="flex items-center gap-1.5 font-[650]"
              ><RoleMark v-if="one.light?.role" :role="one.light.role" :size="13" />{{ one.name }}</b
            ><span v-if="one.differs" class="label text-text-2">{{ one.differs }}</span>
          </td>
          <td>
            <span v-if="one.simulated" class="label rounded-key border border-edge px-1">simulated</span>
            <span v-else class="label text-text-2">{{ one.how }}</span>
          </td>
          <td :class="one.state === 'silent' ? 'font-[700]' : ''">
            <StateSign v-if="one.state === 'silent'" state="over" class="mr-1 inline-block" aria-hidden="true" /><span
              v-else
              class="mr-1"
              aria-hidden="true"
              >{{ one.state === 'here' ? '✓' : '–' }}</span
            >{{ one.says }}
          </td>
          <td class="label text-text-2">{{ one.sign }}</td>
          <td>
            <template v-if="one.last"
              ><span>{{ one.last.before }} <FNumber v-if="one.last.shows" :f="one.last.shows" /></span
              ><span class="label block text-text-2">{{ one.lastAt }}</span></template
            >
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { ref, shallowRef } from 'vue'
import { answered, api, type DoorDevice, type DoorView } from '@/api/client'
import NameDialog from '@/forms/NameDialog.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import PushButton from '@/ui/PushButton.vue'
import { timed } from '@/ui/times'
import { ROLES } from '@/ui/who'
import PersonDialog from './PersonDialog.vue'
import { useDoor } from './store'

/** Who is in, as what, when they were seen last; and who comes in with a name. */
defineProps<{ door: DoorView }>()
const store = useDoor()
const now = useNow({ interval: 1000 })
/** Which row asks whether to let it out. */
const asking = ref<string>()
const naming = shallowRef<DoorDevice>()
const adding = ref(false)
const MAY: { value: DoorDevice['role']; words: string }[] = [
  { value: 'assistant', words: 'Assistant' },
  { value: 'guest', words: 'Guest' },
]
const changes = (role: string) => role === 'assistant' || role === 'guest'

/** `now`, `4 s ago`, then when. */
function seen(at: string): { there: boolean; words: string } {
  const seconds = Math.max(0, (now.value.getTime() - Date.parse(at)) / 1000)
  if (seconds < 8) return { there: true, words: 'now' }
  if (seconds < 60) return { there: true, words: `${Math.floor(seconds)} s ago` }
  if (seconds < 3600) return { there: seconds < 300, words: `${Math.floor(seconds / 60)} min ago` }
  return { there: false, words: timed('moment', at) }
}
const came = (device: DoorDevice) =>
  device.person
    ? `signed in as ${device.person}, ${timed('moment', device.created_at)}`
    : `paired ${timed('moment', device.created_at)}`

const path = (id: string) => ({ params: { path: { id } } })
async function letOut(device: DoorDevice): Promise<void> {
  asking.value = undefined
  await store.act(answered(api.DELETE('/api/door/devices/{id}', path(device.id))), `${device.name} is out.`)
}
const give = (device: DoorDevice, role: DoorDevice['role']) =>
  store.act(answered(api.PATCH('/api/door/devices/{id}', { ...path(device.id), body: { role } })))
async function rename(name: string): Promise<void> {
  if (!naming.value) return
  await answered(api.PATCH('/api/door/devices/{id}', { ...path(naming.value.id), body: { name } }))
  await store.load()
}
const takeAway = (id: string, name: string) =>
  store.act(
    answered(api.DELETE('/api/door/people/{id}', path(id))),
    `${name} comes in no longer, and their devices are out.`,
  )
</script>

<template>
  <section class="card p-4.5" aria-labelledby="who-is-in">
    <h2 id="who-is-in" class="text-value font-[650]">
      Who is in <span class="label ml-1 font-normal text-text-2">a device keeps its key until it is let out</span>
    </h2>
    <p v-if="door.devices.length === 0" class="py-5 text-text-2">
      {{ door.owned ? 'Nobody.' : 'Only this device: nobody has set a pass phrase, and whoever sits here is in.' }}
    </p>
    <table v-else class="mt-2 w-full text-left">
      <thead class="max-phone:hidden">
        <tr class="label h-8 text-text-2">
          <th class="font-normal">Device</th>
          <th class="w-38 font-normal">May</th>
          <th class="w-40 font-normal">Last seen</th>
          <th class="w-48"><span class="sr-only">Let out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="device in door.devices"
          :key="device.id"
          class="h-14.5 border-t border-line max-phone:grid max-phone:grid-cols-2 max-phone:gap-2 max-phone:py-2 max-phone:h-auto"
        >
          <td class="max-phone:col-span-2">
            <button
              type="button"
              class="text-value font-[650] hover:underline max-phone:min-h-11"
              :aria-label="`Rename ${device.name}`"
              @click="naming = device"
            >
              {{ device.name }}
            </button>
            <span v-if="device.this" class="label ml-1 text-text-2">this one</span>
            <p class="label text-text-2">{{ came(device) }}</p>
          </td>
          <td class="pr-6">
            <ChoiceList
              v-if="changes(device.role) && !device.this"
              :model-value="device.role"
              :label="`${device.name} may`"
              :options="MAY"
              @update:model-value="(role) => give(device, role)"
            />
            <b v-else class="font-[650]">{{ ROLES[device.role] }}</b>
          </td>
          <td>
            <span aria-hidden="true">{{ device.this || seen(device.seen_at).there ? '✓' : '–' }}</span>
            {{ device.this ? 'now' : seen(device.seen_at).words }}
          </td>
          <td class="text-right max-phone:col-span-2 max-phone:text-left">
            <span v-if="asking === device.id" class="inline-flex gap-2">
              <PushButton @click="letOut(device)">Yes, out</PushButton>
              <PushButton @click="asking = undefined">Keep</PushButton>
            </span>
            <PushButton v-else-if="!device.this" :aria-label="`Let ${device.name} out`" @click="asking = device.id"
              >Let out</PushButton
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="label mt-3 flex flex-wrap gap-x-6 gap-y-1 border-t border-line pt-3 text-text-2">
      <span><b class="font-[650] text-text">Owner</b> everything, and who comes in</span>
      <span
        ><b class="font-[650] text-text">Assistant</b> meters, dials, ticks, notes; no kit, no deleting, no door</span
      >
      <span><b class="font-[650] text-text">Guest</b> looks; writes nothing</span>
    </p>
    <div v-if="door.owned" class="mt-3 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-line pt-3">
      <h3 class="font-[650]">With a name and a pass phrase</h3>
      <span v-for="person in door.people" :key="person.id" class="flex items-center gap-2">
        {{ person.name }} <span class="label text-text-2">{{ ROLES[person.role] }}</span>
        <PushButton
          v-if="person.role !== 'owner'"
          :aria-label="`Take ${person.name}’s pass phrase away`"
          @click="takeAway(person.id, person.name)"
          >Take away</PushButton
        >
      </span>
      <PushButton class="ml-auto" @click="adding = true">Add a person</PushButton>
    </div>
    <NameDialog
      v-if="naming"
      title="Rename the device"
      label="Name of the device"
      action="Rename"
      :name="naming.name"
      :save="rename"
      @close="naming = undefined"
    />
    <PersonDialog v-if="adding" @close="adding = false" />
  </section>
</template>

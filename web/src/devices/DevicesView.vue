<script setup lang="ts">
import { useIntervalFn, useNow, useTitle } from '@vueuse/core'
import { computed, onUnmounted, ref, useTemplateRef, watch } from 'vue'
import { answered, api } from '@/api/client'
import { useBoard } from '@/look/board'
import { useJoinedFollowed } from '@/look/joined'
import LookName from '@/look/LookName.vue'
import AppBar from '@/ui/AppBar.vue'
import PushButton from '@/ui/PushButton.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { useNotices } from '@/ui/notices'
import { usePhone } from '@/ui/phone'
import { may } from '@/ui/who'
import AddDevice from './AddDevice.vue'
import CameIn from './CameIn.vue'
import JoinedList from './JoinedList.vue'
import StandInCamera from './StandInCamera.vue'
import StandInMeter from './StandInMeter.vue'
import { title, type Named } from './words'

/** What is joined, whether it lives, and what came from it; and stand-ins, to work without any of it. */
const { look } = defineProps<{
  /** The look that one came from: stand-ins stand in its studio. */
  look?: string
}>()
const board = useBoard()
const joined = useJoinedFollowed()
const notices = useNotices()
const phone = usePhone()
const keysOpen = ref(false)
const asking = ref(false)
const now = useNow({ interval: 1000 })
const adding = useTemplateRef('adding')
useTitle('Devices · Ink Lamp')
// Signs of life change nothing else: they are looked at while somebody looks.
useIntervalFn(() => void (document.visibilityState === 'visible' && joined.load()), 2500)

watch(
  () => look,
  (now) => now && void board.open(now),
  { immediate: true },
)
onUnmounted(board.leave)
/** As it is open here. */
const open = computed(() => (look && board.view?.id === look ? board.view : undefined))
const subjects = computed<Named[]>(() =>
  (open.value?.board.lanes ?? [])
    .filter((lane) => ['room', 'light', 'whole'].includes(lane.kind))
    .map(({ id, name, role }) => ({ id, name, role: role ?? undefined })),
)
const lights = computed(() =>
  (open.value?.setup.lights ?? []).map((light) => {
    const lane = open.value?.board.lanes.find((one) => one.id === light.id)
    return {
      id: light.id,
      name: lane?.name ?? light.id,
      role: light.role,
      unit: light.unit?.name,
      dial: lane?.dial?.now,
    }
  }),
)
const heading = computed(() => title(joined.devices))
const meter = computed(() => joined.devices.find((device) => device.simulated && device.kind === 'meter'))
const camera = computed(() => joined.devices.find((device) => device.simulated && device.kind === 'camera'))
const standIns = computed(() => [...new Set(joined.devices.filter((d) => d.simulated).map((d) => d.bridge))])

async function leaveOut(): Promise<void> {
  asking.value = false
  try {
    for (const id of standIns.value) await answered(api.DELETE('/api/door/devices/{id}', { params: { path: { id } } }))
    notices.say('The stand-ins are out. With a new code they come in again.')
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
  await joined.load()
}
</script>

<template>
  <div class="mx-auto max-w-400">
    <AppBar :board="open?.id" @keys="keysOpen = true"><LookName v-if="open" /></AppBar>
    <main class="px-2 pb-2">
      <p v-if="joined.failed && !joined.view" class="card p-4.5 text-warn" role="alert">
        {{ joined.failed }} <PushButton @click="joined.load">Try again</PushButton>
      </p>
      <p v-else-if="!joined.view" class="card p-4.5 text-text-2" role="status">Looking for devices …</p>
      <template v-else>
        <header class="card flex min-h-20.5 flex-wrap items-center gap-2 px-4.5 py-3">
          <div class="min-w-0 flex-1 max-phone:basis-full">
            <h1 class="font-voice text-title font-[430]">
              {{ heading.say }}<b v-if="heading.strong" class="font-[700]">{{ heading.strong }}</b>
            </h1>
            <p v-if="heading.strong" class="mt-1 text-text-2">
              A stand-in says what plan and dials give, with the small errors of a real one. What it sends is marked as
              simulated wherever it stands.
            </p>
          </div>
          <template v-if="may('door') && !phone">
            <template v-if="standIns.length > 0">
              <template v-if="asking">
                <PushButton @click="leaveOut">Yes, leave them out</PushButton>
                <PushButton @click="asking = false">Keep them</PushButton>
              </template>
              <PushButton v-else @click="asking = true">Leave the stand-ins out</PushButton>
            </template>
            <PushButton @click="adding?.make()">Add a device</PushButton>
          </template>
        </header>
        <div class="mt-2 grid grid-cols-[minmax(0,1fr)_31rem] items-start gap-2 max-column:grid-cols-1">
          <div class="flex min-w-0 flex-col gap-2 max-phone:order-2">
            <JoinedList :view="joined.view" :lights :subjects :now />
            <AddDevice v-if="may('door') && !phone" ref="adding" />
          </div>
          <div class="grid min-w-0 grid-cols-2 gap-2 max-phone:order-1 max-phone:grid-cols-1">
            <p v-if="(meter || camera) && !open" class="card col-span-2 p-4 text-text-2 max-phone:col-span-1">
              No look is open on this page. Open one: the stand-ins stand in its studio.
            </p>
            <StandInMeter v-if="meter" :meter :subjects :look="open?.id" />
            <StandInCamera v-if="camera && !phone" :camera :lights :look="open?.id" />
            <CameIn class="col-span-2 max-phone:col-span-1" :came="joined.view.came" :subjects :look="open?.id" />
          </div>
        </div>
      </template>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands="[]" />
</template>

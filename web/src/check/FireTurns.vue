<script setup lang="ts">
import { computed, ref } from 'vue'
import type { FireTurn } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import { useDrill } from '@/look/drill'
import { useJoinedFollowed } from '@/look/joined'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import CellSign from './CellSign.vue'
import { useDevices } from './devices'

/** Each unit fires by itself, one after the other, and a person says whether it did. */
const { turns, from = 0 } = defineProps<{ turns: readonly FireTurn[]; from?: number }>()
const emit = defineEmits<{ close: [] }>()
const devices = useDevices()
const at = ref(from)
const turn = computed(() => turns[at.value])
const joined = useJoinedFollowed()
const drill = useDrill()
const light = computed(() => {
  const device = turn.value?.device
  return device && typeof device === 'object' ? device.unit : undefined
})
/** The unit itself, where it is joined: it is fired from here, and says whether it did. */
const unit = computed(() => {
  if (drill.run) return undefined
  return joined.devices.find((one) => one.here && one.kind === 'unit' && one.light === light.value)
})

async function fire(): Promise<void> {
  const now = turn.value
  if (!now || !unit.value) return
  const done = await joined.order(unit.value, { test_fire: {} })
  said(done ? now.fired.entry : now.not.entry, done)
}

/** In a drill the studio itself says whether it fired, and that is written. */
async function fireInDrill(): Promise<void> {
  if (!light.value) return
  const fired = await drill.fire(light.value)
  if (fired && at.value + 1 < turns.length) at.value += 1
  else emit('close')
}

function said(entry: FireTurn['fired']['entry'], goesOn: boolean): void {
  devices.say(entry)
  // One that did not fire is mended first.
  if (goesOn && at.value + 1 < turns.length) at.value += 1
  else emit('close')
}
</script>

<template>
  <ModalDialog open title="Fire each in turn" @close="emit('close')">
    <p class="mt-1 text-text-2">Nobody looks into a light: say aloud that it will flash.</p>
    <ol class="mt-3 divide-y divide-line">
      <li
        v-for="(one, i) in turns"
        :key="i"
        class="flex items-center gap-2 py-2"
        :class="i === at ? '' : 'text-text-2'"
      >
        <RoleMark :role="one.role" :size="14" />
        <span class="min-w-0 flex-1" :class="i === at ? 'font-[650]' : ''">{{ one.say }}</span>
        <CellSign :state="one.state" />
      </li>
    </ol>
    <div v-if="turn" class="mt-4 flex flex-wrap justify-end gap-2">
      <PushButton v-if="unit" :disabled="joined.busy !== undefined" @click="fire">Fire it from here</PushButton>
      <PushButton v-if="drill.run" primary autofocus :disabled="drill.busy" @click="fireInDrill">Fire it</PushButton>
      <template v-else>
        <PushButton @click="said(turn.not.entry, false)">{{ turn.not.label }}</PushButton>
        <PushButton primary autofocus @click="said(turn.fired.entry, true)">{{ turn.fired.label }}</PushButton>
      </template>
    </div>
  </ModalDialog>
</template>

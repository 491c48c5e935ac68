<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import CameraNow from '@/draw/CameraNow.vue'
import AwayBar from '@/look/AwayBar.vue'
import LookName from '@/look/LookName.vue'
import LooksOn from '@/look/LooksOn.vue'
import { useAsItStands } from '@/look/asItStands'
import { useBoard } from '@/look/board'
import AppBar from '@/ui/AppBar.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { later } from '@/ui/later'
import { usePhone } from '@/ui/phone'
import { checkCommands } from './commands'
import CautionList from './CautionList.vue'
import DeskCheck from './DeskCheck.vue'
import PhoneCheck from './PhoneCheck.vue'
import { useDevices } from './devices'

const FireTurns = later(() => import('./FireTurns.vue'))

/** Before the first flash: every device, what would spoil it, and what mends that. */
const { id, part = '' } = defineProps<{ id: string; part?: string }>()
const board = useBoard()
const devices = useDevices()
const router = useRouter()
const keysOpen = ref(false)
/** From whose turn on units fire. */
const firing = ref<number>()
const phone = usePhone()
useAsItStands(() => id)
useTitle(() => (board.view ? `${part ? 'Cautions' : 'Check'} · ${board.view.sitting.name} · Ink Lamp` : 'Ink Lamp'))

function fire(from = 0): boolean {
  const now = devices.check
  if (!now || now.mend > 0 || now.turns.length === 0 || board.still) return false
  firing.value = from
  return true
}
const commands = checkCommands({
  // What has focus takes Enter itself.
  fire: () => !part && !document.activeElement?.matches('a, button, select, input') && fire(),
  leave: () => void router.push({ name: part ? 'check' : 'board', params: { id } }),
})
</script>

<template>
  <PhoneCheck
    v-if="phone && devices.check && !part && devices.check.devices.length > 0"
    :id
    :key="id"
    :check="devices.check"
    @fire="(turn) => (firing = turn)"
  />
  <div v-else class="flex min-h-dvh flex-col">
    <AppBar :board="id" :mend="devices.check?.mend" @keys="keysOpen = true">
      <LookName />
      <CameraNow v-if="board.view" :camera="board.view.board.camera" />
    </AppBar>
    <AwayBar />
    <LooksOn v-if="board.looksOn" class="mx-2 mb-2" />
    <main class="flex-1 px-2 pb-2">
      <p v-if="board.failed ?? devices.failed" class="card px-4.5 py-4 text-warn">
        {{ board.failed ?? devices.failed }}
      </p>
      <CautionList v-else-if="devices.check && part" :id :cautions="devices.check.cautions" />
      <DeskCheck v-else-if="devices.check" :id :check="devices.check" @fire="fire()" />
      <p v-else class="card px-4.5 py-4 text-text-2" role="status">Looking at the devices …</p>
    </main>
  </div>
  <FireTurns
    v-if="firing !== undefined && devices.check"
    :turns="devices.check.turns"
    :from="firing"
    @close="firing = undefined"
  />
  <ViewKeys v-model="keysOpen" :commands />
</template>

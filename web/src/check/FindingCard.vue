<script setup lang="ts">
import { ref } from 'vue'
import type { CheckFinding } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { useDevices } from './devices'

/** What would spoil the flash, what comes of it, and the press that mends it; or why it is left so. */
const { finding, first = false } = defineProps<{ finding: CheckFinding; first?: boolean }>()
const board = useBoard()
const devices = useDevices()
const asking = ref(false)
const why = ref('')

function aside(): void {
  const reason = why.value.trim()
  if (!reason) return
  devices.putAside(finding, reason)
  asking.value = false
}
</script>

<template>
  <div class="py-3">
    <p class="leading-5" :class="finding.spoils ? 'font-[650]' : ''">
      <RoleMark v-if="finding.role" :role="finding.role" :size="14" class="mr-1" /><WordLine :line="finding.words" />
    </p>
    <p v-if="finding.how" class="mt-1 font-[650]">{{ finding.how }}.</p>
    <form v-if="asking" class="mt-2 flex items-end gap-2" @submit.prevent="aside">
      <TextField v-model="why" class="min-w-0 flex-1" label="Why it may stay so" />
      <PushButton :disabled="!why.trim()" @click="aside">Put aside</PushButton>
    </form>
    <div v-else class="mt-2 flex flex-wrap gap-2">
      <PushButton
        v-if="finding.mends"
        :primary="first"
        data-writes
        :disabled="board.still"
        @click="devices.say(finding.mends.entry)"
        >{{ finding.mends.label }}</PushButton
      >
      <PushButton
        v-if="finding.mends?.label !== 'Look again'"
        data-writes
        :disabled="board.still"
        @click="asking = true"
        >Put aside …</PushButton
      >
    </div>
  </div>
</template>

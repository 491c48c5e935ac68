<script setup lang="ts">
import type { CautionTold } from '@/api/client'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import { useDevices } from './devices'

/** Says that somebody acted on a caution, or that it is to be told again. */
const { caution } = defineProps<{ caution: CautionTold }>()
const board = useBoard()
const devices = useDevices()
</script>

<template>
  <PushButton
    v-if="caution.press"
    data-writes
    :disabled="board.still"
    :aria-label="`${caution.press.label}: ${caution.title}`"
    @click="devices.say(caution.press.entry)"
    >{{ caution.press.label }}</PushButton
  >
</template>

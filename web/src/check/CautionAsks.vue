<script setup lang="ts">
import type { CautionTold } from '@/api/client'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import { useDevices } from './devices'

/** Cautions that nobody acted on yet in this sitting, each with what is said once it is done. */
const { cautions } = defineProps<{ cautions: readonly CautionTold[] }>()
const board = useBoard()
const devices = useDevices()
</script>

<template>
  <ul>
    <li v-for="one in cautions" :key="one.caution" class="flex items-center gap-2 py-1">
      <p class="min-w-0 flex-1 leading-4.5 text-warn">
        <b class="font-[650]">{{ one.here.length > 0 ? one.here.join(', ') : one.title }}:</b> {{ one.short }}
      </p>
      <PushButton
        v-if="one.press"
        :disabled="Boolean(board.moment)"
        :aria-label="`${one.press.label}: ${one.title}`"
        @click="devices.say(one.press.entry)"
        >{{ one.press.label }}</PushButton
      >
    </li>
  </ul>
</template>

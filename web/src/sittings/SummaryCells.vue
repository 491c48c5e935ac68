<script setup lang="ts">
import type { Summary } from '@/api/client'
import FNumber from '@/draw/FNumber.vue'
import RoleMark from '@/draw/RoleMark.vue'
import StateSign from '@/draw/StateSign.vue'
import FlatLadder from './FlatLadder.vue'

/** How a sitting stands, in a row of the list: camera, lights, ratio, room, state. */
defineProps<{ summary: Summary }>()
</script>

<template>
  <td class="pr-4 max-[56.25rem]:hidden">
    <template v-if="summary.camera">
      <p class="text-gap font-[650]"><FNumber :f="summary.camera.aperture" /></p>
      <p class="mt-0.5 whitespace-nowrap text-text-2">{{ summary.camera.shutter }} s · ISO {{ summary.camera.iso }}</p>
    </template>
    <span v-else class="text-text-3">not set</span>
  </td>
  <td class="pr-4 max-[56.25rem]:hidden"><FlatLadder :summary="summary" :width="330" :height="52" /></td>
  <td class="pr-4 whitespace-nowrap max-[56.25rem]:hidden">
    <p class="text-gap font-[650]">{{ summary.ratio ?? '–' }}</p>
    <p class="mt-0.5 text-text-2">{{ summary.ratio_words }}</p>
  </td>
  <td class="pr-4 whitespace-nowrap max-[56.25rem]:hidden">
    <RoleMark role="room" :size="12" class="mr-2" />{{ summary.room }}
  </td>
  <td class="pr-4">
    <span class="flex items-center gap-2"><StateSign :state="summary.state" /> {{ summary.words }}</span>
  </td>
</template>

<script setup lang="ts">
import type { Board } from '@/api/client'
import FNumber from './FNumber.vue'

/** The camera's settings in the bar. */
defineProps<{ camera?: Board['camera'] }>()
</script>

<template>
  <div
    v-if="camera"
    role="group"
    aria-label="Camera now"
    class="flex items-baseline gap-3 text-cam font-[650] whitespace-nowrap"
  >
    <FNumber :f="camera.aperture" />
    <span>{{ camera.shutter }}<small class="ml-0.5 text-label font-normal text-text-2">s</small></span>
    <span><small class="mr-1 text-label font-normal text-text-2">ISO</small>{{ camera.iso }}</span>
  </div>
  <p v-else class="text-text-3">camera not set</p>
</template>

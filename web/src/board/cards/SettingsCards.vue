<script setup lang="ts">
import type { Scales } from '@/api/client'
import CameraCard from './CameraCard.vue'
import LaneCard from './LaneCard.vue'
import RatioCard from './RatioCard.vue'
import RoomCard from './RoomCard.vue'

/** The chosen light and what all lights share: camera, room, ratio. */
defineProps<{ scales: Scales }>()
</script>

<template>
  <LaneCard class="min-h-[166px] flex-1" />
  <CameraCard :scales />
  <RoomCard />
  <RatioCard :scales />
</template>

<script setup lang="ts">
import type { Role } from '@/api/client'
import { MARKS, ROLE_COLOURS } from './marks'

/** A light on a drawing: its role's mark, a ring where it is chosen, and room enough for a finger. */
const { size, role } = defineProps<{
  x: number
  y: number
  role: Role
  /** Half the mark, pixels. */
  size: number
  /** How far a finger reaches, pixels. */
  reach: number
  chosen: boolean
}>()
</script>

<template>
  <g :transform="`translate(${x} ${y})`">
    <circle :r="reach" fill="transparent" />
    <circle :r="size + 3" fill="var(--well)" />
    <circle v-if="chosen" :r="size + 6" fill="none" stroke="var(--text)" stroke-width="1.500" />
    <path :d="MARKS[role](size)" :fill="ROLE_COLOURS[role]" />
  </g>
</template>

<script setup lang="ts">
import type { Plan } from '@/api/client'
import { ROLE_COLOURS } from '@/draw/marks'
import RoleMark from '@/draw/RoleMark.vue'

/** Both eyes, larger than life, with the lights in them. */
const { eyes } = defineProps<{ eyes: Plan['eyes'] }>()
/** Millimetres of the eye to units of the drawing; an iris measures 11.7 mm across. */
const MM = 6.2
const IRIS = MM * 5.85
const PUPIL = 13
</script>

<template>
  <div class="grid grid-cols-2 gap-x-3">
    <div v-for="eye in eyes" :key="eye.which" class="flex min-w-0 items-center gap-2.5">
      <svg viewBox="-38 -38 76 76" class="size-18 shrink-0" aria-hidden="true">
        <circle :r="IRIS" fill="var(--well)" stroke="var(--edge)" stroke-width="1.5" />
        <circle :r="PUPIL" fill="var(--text-3)" />
        <template v-for="l in eye.lights" :key="l.light">
          <circle
            v-if="l.seen"
            :cx="l.x * MM"
            :cy="-l.y * MM"
            :r="Math.max((l.width * MM) / 2, 2.5)"
            :fill="ROLE_COLOURS[l.role]"
            stroke="var(--well)"
          />
        </template>
      </svg>
      <div class="label min-w-0">
        <h3 class="text-text-3">{{ eye.which }}</h3>
        <ul>
          <li v-for="l in eye.lights" :key="l.light" class="flex items-baseline gap-1.5">
            <RoleMark :role="l.role" :size="10" />
            <span class="min-w-0"
              ><span class="sr-only">{{ l.role }}: </span>{{ l.words }}</span
            >
          </li>
        </ul>
      </div>
    </div>
    <p v-if="eyes.length === 0" class="col-span-2 text-text-2">No eye looks this way.</p>
  </div>
</template>

<script setup lang="ts">
import { computed, useId } from 'vue'
import type { Study } from '@/api/client'

/** The frame as the shutter leaves it: the band that goes black, and a tail that is lost from edge to edge. */
const { shutter } = defineProps<{ shutter: Study['shutter'] }>()
const W = 216
const H = 144
const black = computed(() => H * shutter.black)
/** The light that loses most shows how uneven it gets. */
const worst = computed(() => shutter.lights.find((l) => l.id === shutter.worst))
/** From the foot, where the second curtain starts, to the top. */
const stops = computed(() => {
  const steps = worst.value?.gradient ?? []
  return steps.map((lost, i) => ({ at: `${(i / Math.max(steps.length - 1, 1)) * 100}%`, dark: 1 - 2 ** lost }))
})
const id = useId()
</script>

<template>
  <figure class="grid gap-2">
    <!-- The surround of every picture is the same grey, in ink and on paper. -->
    <div class="bg-[#777777] p-4.5">
      <svg
        :viewBox="`0 0 ${W} ${H}`"
        class="block w-full"
        role="img"
        :aria-label="`The frame: ${shutter.black_words}. ${worst ? `${worst.name}: ${worst.words}` : ''}`"
      >
        <rect :width="W" :height="H" fill="#b4b4b4" />
        <ellipse :cx="W / 2" :cy="H * 0.42" rx="26" ry="34" fill="#8a8a8a" />
        <path :d="`M${W / 2 - 58} ${H}c4 -44 30 -54 58 -54s54 10 58 54z`" fill="#6f6f6f" />
        <linearGradient :id="id" x1="0" x2="0" y1="1" y2="0">
          <stop v-for="stop in stops" :key="stop.at" :offset="stop.at" stop-color="#000" :stop-opacity="stop.dark" />
        </linearGradient>
        <rect v-if="worst" :width="W" :height="H" :fill="`url(#${id})`" />
        <rect v-if="black > 0.5" :width="W" :y="H - black" :height="black" fill="#0a0a0a" />
      </svg>
    </div>
    <figcaption class="text-text-2">
      {{ shutter.black_words }}.<template v-if="worst">{{ ` ${worst.name}: ${worst.words}.` }}</template>
    </figcaption>
  </figure>
</template>

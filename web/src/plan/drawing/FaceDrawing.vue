<script setup lang="ts">
import { computed } from 'vue'
import type { Plan } from '@/api/client'
import { ROLE_COLOURS } from '@/draw/marks'

/** A face with the nose's shadow of the key, and both eyes, larger than life, with the lights in them. A scheme, not a likeness. */
const { plan, light } = defineProps<{ plan: Plan; light?: string }>()
const face = computed(() => plan.face.find((f) => f.light === light) ?? plan.face[0])
/** Millimetres of the face to pixels. */
const MM = 1.5
const NOSE = { x: 110, y: 128 }
const shadow = computed(() => {
  const nose = face.value?.nose
  if (!nose) return undefined
  const long = Math.hypot(nose.x, nose.y) || 1
  // On the cheek it ends; a long one is drawn as far as the face goes.
  const by = Math.min(long * MM, 62) / long
  return { x: NOSE.x + nose.x * by, y: NOSE.y - nose.y * by, joined: nose.joined }
})
const words = computed(() =>
  !shadow.value
    ? 'no shadow of the nose on the face'
    : shadow.value.joined
      ? 'nose’s shadow: the shadows join'
      : 'nose’s shadow',
)
const EYE = 6.2
const eyes = computed(() =>
  plan.eyes.map((eye) => ({
    ...eye,
    cx: eye.which.startsWith('left') ? 258 : 392,
    lights: eye.lights.map((l) => ({ ...l, r: Math.max((l.width * EYE) / 2, 2.5) })),
  })),
)
const label = computed(() => {
  const parts = [face.value?.words, face.value?.softness]
  for (const eye of plan.eyes) for (const l of eye.lights) parts.push(`${l.role} in the eye ${eye.which}: ${l.words}`)
  return parts.filter(Boolean).join('; ')
})
</script>

<template>
  <svg viewBox="0 0 460 226" class="plot w-full rounded-key bg-well" role="img" :aria-label="label">
    <g transform="translate(-14 0)">
      <ellipse cx="110" cy="110" rx="70" ry="92" fill="none" stroke="var(--edge)" stroke-width="1.500" />
      <path d="M82 92q10 -8 20 0q-10 7 -20 0M118 92q10 -8 20 0q-10 7 -20 0" fill="none" stroke="var(--text-2)" />
      <path d="M92 156q18 9 36 0" fill="none" stroke="var(--text-2)" />
      <path d="M110 96v24q-8 8 -9 10q9 6 18 0" fill="none" stroke="var(--text-2)" />
      <line
        v-if="shadow"
        :x1="NOSE.x"
        :y1="NOSE.y"
        :x2="shadow.x"
        :y2="shadow.y"
        stroke="var(--text)"
        :stroke-width="shadow.joined ? 9 : 6"
        stroke-linecap="round"
        stroke-opacity="0.55"
      />
    </g>
    <text x="8" y="219" class="quiet">{{ words }}</text>
    <g v-for="eye in eyes" :key="eye.which">
      <circle :cx="eye.cx" cy="92" :r="EYE * 5.85" fill="none" stroke="var(--edge)" stroke-width="1.500" />
      <circle :cx="eye.cx" cy="92" r="13" fill="var(--text-3)" />
      <template v-for="l in eye.lights" :key="l.light">
        <circle
          v-if="l.seen"
          :cx="eye.cx + l.x * EYE"
          :cy="92 - l.y * EYE"
          :r="l.r"
          :fill="ROLE_COLOURS[l.role]"
          stroke="var(--well)"
        />
      </template>
      <text :x="eye.cx" y="18" text-anchor="middle" class="quiet">{{ eye.which }}</text>
      <text
        v-for="(l, i) in eye.lights"
        :key="l.light"
        :x="eye.cx"
        :y="152 + i * 17"
        text-anchor="middle"
        class="narrow"
      >
        <tspan :style="{ fill: ROLE_COLOURS[l.role] }" class="role">{{ l.role }}</tspan>
        {{ l.words }}
      </text>
    </g>
    <text v-if="eyes.length === 0" x="325" y="96" text-anchor="middle">no eye looks this way</text>
  </svg>
</template>

<style scoped>
.role {
  font-weight: 650;
}
.narrow {
  font-size: 11px;
  font-stretch: 80%;
}
</style>

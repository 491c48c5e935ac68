<script setup lang="ts">
import { computed } from 'vue'
import type { TapeLine } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import { ROLE_COLOURS } from '@/draw/marks'

/** The mark before an item: a reading's shape, a move's arrow, a camera, a frame, a pencil stroke, a warning. */
const { line, hollow = false } = defineProps<{ line: TapeLine; hollow?: boolean }>()
const colour = computed(() => (line.role ? ROLE_COLOURS[line.role] : 'var(--text-2)'))
</script>

<template>
  <RoleMark
    v-if="line.role && line.kind !== 'up' && line.kind !== 'down'"
    :role="line.role"
    :size="12"
    :form="hollow || line.kind === 'choice' ? 'hollow' : 'filled'"
  />
  <svg v-else viewBox="0 0 12 12" class="size-3" fill="none" :stroke="colour" stroke-width="1.700" aria-hidden="true">
    <path v-if="line.kind === 'up'" d="M6 11V1.500M2.500 5L6 1.500L9.500 5" />
    <path v-else-if="line.kind === 'down'" d="M6 1v9.500M2.500 7L6 10.500L9.500 7" />
    <path
      v-else-if="line.kind === 'camera'"
      d="M1 4h3l1-2h2l1 2h3v6H1z"
      :fill="hollow ? 'none' : colour"
      stroke-width="1.200"
    />
    <rect
      v-else-if="line.kind === 'frame'"
      x="1.500"
      y="2"
      width="9"
      height="8"
      :fill="hollow ? 'none' : 'var(--line-2)'"
      stroke-width="1.200"
    />
    <path v-else-if="line.kind === 'note'" d="M2 3h8M2 6h8M2 9h5" stroke-width="1.300" />
    <path v-else-if="line.kind === 'unreadable'" d="M6 1v6M6 9.500v1.500" stroke="var(--warn)" />
    <circle v-else cx="6" cy="6" r="3.500" stroke-width="1.300" />
  </svg>
</template>

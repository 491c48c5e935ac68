<script setup lang="ts">
import type { Role } from '@/api/client'
import { MARKS, ROLE_COLOURS, type MarkForm } from './marks'
import { rem } from './measure'

/** A role's mark on its own: shape and colour both say whose it is. */
const { role, form = 'filled', size = 14 } = defineProps<{ role: Role; form?: MarkForm; size?: number }>()
</script>

<template>
  <svg
    class="inline-block shrink-0 align-[-0.12em]"
    viewBox="-12 -12 24 24"
    :width="rem(size)"
    :height="rem(size)"
    aria-hidden="true"
  >
    <path
      :d="MARKS[role](form === 'filled' ? 9.5 : 8.6)"
      :fill="form === 'filled' ? ROLE_COLOURS[role] : 'var(--well)'"
      :stroke="form === 'filled' ? 'none' : ROLE_COLOURS[role]"
      :stroke-width="form === 'filled' ? 0 : 2.6"
      stroke-linejoin="round"
    />
  </svg>
</template>

<script setup lang="ts">
import type { Span } from '@/api/client'
import FNumber from './FNumber.vue'
import RoleMark from './RoleMark.vue'

/** A line of words as the board says it. */
defineProps<{ line: Span[] }>()
</script>

<template>
  <template v-for="(span, i) in line" :key="i">
    <span v-if="'text' in span" class="whitespace-pre-wrap">{{ span.text }}</span>
    <b v-else-if="'strong' in span" class="font-[750] whitespace-pre-wrap">{{ span.strong }}</b>
    <b v-else-if="'f' in span" class="font-[650] text-text"><FNumber :f="span.f" /></b>
    <RoleMark v-else-if="'mark' in span" :role="span.mark" class="mr-1" />
  </template>
</template>

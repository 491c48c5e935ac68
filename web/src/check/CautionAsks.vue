<script setup lang="ts">
import type { CautionTold } from '@/api/client'
import CautionPress from './CautionPress.vue'

/** Cautions that nobody acted on yet in this sitting, each with what is said once it is done. */
const { cautions } = defineProps<{ cautions: readonly CautionTold[] }>()
</script>

<template>
  <ul>
    <li v-for="one in cautions" :key="one.caution" class="flex items-center gap-2 py-1">
      <p class="min-w-0 flex-1 leading-4.5 text-warn">
        <b class="font-[650]">{{ one.here.length > 0 ? one.here.join(', ') : one.title }}:</b> {{ one.short }}
      </p>
      <CautionPress :caution="one" />
    </li>
  </ul>
</template>

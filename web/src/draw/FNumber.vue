<script setup lang="ts">
import type { FNumber } from '@/api/client'

/** An f-number in the trade's notation: ƒ, the whole stop, its tenths small and raised. */
defineProps<{ f: FNumber }>()
</script>

<template>
  <span class="whitespace-nowrap"
    ><span class="sr-only">{{ f.words }}</span
    ><span aria-hidden="true"
      ><i class="mr-[0.06em] font-voice text-[1.04em] font-medium">ƒ</i>{{ f.number
      }}<sup v-if="f.tenths != null">{{ f.tenths }}</sup></span
    ></span
  >
</template>

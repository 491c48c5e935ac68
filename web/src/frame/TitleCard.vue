<script setup lang="ts">
import { usePhone } from '@/ui/phone'

/** What a picture says and what is to be done about it, over it: a sentence, a line of why, and the presses that go with them. */
defineProps<{ named: string }>()
const phone = usePhone()
</script>

<template>
  <section
    class="card flex items-center gap-x-4 gap-y-2 px-4.5 py-2"
    :class="phone ? 'flex-wrap' : ''"
    :aria-label="named"
  >
    <p class="min-w-0 flex-1" :class="phone ? 'basis-full' : ''">
      <span class="block font-voice text-[1.625rem] leading-8" aria-live="polite"><slot name="say" /></span>
      <span class="label text-text-2"><slot name="why" /></span>
    </p>
    <slot />
  </section>
</template>

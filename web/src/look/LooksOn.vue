<script setup lang="ts">
import { who } from '@/ui/who'

/** In place of what a guest may not do: why it is not there. */
</script>

<template>
  <section class="card flex flex-col justify-center gap-1 px-4.5 py-3" aria-label="You look on">
    <p class="font-[650]">You look on as a guest.</p>
    <p class="text-text-2">
      Readings, dials and ticks are for the owner and assistants<template v-if="who.name"
        >; {{ who.name }} can be let in as one at the door</template
      >. What they write is seen here at once.
    </p>
  </section>
</template>

<script setup lang="ts">
/** Hatch of the zone that clips, dots of the zone that reads as black; `id` keeps them apart where a page has several. */
defineProps<{ id: string }>()
</script>

<template>
  <defs>
    <pattern :id="`${id}-clip`" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width="7" height="7" fill="var(--zone-hi)" />
      <path d="M0 0v7" stroke="var(--zone-hi-l)" stroke-width="1.6" />
    </pattern>
    <pattern :id="`${id}-black`" width="6" height="6" patternUnits="userSpaceOnUse">
      <rect width="6" height="6" fill="var(--zone-lo)" />
      <circle cx="1.5" cy="1.5" r="0.8" fill="var(--zone-lo-l)" />
    </pattern>
  </defs>
</template>

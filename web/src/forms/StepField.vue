<script setup lang="ts">
/** A value with a step down and a step up beside it. */
const { label, down, up } = defineProps<{ label: string; down?: boolean; up?: boolean }>()
const emit = defineEmits<{ down: []; up: [] }>()
</script>

<template>
  <div class="flex min-w-0 items-stretch" role="group" :aria-label="label">
    <button
      type="button"
      class="h-8 max-[719px]:h-11 w-8 max-[719px]:w-11 shrink-0 rounded-l-key border border-line-2 text-head hover:border-edge disabled:cursor-default disabled:text-text-3 disabled:opacity-60"
      :aria-label="`${label} down`"
      :disabled="!down"
      @click="emit('down')"
    >
      −
    </button>
    <div
      class="flex h-8 max-[719px]:h-11 min-w-0 flex-1 items-center justify-center border-y border-line-2 bg-field px-1 text-head font-[650] whitespace-nowrap"
    >
      <slot />
    </div>
    <button
      type="button"
      class="h-8 max-[719px]:h-11 w-8 max-[719px]:w-11 shrink-0 rounded-r-key border border-line-2 text-head hover:border-edge disabled:cursor-default disabled:text-text-3 disabled:opacity-60"
      :aria-label="`${label} up`"
      :disabled="!up"
      @click="emit('up')"
    >
      +
    </button>
  </div>
</template>

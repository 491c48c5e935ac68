<script setup lang="ts">
/** A button. There is one primary action on a view at most. */
const { primary = false, disabled = false } = defineProps<{ primary?: boolean; disabled?: boolean }>()
</script>

<template>
  <button
    type="button"
    class="inline-flex h-8 max-phone:h-11 max-phone:min-w-11 shrink-0 items-center justify-center gap-2 rounded-key border px-3 text-body font-[650] whitespace-nowrap disabled:cursor-default disabled:opacity-50"
    :class="
      primary
        ? 'border-act bg-act text-act-t'
        : 'border-line-2 bg-card text-text hover:border-edge aria-pressed:border-edge aria-pressed:bg-raise'
    "
    :disabled="disabled"
  >
    <slot />
  </button>
</template>

<script setup lang="ts">
import { useNotices } from './notices'
import PushButton from './PushButton.vue'

const notices = useNotices()

function act(): void {
  const run = notices.now?.action?.run
  notices.clear()
  run?.()
}
</script>

<template>
  <div class="pointer-events-none fixed inset-x-0 bottom-16 z-30 flex justify-center px-4" aria-live="polite">
    <div
      v-if="notices.now"
      class="pointer-events-auto flex max-w-[70ch] items-center gap-3 rounded-card border border-edge bg-card py-2 pr-2 pl-4"
    >
      <p class="text-body" :class="notices.now.warn ? 'text-warn' : 'text-text'">{{ notices.now.words }}</p>
      <PushButton v-if="notices.now.action" @click="act">{{ notices.now.action.label }}</PushButton>
      <PushButton @click="notices.clear">Close</PushButton>
    </div>
  </div>
</template>

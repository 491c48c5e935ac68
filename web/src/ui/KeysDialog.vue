<script setup lang="ts">
import { computed } from 'vue'
import type { Command } from './commands'
import { usePreferences } from './preferences'
import KeyCap from './KeyCap.vue'
import ModalDialog from './ModalDialog.vue'
import PushButton from './PushButton.vue'
import SegmentedChoice from './SegmentedChoice.vue'
import { ROLES, who } from './who'

/** All keys, and the few things that can be set. */
defineProps<{ commands: readonly Command[] }>()
const emit = defineEmits<{ close: [] }>()
const preferences = usePreferences()

const letters = computed({
  get: () => (preferences.singleKeys ? 'on' : 'off'),
  set: (now) => {
    preferences.singleKeys = now === 'on'
  },
})
</script>

<template>
  <ModalDialog open title="Keys and settings" @close="emit('close')">
    <dl class="mt-4 grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-1.5">
      <template v-for="{ caps, words } in commands" :key="words">
        <dt class="flex gap-1">
          <KeyCap v-for="cap in caps" :key="cap">{{ cap }}</KeyCap>
        </dt>
        <dd class="text-text-2">{{ words }}</dd>
      </template>
    </dl>
    <div class="mt-5 grid grid-cols-[1fr_auto] items-center gap-3 border-t border-line pt-4">
      <span class="text-text-2">Single letters and digits as keys</span>
      <SegmentedChoice
        v-model="letters"
        label="Single letters as keys"
        class="w-40"
        :options="[
          { value: 'on', words: 'on' },
          { value: 'off', words: 'off' },
        ]"
      />
    </div>
    <p v-if="who.role && who.name" class="mt-4 flex items-center gap-3 border-t border-line pt-4 text-text-2">
      <span class="flex-1">{{ who.name }} is in as {{ ROLES[who.role].toLowerCase() }}.</span>
      <RouterLink
        :to="{ name: 'out' }"
        class="inline-flex h-8 items-center rounded-key border border-line-2 px-3 font-[650] text-text max-phone:h-11"
        >Sign out</RouterLink
      >
    </p>
    <div class="mt-4 flex justify-end"><PushButton @click="emit('close')">Close</PushButton></div>
  </ModalDialog>
</template>

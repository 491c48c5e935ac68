<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { usePreferences } from './preferences'
import KeyCap from './KeyCap.vue'
import { may, ROLES, who } from './who'

/** The bar at the head of every view: where one is, and how it is lit. */
const {
  board,
  mend = 0,
  bare = false,
} = defineProps<{
  board?: string
  phone?: boolean
  mend?: number
  /** Nobody is in: there is nowhere to go yet. */
  bare?: boolean
}>()
const emit = defineEmits<{ keys: []; phone: [] }>()
const preferences = usePreferences()
const route = useRoute()
const views = computed(() => [
  ...(board
    ? [
        { name: 'Board', to: { name: 'board', params: { id: board } }, here: route.name === 'board' },
        { name: 'Plan', to: { name: 'plan', params: { id: board } }, here: route.name === 'plan' },
        { name: 'Ways', to: { name: 'ways', params: { id: board } }, here: route.name === 'ways' },
        { name: 'Frame', to: { name: 'frame', params: { id: board } }, here: route.name === 'frame' },
        {
          name: 'Check',
          to: { name: 'check', params: { id: board } },
          here: ['check', 'cautions'].includes(String(route.name)),
        },
      ]
    : []),
  { name: 'Sittings', to: { name: 'sittings' }, here: route.name === 'sittings' },
  { name: 'Practice', to: { name: 'practice' }, here: ['practice', 'tried'].includes(String(route.name)) },
  { name: 'Kit', to: { name: 'kit' }, here: route.name === 'kit' },
  {
    name: 'Devices',
    to: { name: 'devices', query: board ? { look: board } : {} },
    here: route.name === 'devices',
  },
  // On a look's own views it stands in the sitting's menu.
  ...(may('door') && ['sittings', 'practice', 'kit', 'devices', 'door'].includes(String(route.name))
    ? [{ name: 'Door', to: { name: 'door' }, here: route.name === 'door' }]
    : []),
])
</script>

<template>
  <header class="flex min-h-11 flex-wrap items-center gap-1 px-2">
    <RouterLink
      to="/"
      class="mr-3 flex items-center gap-2 rounded-key px-2 font-voice whitespace-nowrap text-cam font-bold"
    >
      <svg viewBox="0 0 14 20" class="h-4.5 w-3.25" aria-hidden="true">
        <path d="M7 1c3.700 4.600 6 7.900 6 11.600a6 6 0 0 1-12 0C1 8.900 3.300 5.600 7 1z" fill="currentColor" />
        <path d="M7 5.200v11.900a4.500 4.500 0 0 0 4.400-4.600C11.400 10 9.600 8.300 7 5.200z" fill="var(--page)" />
      </svg>
      Ink Lamp
    </RouterLink>
    <nav v-if="!bare" class="flex min-w-0 flex-wrap gap-1" aria-label="Views">
      <RouterLink
        v-for="view in views"
        :key="view.name"
        :to="view.to"
        class="flex h-7.5 items-center rounded-key px-2.5 text-text-2"
        :class="view.here ? 'bg-raise font-[650] !text-text' : ''"
        :aria-current="view.here ? 'page' : undefined"
        >{{ view.name
        }}<b
          v-if="view.name === 'Check' && mend > 0"
          class="ml-1 font-[650] text-text"
          :aria-label="`${mend} to mend`"
          >{{ mend }}</b
        ></RouterLink
      >
      <button
        v-if="phone"
        type="button"
        class="flex h-7.5 items-center rounded-key px-2.5 text-text-2"
        @click="emit('phone')"
      >
        Phone
      </button>
    </nav>
    <div class="ml-auto flex min-w-0 items-center justify-end gap-4 max-[47.5rem]:flex-wrap">
      <slot />
      <span v-if="!bare && who.role && who.role !== 'owner'" class="label whitespace-nowrap text-text-2">{{
        ROLES[who.role]
      }}</span>
      <div class="flex items-center gap-1 border-l border-line-2 pl-3">
        <button
          type="button"
          class="label flex h-8 items-center gap-2 rounded-key px-1 text-text-2"
          @click="preferences.toggleTheme"
        >
          {{ preferences.theme === 'ink' ? 'Ink' : 'Paper' }} <KeyCap>T</KeyCap>
        </button>
        <button
          type="button"
          class="label flex h-8 items-center rounded-key px-1 text-text-2"
          aria-label="Keys and settings"
          @click="emit('keys')"
        >
          <KeyCap>?</KeyCap>
        </button>
      </div>
    </div>
  </header>
</template>

<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'

/** What can be done with a sitting besides opening it. */
defineProps<{ number: number }>()
const emit = defineEmits<{ copy: []; rename: []; remove: [] }>()
const ITEMS = [
  { words: 'Copy as a start', run: () => emit('copy') },
  { words: 'Rename', run: () => emit('rename') },
  { words: 'Delete', run: () => emit('remove') },
]
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="h-8 w-8 rounded-key text-cam leading-none" :aria-label="`More of sitting ${number}`"
      >⋯</MenuButton
    >
    <MenuItems class="absolute right-0 z-30 mt-1 min-w-44 rounded-key border border-edge bg-field py-1 outline-none">
      <MenuItem v-for="item in ITEMS" :key="item.words" v-slot="{ active }">
        <button
          type="button"
          class="flex h-8 w-full items-center px-3"
          :class="active ? 'bg-raise' : ''"
          @click="item.run"
        >
          {{ item.words }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

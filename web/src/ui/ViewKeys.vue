<script setup lang="ts">
import { everywhere, useCommands, type Command } from './commands'
import { later } from './later'

/** Listens for a view's keys and those of every view, and shows the list of them. */
const { commands } = defineProps<{ commands: readonly Command[] }>()
const open = defineModel<boolean>({ required: true })
const KeysDialog = later(() => import('./KeysDialog.vue'))
const all = [...commands, ...everywhere(() => (open.value = true))]
useCommands(all)
</script>

<template>
  <KeysDialog v-if="open" :commands="all" @close="open = false" />
</template>

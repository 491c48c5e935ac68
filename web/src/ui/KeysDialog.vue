<script setup lang="ts">
import { computed } from 'vue'
import { usePreferences } from './preferences'
import KeyCap from './KeyCap.vue'
import ModalDialog from './ModalDialog.vue'
import PushButton from './PushButton.vue'
import SegmentedChoice from './SegmentedChoice.vue'

/** All keys, and the few things that can be set. */
const { at } = defineProps<{ at: 'board' | 'plan' | 'ways' | 'sittings' | 'kit' }>()
const emit = defineEmits<{ close: [] }>()
const preferences = usePreferences()

const BOARD: [string[], string][] = [
  [['1', '…', '8'], 'lane; with Alt while the meter entry has focus'],
  [['R', 'K', 'F', 'I', 'G', 'H', 'W'], 'room, key, fill, rim, ground, hair, whole'],
  [['M'], 'meter entry'],
  [['Enter'], 'log the reading'],
  [['Esc'], 'leave the entry, put a draft away, back to now'],
  [['D'], 'dialled: do the next move'],
  [['Z'], 'undo; with Shift: redo'],
  [['[', ']'], 'target down or up 0.1; with Shift: 1 stop'],
  [['−', '='], 'power of the chosen light, one step'],
  [['O'], 'keep or remove the room'],
  [['Y'], 'ways to the wish for the room'],
  [['L'], 'the plan, large'],
  [['←', '↑', '→', '↓'], 'on the plan: 5 cm; with Shift 1 cm; page keys: up, down'],
]
const PLAN: [string[], string][] = [
  [['1', '…', '4'], 'light, ground, studio, begin from'],
  [['K', 'F', 'I', 'G', 'H'], 'key, fill, rim, ground, hair'],
  [['Tab'], 'from panel to sitter, camera, light, its aim; in the side view too'],
  [['←', '↑', '→', '↓'], '5 cm; with Shift 1 cm'],
  [['Page ↑', 'Page ↓'], 'a light: up or down 5 cm; a panel: turn 5°'],
  [['+', '−', 'Home'], 'on the drawing itself: nearer, farther, all; arrows look elsewhere'],
  [['A'], 'lines of all lights together'],
  [['Z'], 'undo; with Shift: redo'],
  [['L', 'Esc'], 'back to the board; Esc first gives up what is being moved'],
]
const WAYS: [string[], string][] = [
  [['1', '…', '5'], 'ways, shutter, freeze, colour, no flash'],
  [['O'], 'keep or remove the room'],
  [['Z'], 'undo; with Shift: redo'],
  [['Y', 'Esc'], 'back to the board'],
]
const EVERYWHERE: [string[], string][] = [
  [['T'], 'ink or paper'],
  [['?'], 'these keys'],
]
const SITTINGS: [string[], string][] = [
  [['/'], 'find a sitting'],
  [['N'], 'new sitting'],
]
const KIT: [string[], string][] = [
  [['/'], 'find in the kit'],
  [['N'], 'add a piece of this kind'],
]
const here = computed(() => ({ board: BOARD, plan: PLAN, ways: WAYS, sittings: SITTINGS, kit: KIT })[at])
const letters = computed({
  get: () => (preferences.singleKeys ? 'on' : 'off'),
  set: (now) => {
    preferences.singleKeys = now === 'on'
  },
})
</script>

<template>
  <ModalDialog open title="Keys and settings" @close="emit('close')">
    <dl class="mt-4 grid grid-cols-[auto_1fr] items-baseline gap-x-4 gap-y-[6px]">
      <template v-for="[keys, words] in [...here, ...EVERYWHERE]" :key="words">
        <dt class="flex gap-1">
          <KeyCap v-for="key in keys" :key="key">{{ key }}</KeyCap>
        </dt>
        <dd class="text-text-2">{{ words }}</dd>
      </template>
    </dl>
    <div class="mt-5 grid grid-cols-[1fr_auto] items-center gap-3 border-t border-line pt-4">
      <span class="text-text-2">Single letters as keys</span>
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
    <div class="mt-4 flex justify-end"><PushButton @click="emit('close')">Close</PushButton></div>
  </ModalDialog>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { Finding } from '@/api/client'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'

/** What is worth knowing, each whole, with the press that mends it. */
const { findings } = defineProps<{ findings: readonly Finding[] }>()
const emit = defineEmits<{ mended: [] }>()
const board = useBoard()
/** What would spoil the frame comes first. */
const sorted = computed(() => [...findings].sort((a, b) => Number(b.spoils) - Number(a.spoils)))
</script>

<template>
  <ul class="divide-y divide-line" aria-label="Worth knowing">
    <li v-for="(finding, i) in sorted" :key="i" class="flex items-start gap-2 py-2 leading-4.5">
      <p class="min-w-0 flex-1" :class="finding.caution || finding.spoils ? 'text-warn' : 'text-text-2'">
        <b v-if="finding.spoils" class="font-[650]">Spoils the frame: </b><WordLine :line="finding.words" />
      </p>
      <PushButton
        v-if="finding.remedy"
        data-writes
        :disabled="board.still"
        @click="(board.write(finding.remedy.entry), emit('mended'))"
        >{{ finding.remedy.label }}</PushButton
      >
      <PushButton
        v-if="finding.otherwise"
        data-writes
        :disabled="board.still"
        @click="(board.write(finding.otherwise.entry), emit('mended'))"
        >{{ finding.otherwise.label }}</PushButton
      >
    </li>
  </ul>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { Check } from '@/api/client'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import KeyCap from '@/ui/KeyCap.vue'
import CautionAsks from './CautionAsks.vue'
import CellSign from './CellSign.vue'
import DeviceTable from './DeviceTable.vue'
import FindingCard from './FindingCard.vue'
import { who } from '@/ui/who'
import { useDevices } from './devices'

/** All devices at once, what is to be mended beside them. */
const { check, id } = defineProps<{ check: Check; id: string }>()
const emit = defineEmits<{ fire: [] }>()
const board = useBoard()
const devices = useDevices()
const open = computed(() => check.cautions.filter((c) => c.state === 'open'))
const SIGNS = [
  { state: 'right', device: true, words: 'said by the device' },
  { state: 'right', words: 'ticked by a person' },
  { state: 'not_said', words: 'not said yet' },
  { state: 'wrong', words: 'to mend: see beside' },
  { state: 'aside', words: 'put aside' },
] as const
</script>

<template>
  <header class="card flex items-center gap-4 px-4.5 py-3">
    <div class="min-w-0 flex-1">
      <h1 class="font-voice text-title font-[430]" aria-live="polite"><WordLine :line="check.title" /></h1>
      <p class="mt-1 min-h-4.5 text-text-2">{{ check.stands }}</p>
    </div>
    <PushButton v-if="check.again" data-writes :disabled="board.still" @click="devices.say(check.again.entry)">{{
      check.again.label
    }}</PushButton>
    <PushButton
      v-if="check.turns.length > 0 && !board.looksOn"
      :primary="check.mend === 0"
      :disabled="check.mend > 0"
      :title="check.mend > 0 ? 'Mend first what would spoil it, or put it aside.' : undefined"
      @click="emit('fire')"
      >Fire each in turn <KeyCap>Enter</KeyCap></PushButton
    >
  </header>
  <div class="mt-2 flex items-start gap-2 max-column:flex-col">
    <section class="card min-w-0 flex-1 max-column:w-full" aria-label="Devices">
      <DeviceTable v-if="check.devices.length > 0" :check />
      <p v-else class="px-4.5 py-6 text-text-2">
        Camera, transmitter and each unit stand here once a light has its unit:
        <RouterLink :to="{ name: 'board', params: { id } }" class="font-[650] text-text">to the board</RouterLink>.
      </p>
      <footer class="flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-line px-4.5 py-3 text-text-2">
        <span v-for="sign in SIGNS" :key="sign.words" class="label flex items-center gap-1.5"
          ><CellSign :state="sign.state" :device="'device' in sign" aria-hidden="true" />{{ sign.words }}</span
        >
        <label v-if="!board.looksOn" class="label ml-auto flex items-center gap-2"
          >Ticked by
          <b v-if="who.name" class="font-[650] text-text">{{ who.name }}</b>
          <input
            v-else
            v-model="devices.who"
            maxlength="60"
            placeholder="nobody said"
            class="h-7 w-36 rounded-key border border-edge bg-field px-2 text-body text-text"
          />
        </label>
      </footer>
    </section>
    <aside class="card w-91 shrink-0 divide-y divide-line px-4 max-column:w-full" aria-label="To mend">
      <p v-if="check.findings.length === 0" class="py-4 text-text-2">Nothing to mend.</p>
      <FindingCard v-for="(finding, i) in check.findings" :key="i" :finding :first="i === 0" />
      <div v-if="check.aside.length > 0" class="py-2">
        <h2 class="label mt-1 text-text-2">Put aside</h2>
        <FindingCard v-for="(finding, i) in check.aside" :key="i" :finding />
      </div>
      <div v-if="open.length > 0" class="py-2">
        <h2 class="mt-1 text-head font-[650] text-warn">Before the first flash</h2>
        <p class="label mb-1 text-text-2">Usual cautions; local codes and licensed practice decide.</p>
        <CautionAsks :cautions="open" />
      </div>
      <p class="py-3">
        <RouterLink :to="{ name: 'cautions', params: { id } }" class="font-[650] underline">Cautions</RouterLink>
        <span class="text-text-2"> of this trade, to be read again.</span>
      </p>
    </aside>
  </div>
</template>

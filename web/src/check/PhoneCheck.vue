<script setup lang="ts">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'
import { computed, ref } from 'vue'
import type { Check } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import WordLine from '@/draw/WordLine.vue'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import CautionAsks from './CautionAsks.vue'
import CellSign from './CellSign.vue'
import FindingCard from './FindingCard.vue'
import { keyOf, useDevices } from './devices'

/** One device at a time, under one thumb. */
const { check, id } = defineProps<{ check: Check; id: string }>()
const emit = defineEmits<{ fire: [turn: number] }>()
const board = useBoard()
const devices = useDevices()
/** The device that is looked at: at first the one that is to be mended first. */
const chosen = ref(keyOf((check.findings[0] ?? check.devices[0])?.device ?? 'camera'))
const at = computed(() =>
  Math.max(
    0,
    check.devices.findIndex((d) => keyOf(d.device) === chosen.value),
  ),
)
const device = computed(() => check.devices[at.value])
const rows = computed(() =>
  check.rows.flatMap((row) => {
    const cell = row.cells[at.value]
    return cell && cell.state !== 'none' ? [{ ...row, cell }] : []
  }),
)
const findings = computed(() => check.findings.filter((f) => keyOf(f.device) === chosen.value))
const aside = computed(() => check.aside.filter((f) => keyOf(f.device) === chosen.value))
/** Its own, and at the first device those of the whole sitting. */
const cautions = computed(() =>
  check.cautions.filter(
    (c) => c.state === 'open' && (c.here.length > 0 ? c.here.includes(device.value?.name ?? '') : at.value === 0),
  ),
)
const turn = computed(() => check.turns.findIndex((t) => keyOf(t.device) === chosen.value))
const beside = computed(() => [check.devices[at.value - 1], check.devices[at.value + 1]] as const)
</script>

<template>
  <main class="flex min-h-dvh flex-col gap-2 px-2 pb-2" aria-label="Check on the phone">
    <header class="flex h-11 items-center gap-2 px-1">
      <RouterLink :to="{ name: 'board', params: { id } }" class="flex h-11 items-center text-value text-text-2"
        >‹ Sitting&nbsp;{{ board.view?.sitting.number }}</RouterLink
      >
      <h1 class="text-value font-[650]">Check</h1>
      <span class="ml-auto text-text-2">{{ check.right }} right</span>
    </header>
    <RadioGroup v-model="chosen" class="flex shrink-0 gap-1 overflow-x-auto" aria-label="Device">
      <RadioGroupOption
        v-for="one in check.devices"
        :key="keyOf(one.device)"
        :value="keyOf(one.device)"
        class="flex h-14 min-w-15 flex-1 flex-col items-center justify-center gap-1 rounded-key border px-1"
        :class="keyOf(one.device) === chosen ? 'border-edge bg-raise font-[650]' : 'border-transparent text-text-2'"
      >
        <span class="flex items-center gap-1"
          ><RoleMark v-if="one.role" :role="one.role" :size="14" /><CellSign
            :state="one.mend > 0 ? 'wrong' : one.say > 0 ? 'not_said' : 'right'"
        /></span>
        <span class="max-w-16 truncate text-[0.78125rem]">{{ one.name }}</span>
      </RadioGroupOption>
    </RadioGroup>
    <section
      class="card border-l-3 px-4"
      :class="findings.length > 0 ? 'border-l-text' : 'border-l-transparent'"
      aria-label="To mend"
    >
      <FindingCard v-for="(finding, i) in findings" :key="i" :finding :first="i === 0" />
      <p v-if="findings.length === 0" class="py-3 font-voice text-[1.375rem] leading-7" aria-live="polite">
        <template v-if="device && check.mend === 0"><WordLine :line="check.title" /></template>
        <template v-else>{{ device?.name }}: {{ device?.stands }}</template>
      </p>
      <FindingCard v-for="(finding, i) in aside" :key="`aside ${i}`" :finding />
    </section>
    <ul class="card divide-y divide-line" :aria-label="device?.name">
      <li v-for="row in rows" :key="row.point">
        <label v-if="row.cell.press.length > 1" class="flex min-h-11.5 items-center gap-2 px-3.5">
          <span class="w-28 shrink-0 text-text-2">{{ row.name }}</span>
          <select
            class="h-9 min-w-0 flex-1 rounded-key border border-line-2 bg-card px-2"
            :disabled="board.still"
            @change="devices.choose(row.cell, $event)"
          >
            <option value="">{{ row.cell.says }}</option>
            <option v-for="one in row.cell.press" :key="one.label">{{ one.label }}</option>
          </select>
          <CellSign :state="row.cell.state" :device="row.cell.device_says" />
        </label>
        <button
          v-else
          type="button"
          class="flex min-h-11.5 w-full items-center gap-2 px-3.5 text-left disabled:opacity-60"
          :disabled="board.still || row.cell.press.length === 0"
          :aria-pressed="row.cell.state === 'right'"
          :aria-label="`${row.name}: ${row.cell.says}`"
          @click="devices.press(row.cell)"
        >
          <span class="w-28 shrink-0 text-text-2">{{ row.name }}</span>
          <span class="min-w-0 flex-1" :class="row.cell.state === 'not_said' ? 'text-text-2' : 'font-[650]'">{{
            row.cell.says
          }}</span>
          <CellSign :state="row.cell.state" :device="row.cell.device_says" class="size-5.5" />
        </button>
      </li>
    </ul>
    <p v-if="device?.note" class="card px-3.5 py-3"><span class="text-text-2">Noted: </span>{{ device.note }}</p>
    <section class="card px-3.5 py-2" aria-label="Safety">
      <CautionAsks v-if="cautions.length > 0" :cautions />
      <p class="flex items-center gap-2">
        <RouterLink :to="{ name: 'cautions', params: { id } }" class="inline-flex h-11 flex-1 items-center underline"
          >All cautions</RouterLink
        >
        <PushButton v-if="check.again" data-writes :disabled="board.still" @click="devices.say(check.again.entry)">{{
          check.again.label
        }}</PushButton>
      </p>
    </section>
    <nav class="mt-auto grid grid-cols-[1fr_1.2fr_1fr] gap-2" aria-label="From device to device">
      <button
        type="button"
        class="h-12 truncate rounded-key border border-line-2 font-[650] disabled:opacity-40"
        :disabled="!beside[0]"
        @click="beside[0] && (chosen = keyOf(beside[0].device))"
      >
        ‹ {{ beside[0]?.name }}
      </button>
      <button
        type="button"
        class="h-12 rounded-key border border-line-2 font-[650] disabled:opacity-40"
        :class="board.looksOn ? 'invisible' : ''"
        :disabled="turn < 0 || findings.length > 0"
        @click="emit('fire', turn)"
      >
        Fire this one
      </button>
      <button
        type="button"
        class="h-12 truncate rounded-key border border-line-2 font-[650] disabled:opacity-40"
        :disabled="!beside[1]"
        @click="beside[1] && (chosen = keyOf(beside[1].device))"
      >
        {{ beside[1]?.name }} ›
      </button>
    </nav>
  </main>
</template>

<script setup lang="ts">
import { ref } from 'vue'
import type { Check } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import { useBoard } from '@/look/board'
import CellSign from './CellSign.vue'
import { keyOf, useDevices } from './devices'

/** Every device down a column, every point along a row: a clash is read along a row, a device's own state down its column. */
const { check } = defineProps<{ check: Check }>()
const board = useBoard()
const devices = useDevices()
const table = ref<HTMLTableElement>()

/** Arrows go from cell to cell, over those that have nothing to say. */
function move(event: KeyboardEvent): void {
  const way = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [-1, 0], ArrowDown: [1, 0] }[event.key]
  const here = (event.target as HTMLElement).closest<HTMLElement>('[data-at]')
  // In a list they choose.
  const chooses = here instanceof HTMLSelectElement && way?.[0] !== 0
  if (!way || !here || chooses) return
  event.preventDefault()
  let [row = 0, column = 0] = (here.dataset.at ?? '').split(' ').map(Number)
  for (;;) {
    row += way[0] ?? 0
    column += way[1] ?? 0
    if (row < 0 || column < 0 || row >= check.rows.length || column >= check.devices.length) return
    const next = table.value?.querySelector<HTMLElement>(`[data-at="${row} ${column}"]`)
    if (next) {
      next.focus()
      return
    }
  }
}
</script>

<template>
  <div class="overflow-x-auto">
    <table
      ref="table"
      class="w-full border-collapse text-left"
      aria-label="Devices before the first flash"
      @keydown="move"
    >
      <thead>
        <tr class="align-top">
          <th class="sticky left-0 z-1 min-w-26 bg-card" scope="col"><span class="sr-only">Point</span></th>
          <th
            v-for="device in check.devices"
            :key="keyOf(device.device)"
            scope="col"
            class="min-w-27.5 border-l border-line px-3 py-2 font-normal"
          >
            <span class="block text-head font-[650]"
              ><RoleMark v-if="device.role" :role="device.role" :size="14" class="mr-1.5" />{{ device.name }}</span
            >
            <span class="label block truncate text-text-2">{{ device.kit || '\u00a0' }}</span>
            <span class="label flex items-center gap-1" :class="device.mend > 0 ? 'font-[650]' : 'text-text-2'"
              ><CellSign
                :state="device.mend > 0 ? 'wrong' : device.say > 0 ? 'not_said' : 'right'"
                aria-hidden="true"
              />{{ device.stands }}</span
            >
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, r) in check.rows" :key="row.point" class="border-t border-line">
          <th scope="row" class="sticky left-0 z-1 bg-card py-1 pr-2 pl-4 font-normal whitespace-nowrap">
            {{ row.name }}
          </th>
          <td
            v-for="(cell, c) in row.cells"
            :key="c"
            class="border-l border-line p-0"
            :class="cell.state === 'wrong' ? 'bg-raise shadow-[inset_2px_0_0_var(--text)]' : ''"
          >
            <span v-if="cell.state === 'none'" class="block px-3 py-2 text-text-3"
              >·<span class="sr-only">has none</span></span
            >
            <label v-else-if="cell.press.length > 1" class="flex min-h-9 items-center gap-2 px-3">
              <CellSign :state="cell.state" />
              <span class="sr-only">{{ row.name }} of {{ check.devices[c]?.name }}</span>
              <select
                class="h-7 w-0 min-w-0 flex-1 rounded-key border border-line-2 bg-card px-1 text-text-2"
                :data-at="`${r} ${c}`"
                :disabled="board.still"
                @change="devices.choose(cell, $event)"
              >
                <option value="">{{ cell.says }}</option>
                <option v-for="one in cell.press" :key="one.label">{{ one.label }}</option>
              </select>
            </label>
            <button
              v-else
              type="button"
              class="flex min-h-9 w-full items-center gap-2 px-3 text-left"
              :class="[
                cell.state === 'wrong' ? 'font-[650]' : cell.state === 'right' ? '' : 'text-text-2',
                cell.device_says ? '' : 'disabled:opacity-60',
              ]"
              :data-at="`${r} ${c}`"
              :disabled="board.still || cell.press.length === 0"
              :aria-label="`${row.name} of ${check.devices[c]?.name}: ${cell.says}`"
              :aria-pressed="cell.state === 'right'"
              :title="cell.device_says ? 'The device itself says it' : cell.by ? `Ticked by ${cell.by}` : undefined"
              @click="devices.press(cell)"
            >
              <CellSign :state="cell.state" :device="cell.device_says" /><span class="min-w-0">{{ cell.says }}</span>
            </button>
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr v-if="check.devices.some((d) => d.note)" class="border-t border-edge align-top">
          <th scope="row" class="sticky left-0 z-1 bg-card py-2 pr-2 pl-4 font-normal">Noted in the kit</th>
          <td
            v-for="device in check.devices"
            :key="keyOf(device.device)"
            class="label border-l border-line px-3 py-2"
            :class="device.note ? '' : 'text-text-3'"
          >
            {{ device.note ?? '·' }}
          </td>
        </tr>
        <tr class="border-t border-edge align-top">
          <th scope="row" class="sticky left-0 z-1 bg-card py-2 pr-2 pl-4 font-normal">
            <span class="block font-[650]">Safety</span>
            <span class="label block text-text-2">usual cautions; local codes decide</span>
          </th>
          <td
            v-for="device in check.devices"
            :key="keyOf(device.device)"
            class="label border-l border-line px-3 py-2 text-warn"
          >
            <p v-for="words in device.cautions" :key="words" class="mb-1">{{ words }}</p>
            <span v-if="device.cautions.length === 0" class="text-text-3">·</span>
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

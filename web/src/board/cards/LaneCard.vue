<script setup lang="ts">
import { computed, ref } from 'vue'
import { useBoard } from '@/look/board'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import StepField from '@/forms/StepField.vue'
import WordLine from '@/draw/WordLine.vue'
import { told } from '@/forms/lengths'
import { later } from '@/ui/later'

const LightDialog = later(() => import('./LightDialog.vue'))

/** The chosen lane: a light's unit, dial and wish; a frame's log; and what is worth knowing. */
const board = useBoard()
const dialog = ref<'edit' | 'add'>()
const frameNote = ref('')

const lane = computed(() => board.lane)
const light = computed(() => board.light)
const where = computed(() => {
  const distance = light.value?.distance
  const { group, channel, angle } = light.value?.rig ?? {}
  const unit = board.board?.length ?? 'metres'
  const away = distance == null ? undefined : told(distance, unit)
  const trigger = [group ? `group ${group}` : '', channel ? `channel ${channel}` : ''].filter(Boolean).join(', ')
  return [lane.value?.foot.third, away, angle == null ? '' : `${angle}°`, trigger].filter(Boolean).join(' · ')
})
/** The chosen lane's first: it never blocks, it only says. */
const findings = computed(() => {
  const all = board.board?.findings ?? []
  return [...all.filter((f) => f.lane === lane.value?.id), ...all.filter((f) => f.lane !== lane.value?.id)]
})

function shot(): void {
  board.write({ frame: { note: frameNote.value.trim() || undefined } })
  frameNote.value = ''
}
</script>

<template>
  <section v-if="lane" class="card flex min-h-0 flex-col p-3" aria-label="Chosen lane">
    <div class="flex items-center gap-2">
      <RoleMark v-if="lane.role" :role="lane.role" />
      <h2 class="min-w-0 flex-1 truncate text-head font-[650]">
        {{ lane.name }}
        <span v-if="light?.unit" class="font-normal text-text-2">
          {{ light.unit.name }}<template v-if="light.unit.rated">, {{ light.unit.rated }} Ws</template>
        </span>
      </h2>
      <PushButton v-if="light" @click="dialog = 'edit'">{{ light.unit ? 'Edit' : 'Choose its unit' }}</PushButton>
      <PushButton @click="dialog = 'add'">Add a light</PushButton>
    </div>

    <template v-if="light">
      <div class="mt-2 grid grid-cols-2 gap-2">
        <div class="flex items-center gap-2">
          <span class="label w-8 text-text-2">Dial</span>
          <StepField
            label="Power"
            class="flex-1"
            :down="Boolean(lane.dial?.down.length)"
            :up="Boolean(lane.dial?.up.length)"
            @down="board.turn(lane, 'down')"
            @up="board.turn(lane, 'up')"
          >
            {{ lane.dial?.now ?? 'not said' }}
          </StepField>
        </div>
        <div class="flex items-center gap-2">
          <span class="label w-9 text-text-2">Target</span>
          <StepField label="Target" class="flex-1" down up @down="board.raise(lane, -0.1)" @up="board.raise(lane, 0.1)">
            {{ lane.target?.shown ?? 'none' }}
          </StepField>
        </div>
      </div>
      <p class="label mt-2 shrink-0 truncate text-text-2">
        {{ where || 'Say its modifier and distance, and moves by distance are told too.' }}
      </p>
      <p v-if="lane.carried" class="label shrink-0 truncate text-text-2">{{ lane.carried }}</p>
      <p v-if="lane.guess" class="label shrink-0 truncate text-text-2">
        <b class="font-[650] text-text">{{ lane.guess.words }}</b> {{ lane.guess.from }}
      </p>
      <p v-if="lane.energy" class="label shrink-0 truncate text-text-2">
        <b class="font-[650] text-text">{{ lane.energy.left }}</b>{{
          lane.energy.words ? ` · ${lane.energy.words}` : ''
        }}
      </p>
    </template>
    <form v-else-if="lane.kind === 'frame'" class="mt-2 flex gap-2" @submit.prevent="shot">
      <input
        v-model="frameNote"
        class="h-8 min-w-0 flex-1 rounded-key border border-edge bg-field px-2"
        aria-label="What was seen in the frame"
        placeholder="What was seen in it"
      />
      <PushButton @click="shot">Frame shot</PushButton>
    </form>
    <p v-else-if="findings.length === 0" class="mt-2 text-text-2">
      <template v-if="lane.kind === 'room'"
        >Meter it at the sitter with the flash off, dome toward the camera.</template
      >
      <template v-else-if="lane.kind === 'camera'"
        >Its aperture is the line at 0; every level is counted from it.</template
      >
      <template v-else>Meter all lights together at the face; the sum of the parts should agree within 0.2.</template>
    </p>
    <ul
      v-if="findings.length > 0"
      class="mt-2 min-h-0 overflow-y-auto text-[12.500px] leading-4 text-text-2"
      tabindex="0"
      aria-label="Worth knowing"
    >
      <li v-for="(finding, i) in findings" :key="i" class="mb-1 flex items-start gap-2">
        <p class="min-w-0 flex-1" :class="finding.caution ? 'text-warn' : ''">
          <b v-if="i === 0" class="font-[650] text-text">{{ findings.length }} to know: </b
          ><WordLine :line="finding.words" />
        </p>
        <PushButton v-if="finding.remedy" @click="board.write(finding.remedy.entry)">{{
          finding.remedy.label
        }}</PushButton>
      </li>
    </ul>

    <LightDialog v-if="dialog" :adding="dialog === 'add'" :light="light" @close="dialog = undefined" />
  </section>
</template>

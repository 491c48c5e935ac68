<script setup lang="ts">
import { computed } from 'vue'
import { useBoard } from '@/look/board'
import { usePlan } from '@/plan/store'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import WordLine from '@/draw/WordLine.vue'
import CatchLights from '@/plan/drawing/CatchLights.vue'
import PlaceFields from './PlaceFields.vue'

/** What the chosen light does from where it stands: on the face, in the eyes, at the edges, in the picture. */
const board = useBoard()
const plan = usePlan()
const shown = computed(() => plan.shown)
const light = computed(() => shown.value?.lights.find((l) => l.light === board.chosen))
/** It is chosen, and has no place yet. */
const unplaced = computed(() => shown.value?.unplaced.find((l) => l.light === board.chosen))
const named = computed(() => light.value ?? unplaced.value)
const face = computed(() => shown.value?.face.find((f) => f.light === board.chosen))
const rim = computed(() => shown.value?.rims.find((r) => r.light === board.chosen))
const findings = computed(() => (board.board?.findings ?? []).filter((f) => f.placement))
</script>

<template>
  <div v-if="shown" class="grid gap-3">
    <section class="card p-3" aria-label="Chosen light">
      <div class="flex items-center gap-2">
        <RoleMark v-if="named" :role="named.role" />
        <h2 class="text-head font-[650]">{{ named?.name ?? 'No light chosen' }}</h2>
        <span class="text-text-2">{{ light?.words }}</span>
        <template v-if="unplaced">
          <span class="min-w-0 flex-1 text-text-2">It is not on the plan yet.</span>
          <PushButton @click="board.write(unplaced.entry)">Put it where it likely stands</PushButton>
        </template>
      </div>
      <PlaceFields v-if="light" class="mt-2" :light="light" :length="shown.length" />
      <dl v-if="light" class="mt-3 grid grid-cols-[5.25rem_1fr] gap-x-3 gap-y-1">
        <template v-if="face && light.role === 'key'">
          <dt class="label text-text-3">Pattern</dt>
          <dd class="font-[650]" aria-live="polite">{{ face.words }}</dd>
        </template>
        <template v-if="face">
          <dt class="label text-text-3">Edge</dt>
          <dd>{{ face.softness }}</dd>
          <dt class="label text-text-3">Fall-off</dt>
          <dd>
            {{ face.falloff }}<template v-if="face.group">, {{ face.group }}</template>
          </dd>
        </template>
        <template v-if="rim">
          <dt class="label text-text-3">From behind</dt>
          <dd>{{ rim.words }}</dd>
        </template>
        <template v-if="shown.range">
          <dt class="label text-text-3">The sitter</dt>
          <dd>{{ shown.range.words }}</dd>
        </template>
        <template v-if="light.in_picture">
          <dt class="label text-text-3">Picture</dt>
          <dd>It, or its stand, is in the picture.</dd>
        </template>
      </dl>
    </section>
    <section v-if="shown.face.length" class="card p-3" aria-label="Catch-lights">
      <h2 class="text-head font-[650]">Catch-lights</h2>
      <CatchLights class="mt-1.5" :eyes="shown.eyes" />
    </section>
    <section v-if="findings.length" class="card p-3" aria-label="Worth knowing">
      <h2 class="text-head font-[650]">Worth knowing</h2>
      <ul class="mt-1 grid gap-2">
        <li v-for="(f, i) in findings" :key="i" class="flex items-start gap-2">
          <p class="min-w-0 flex-1" :class="f.caution ? 'text-warn' : 'text-text-2'"><WordLine :line="f.words" /></p>
          <PushButton v-if="f.remedy" @click="board.write(f.remedy.entry)">{{ f.remedy.label }}</PushButton>
        </li>
      </ul>
    </section>
  </div>
</template>

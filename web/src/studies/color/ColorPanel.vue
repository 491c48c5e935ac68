<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Scales, Study } from '@/api/client'
import { useEntryForm } from '@/forms/entry'
import { numberOf, shown } from '@/forms/numbers'
import { useBoard } from '@/look/board'
import StudyHead from '@/studies/StudyHead.vue'
import TextField from '@/ui/TextField.vue'

/** Lamps of another colour mixing with the flash, and the gel that matches them. */
const { study } = defineProps<{ study: Study; scales: Scales }>()
const board = useBoard()
const color = computed(() => study.color)
const white = ref('')
watch(
  () => board.view?.setup.camera?.white,
  (now) => (white.value = shown(now)),
  { immediate: true },
)
const { wrong, write } = useEntryForm(board, () => 'white')
function save(): void {
  const e = board.view?.setup.camera?.exposure
  if (!e || !white.value.trim()) return
  void write({ camera: { aperture: e.aperture, shutter: e.shutter, iso: e.iso, white: numberOf(white.value) } })
}
</script>

<template>
  <section class="grid gap-2" aria-label="Colour">
    <StudyHead :title="color.title" :under="`Flash ${color.flash}. White balance ${color.white}.`" />
    <div class="grid grid-cols-[repeat(auto-fit,minmax(18.75rem,1fr))] gap-2">
      <article v-for="place in color.places" :key="place.name" class="card flex gap-4 p-4">
        <!-- A picture of a mid-grey there: its surround is the same grey, in ink and on paper. -->
        <div class="bg-[#777777] p-4.5">
          <div
            class="h-20 w-20"
            :style="{ background: `rgb(${place.patch.join(' ')})` }"
            role="img"
            :aria-label="`A mid-grey comes out at ${place.patch.join(', ')}`"
          />
        </div>
        <div class="min-w-0">
          <h2 class="text-head font-[650]">{{ place.name }}</h2>
          <p class="mt-1">{{ place.words }}</p>
          <p class="label mt-1 text-text-2">Room {{ place.room }}. Flash: {{ place.flash }}.</p>
          <p class="label text-text-2">{{ place.numbers }}</p>
        </div>
      </article>
      <p v-if="color.places.length === 0" class="card px-4.5 py-4">
        Read the room and say its colour temperature there (How it is read, beside the meter's field).
      </p>
    </div>
    <div class="card grid gap-2 p-4">
      <template v-if="color.gel">
        <h2 class="text-head font-[650]">Match the flash to the lamps</h2>
        <p>{{ color.gel.words }}</p>
      </template>
      <p v-for="note in color.notes" :key="note" class="text-text-2">{{ note }}</p>
      <p v-if="color.gel?.caution" class="label text-warn">{{ color.gel.caution }}</p>
      <form v-if="board.view?.setup.camera" class="mt-1 flex items-end gap-2" @submit.prevent="save">
        <TextField v-model="white" label="White balance" suffix="K" :wrong="wrong('white')" class="w-40" />
        <button type="submit" class="h-8 rounded-key border border-edge px-3 font-[650]">Set</button>
      </form>
    </div>
  </section>
</template>

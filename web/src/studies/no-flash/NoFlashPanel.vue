<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Scales, Study } from '@/api/client'
import { among, useEntryForm } from '@/forms/entry'
import { given } from '@/forms/numbers'
import { useBoard } from '@/look/board'
import StudyHead from '@/studies/StudyHead.vue'
import TextField from '@/ui/TextField.vue'

/** What the frame without flash should look like, as grey patches; and what a test frame really showed. */
const { study } = defineProps<{ study: Study; scales: Scales }>()
const board = useBoard()
const frame = computed(() => study.no_flash)
const seen = ref<Record<string, string>>({ sitter: '', ground: '' })
watch(
  frame,
  (now) => {
    for (const place of now.places) if (place.seen != null) seen.value[place.place] = String(place.seen)
  },
  { immediate: true },
)
const { wrong, elsewhere, write } = useEntryForm(board, among('sitter', 'ground'))
const log = () => write({ frame: { no_flash: { sitter: given(seen.value.sitter), ground: given(seen.value.ground) } } })
</script>

<template>
  <section class="grid gap-2" aria-label="The frame without flash">
    <StudyHead
      :title="frame.title"
      under="The plain encoding, without a camera's own curve and without flare: real cameras lift or crush the shadows by a stop or more."
    />
    <p v-if="frame.missing" class="card px-4.5 py-4">{{ frame.missing }}</p>
    <form v-else class="grid grid-cols-[repeat(auto-fit,minmax(21.25rem,1fr))] gap-2" @submit.prevent="log">
      <article v-for="place in frame.places" :key="place.place" class="card p-4">
        <h2 class="text-head font-[650]">{{ place.name }}</h2>
        <div class="mt-2 flex bg-[#777777] p-4.5">
          <div
            v-for="patch in place.patches"
            :key="patch.name"
            class="h-24 flex-1"
            :style="{ background: `rgb(${patch.code} ${patch.code} ${patch.code})` }"
          />
        </div>
        <dl class="mt-2 flex">
          <div v-for="patch in place.patches" :key="patch.name" class="flex-1 text-center">
            <dt class="label text-text-2">{{ patch.name }}</dt>
            <dd class="text-head font-[650]">{{ patch.code }}</dd>
          </div>
        </dl>
        <TextField
          v-model="seen[place.place]"
          class="mt-3"
          :label="`What a mid-grey at the ${place.place} really became`"
          suffix="of 255"
          :wrong="wrong(place.place)"
        />
        <p v-if="place.seen_words" class="mt-2 font-[650]">{{ place.seen }}: {{ place.seen_words }}</p>
      </article>
      <div class="col-span-full">
        <p v-if="elsewhere" class="mb-2 text-warn" role="alert">{{ elsewhere }}</p>
        <button
          type="submit"
          class="inline-flex h-8 items-center rounded-key border border-act bg-act px-3 font-[650] text-act-t"
        >
          Log the test frame
        </button>
      </div>
    </form>
  </section>
</template>

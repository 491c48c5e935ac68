<script setup lang="ts">
import { computed, ref } from 'vue'
import type { JoinedDevice, Lit } from '@/api/client'
import { useJoined } from '@/look/joined'
import { smallOf, useRoll } from '@/picture/roll'
import ChoiceList from '@/ui/ChoiceList.vue'
import { may } from '@/ui/who'
import type { Named } from './words'

/** A camera that is none: it takes a frame of what really stands in the open look. */
const { camera, lights, look } = defineProps<{ camera: JoinedDevice; lights: Named[]; look?: string }>()
const joined = useJoined()
const roll = useRoll()
const on = ref('all')
const offered = computed(() => [
  { value: 'all', words: 'all lights' },
  { value: 'no_flash', words: 'no flash' },
  ...lights.map(({ id, name }) => ({ value: id, words: `${name.toLowerCase()} alone` })),
])
const lit = computed<Lit>(() => (on.value === 'all' || on.value === 'no_flash' ? on.value : { alone: on.value }))
const busy = computed(() => joined.busy === camera.id)
const last = computed(() => roll.frames.value.at(-1))
const fire = () => joined.order(camera, { release: { lit: lit.value } })
</script>

<template>
  <section class="card flex flex-col p-3" aria-labelledby="stand-in-camera">
    <h2 id="stand-in-camera" class="text-value font-[650]">{{ camera.name }}</h2>
    <p class="label mt-0.5 text-text-2">Takes what is on; the frame goes to Frame</p>
    <div class="mx-auto mt-6 w-48" :class="camera.here ? '' : 'opacity-50'">
      <svg viewBox="0 0 192 34" class="block h-8.5 w-48" aria-hidden="true">
        <path
          d="M1 34v-2a6 6 0 0 1 6-6h38l10-16h82l10 16h38a6 6 0 0 1 6 6v2M72 10V2h48v8"
          fill="none"
          stroke="var(--edge)"
          stroke-width="1.500"
        />
      </svg>
      <div class="rounded-card border border-t-0 border-edge bg-field p-3">
        <div class="flex h-45 items-center justify-center bg-[#808080]">
          <p v-if="busy" class="label text-black" role="status">takes a frame …</p>
          <img
            v-else-if="last"
            :src="smallOf(last.picture)"
            alt="The last frame of this look"
            class="max-h-41 max-w-40"
          />
          <p v-else class="label text-black">no frame yet</p>
        </div>
        <div class="mt-2 flex items-center justify-between">
          <p class="text-body leading-4.5">
            <b class="font-[650]">ƒ{{ camera.state.aperture ?? '–' }} {{ camera.state.shutter ?? '' }}</b
            ><br /><span class="label text-text-2">ISO {{ camera.state.iso ?? '–' }}</span>
          </p>
          <button
            type="button"
            class="flex h-15 w-15 items-center justify-center rounded-full border-2 border-text bg-page text-body font-[700] disabled:opacity-50"
            :disabled="!look || !camera.here || busy || !may('write')"
            @click="fire"
          >
            Fire
          </button>
        </div>
      </div>
    </div>
    <div class="mt-auto pt-3">
      <ChoiceList v-model="on" label="Which lights are on" :options="offered" small />
    </div>
  </section>
</template>

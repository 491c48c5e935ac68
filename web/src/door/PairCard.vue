<script setup lang="ts">
import { useIntervalFn, useNow } from '@vueuse/core'
import { renderSVG } from 'uqr'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { answered, api, type DoorCode } from '@/api/client'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import { useNotices } from '@/ui/notices'
import { ROLES } from '@/ui/who'
import { useDoor } from './store'

/** A code for one device: role first, then its picture for a phone's camera, its signs, and how long it is good. */
const store = useDoor()
const notices = useNotices()
const route = useRoute()
const role = ref<'assistant' | 'guest' | 'device'>('assistant')
const OPTIONS = [
  { value: 'assistant', words: 'Assistant' },
  { value: 'guest', words: 'Guest' },
  { value: 'device', words: 'Device' },
] as const
const used = ref(false)
const look = computed(() => (typeof route.query.look === 'string' ? route.query.look : undefined))

async function make(): Promise<void> {
  await takeBack(true)
  used.value = false
  try {
    const body = { role: role.value, look: look.value }
    store.code = await answered(api.POST('/api/door/codes', { body }))
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}

async function takeBack(silent = false): Promise<void> {
  const id = store.code?.id
  store.code = undefined
  if (!id) return
  const done = answered(api.DELETE('/api/door/codes/{id}', { params: { path: { id } } }))
  if (silent) await done.catch(() => undefined)
  else await store.act(done, 'The code opens nothing any more.')
}

// The signs that were made for another role are no longer what is shown.
const shown = computed<DoorCode | undefined>(() => (store.code?.role === role.value ? store.code : undefined))
const picture = computed(() =>
  shown.value
    ? `data:image/svg+xml,${encodeURIComponent(renderSVG(role.value === 'device' ? shown.value.code : shown.value.url, { border: 2 }))}`
    : undefined,
)
const now = useNow({ interval: 1000 })
const left = computed(() => {
  const seconds = shown.value
    ? Math.max(0, Math.floor((Date.parse(shown.value.until) - now.value.getTime()) / 1000))
    : 0
  return { over: seconds === 0, words: `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}` }
})

// Whoever came in with it is shown as soon as they are in.
useIntervalFn(async () => {
  const id = shown.value?.id
  if (!id || left.value.over) return
  const state = await answered(api.GET('/api/door/codes/{id}', { params: { path: { id } } })).catch(() => undefined)
  if (!state || state.open || store.code?.id !== id) return
  store.code = undefined
  used.value = true
  await store.load()
}, 1500)
</script>

<template>
  <section class="card p-4.5" aria-labelledby="pair">
    <h2 id="pair" class="text-value font-[650]">
      {{ role === 'device' ? 'Bring a device bridge' : 'Bring a phone beside the sitter' }}
    </h2>
    <p class="mt-2 mb-1.5 text-text-2">
      {{ role === 'device' ? 'It comes in as' : 'Point its camera here. It comes in as' }}
    </p>
    <SegmentedChoice v-model="role" label="It comes in as" :options="OPTIONS" />
    <!-- White in both themes: that is what a phone's camera reads. -->
    <div
      class="mt-4 flex aspect-square w-full max-w-83.5 items-center justify-center rounded-key border border-edge"
      :class="picture && !left.over ? 'bg-white' : ''"
    >
      <img v-if="picture && !left.over" :src="picture" alt="QR code of the signs below it" class="h-full w-full p-1" />
      <PushButton v-else primary @click="make">{{ shown || used ? 'Make a new code' : 'Make a code' }}</PushButton>
    </div>
    <div class="mt-4 min-h-27" aria-live="polite">
      <template v-if="shown && !left.over">
        <p class="flex flex-wrap items-baseline gap-x-3">
          <b class="font-voice text-[2rem] leading-9.5 font-[750]"
            >{{ shown.code.slice(0, 3) }} {{ shown.code.slice(3) }}</b
          >
          <span class="label text-text-2">or type it at {{ store.door?.origin.replace(/^https?:\/\//, '') }}</span>
        </p>
        <p class="label mt-1 text-text-2" aria-live="off">
          Good for one {{ role === 'device' ? 'device' : 'phone' }}. {{ left.words }} left.
        </p>
        <div class="mt-3 flex gap-2">
          <PushButton @click="make">New code</PushButton>
          <PushButton @click="takeBack()">Take it back</PushButton>
        </div>
      </template>
      <p v-else-if="used" class="font-[650]">✓ It was used: see who is in.</p>
      <p v-else-if="shown" class="text-text-2">The code is over. Make a new one.</p>
      <p v-else class="text-text-2">
        A code of six signs for one {{ ROLES[role].toLowerCase() }}, good for ten minutes and once.
      </p>
    </div>
  </section>
</template>

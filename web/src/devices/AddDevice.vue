<script setup lang="ts">
import { useIntervalFn, useNow } from '@vueuse/core'
import { computed, onUnmounted, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api, type DoorCode } from '@/api/client'
import { useJoined } from '@/look/joined'
import PushButton from '@/ui/PushButton.vue'
import { useNotices } from '@/ui/notices'
import { timed } from '@/ui/times'

/** A code by which one bridge comes in, once. */
const notices = useNotices()
const joined = useJoined()
const router = useRouter()
const code = shallowRef<DoorCode>()
const used = shallowRef(false)
const now = useNow({ interval: 1000 })
const isOver = computed(() => code.value !== undefined && Date.parse(code.value.until) <= now.value.getTime())

async function make(): Promise<void> {
  await takeBack()
  used.value = false
  try {
    code.value = await answered(api.POST('/api/door/codes', { body: { role: 'device' } }))
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}
async function takeBack(): Promise<void> {
  const id = code.value?.id
  code.value = undefined
  if (id) await answered(api.DELETE('/api/door/codes/{id}', { params: { path: { id } } })).catch(() => undefined)
}
onUnmounted(takeBack)
useIntervalFn(async () => {
  const id = code.value?.id
  if (!id || isOver.value) return
  const state = await answered(api.GET('/api/door/codes/{id}', { params: { path: { id } } })).catch(() => undefined)
  if (!state || state.open || code.value?.id !== id) return
  code.value = undefined
  used.value = true
  await joined.load()
}, 1500)
defineExpose({ make })
</script>

<template>
  <section
    class="card grid grid-cols-[minmax(0,21rem)_minmax(0,1fr)] gap-4 p-4 max-phone:grid-cols-1"
    aria-labelledby="add-device"
  >
    <div aria-live="polite">
      <h2 id="add-device" class="text-value font-[650]">Add a device</h2>
      <template v-if="code && !isOver">
        <p class="mt-3 font-voice text-[2rem] leading-9.5 font-[750]">
          {{ code.code.slice(0, 3) }} {{ code.code.slice(3) }}
        </p>
        <p class="label mt-1 text-text-2">
          Good until {{ timed('clock', code.until) }}, used once.<br />Type it on the device, or give it to the bridge
          beside it.
        </p>
      </template>
      <p v-else-if="used" class="mt-3 font-[650]">✓ It was used: the device comes in.</p>
      <p v-else-if="isOver" class="mt-3 text-warn" role="alert">That code is over. Make a new one.</p>
      <p v-else class="mt-3 text-text-2">A code of six signs lets one bridge in, once, within ten minutes.</p>
    </div>
    <div class="flex flex-col">
      <ol class="label list-inside list-decimal space-y-1 text-text-2">
        <li>
          Meter, transmitter, unit, camera: start the bridge on the computer they are joined to, and type the code.
        </li>
        <li>Phone: open the door page instead; it shows a square to scan.</li>
        <li>What a bridge may say stands in docs/devices.md; it may do nothing else.</li>
      </ol>
      <div class="mt-auto flex flex-wrap gap-2 pt-3">
        <PushButton @click="make">{{ code || used ? 'New code' : 'Make a code' }}</PushButton>
        <PushButton v-if="code" @click="takeBack">Take it back</PushButton>
        <PushButton @click="router.push({ name: 'door' })">To the door page</PushButton>
      </div>
    </div>
  </section>
</template>

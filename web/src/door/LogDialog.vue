<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { answered, api, type LogLine } from '@/api/client'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import { timed } from '@/ui/times'
import { ROLES } from '@/ui/who'

/** Who came, was let in or out, was refused; what was shared, taken out or deleted. */
const emit = defineEmits<{ close: [] }>()
const lines = shallowRef<LogLine[]>([])
const more = ref(false)
const failed = ref<string>()
const PART = 100

async function load(): Promise<void> {
  try {
    const part = await answered(api.GET('/api/door/log', { params: { query: { before: lines.value.at(-1)?.id } } }))
    lines.value = [...lines.value, ...part]
    more.value = part.length === PART
    failed.value = undefined
  } catch (error) {
    failed.value = (error as Error).message
  }
}
onMounted(load)
const who = ({ who, role }: LogLine) =>
  who ? `${who}${role && role in ROLES ? `, ${ROLES[role as keyof typeof ROLES].toLowerCase()}` : ''}` : 'somebody'
</script>

<template>
  <ModalDialog open title="Log" @close="emit('close')">
    <p class="mt-2 text-text-2">Kept for 400 days. Sittings and looks stand in it by number.</p>
    <p v-if="failed" class="mt-2 text-warn" role="alert">{{ failed }}</p>
    <ol class="mt-3 max-h-[55vh] overflow-y-auto" tabindex="0" aria-label="What happened, newest first">
      <li v-for="line in lines" :key="line.id" class="border-t border-line py-1.5">
        <p>
          {{ who(line) }} <b class="font-[650]">{{ line.words }}</b>
        </p>
        <p class="label text-text-2">
          {{ timed('moment', line.at) }}<template v-if="line.address">, from {{ line.address }}</template>
        </p>
      </li>
      <li v-if="lines.length === 0 && !failed" class="py-2 text-text-2">Nothing yet.</li>
      <li v-if="more" class="py-2"><PushButton @click="load">Earlier</PushButton></li>
    </ol>
    <div class="mt-4 flex justify-end"><PushButton @click="emit('close')">Close</PushButton></div>
  </ModalDialog>
</template>

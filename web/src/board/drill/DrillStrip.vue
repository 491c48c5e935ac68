<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useBoard } from '@/look/board'
import { useDrill } from '@/look/drill'
import KeyCap from '@/ui/KeyCap.vue'
import PipRow from '@/ui/PipRow.vue'
import PushButton from '@/ui/PushButton.vue'
import { spent } from '@/ui/times'

/** Where a drill has its tape: what is asked, how far it is, and the ways out of it. */
const { phone = false } = defineProps<{ phone?: boolean }>()
const board = useBoard()
const drill = useDrill()
const router = useRouter()
const ending = ref(false)
const now = useNow({ interval: 1000 })
/** One that is over is looked at, and says where it is judged. */
const run = computed(() => board.view?.run ?? undefined)

/** A break counts as five minutes. */
const seconds = computed(() => {
  const at = run.value
  if (!at) return 0
  const since = Math.max(0, (now.value.getTime() - new Date(at.last).getTime()) / 1000)
  return Math.round(at.took + Math.min(since, 300))
})

async function finish(): Promise<void> {
  const over = await drill.finish()
  if (over) await router.push({ name: 'tried', params: { id: over.id } })
}

async function end(): Promise<void> {
  if (await drill.end()) await router.push({ name: 'practice' })
}
</script>

<template>
  <section v-if="run?.over" class="card flex items-center gap-3 px-4 py-2" aria-label="Drill">
    <p class="min-w-0 flex-1">This try of {{ run.title }} is over.</p>
    <RouterLink
      :to="{ name: 'tried', params: { id: run.id } }"
      class="flex h-8 items-center rounded-key border border-edge px-3 font-[650]"
      >What came of it</RouterLink
    >
  </section>
  <section
    v-else-if="run"
    class="card flex min-w-0 items-center overflow-hidden"
    :class="phone ? 'shrink-0 flex-wrap gap-x-3 gap-y-1 px-3 py-1.5' : ''"
    aria-label="Drill"
  >
    <p class="min-w-0" :class="phone ? 'basis-full' : 'flex-1 px-4'">
      <span class="label block text-text-2">Drill {{ run.number }}, asked</span>
      <span class="block truncate" :title="run.about"
        ><b class="font-[650]">{{ run.asked }}</b></span
      >
    </p>
    <p class="shrink-0" :class="phone ? '' : 'border-l border-line px-4 py-1'">
      <span class="label block text-text-2">Readings</span>
      <span class="flex items-center gap-2 tabular-nums"
        ><PipRow v-if="!phone" :done="run.so_far.readings" :best="run.shortest.readings" /><span
          ><b class="font-[650]">{{ run.so_far.readings }}</b> of {{ run.shortest.readings }}</span
        ></span
      >
    </p>
    <p class="shrink-0" :class="phone ? '' : 'border-l border-line px-4 py-1'">
      <span class="label block text-text-2">Moves</span>
      <span class="flex items-center gap-2 tabular-nums"
        ><PipRow v-if="!phone" :done="run.so_far.moves" :best="run.shortest.moves" /><span
          ><b class="font-[650]">{{ run.so_far.moves }}</b> of {{ run.shortest.moves }}</span
        ></span
      >
    </p>
    <p class="shrink-0" :class="phone ? '' : 'border-l border-line px-4 py-1'" role="timer" aria-live="off">
      <span class="label block text-text-2">Time</span>
      <span class="tabular-nums"
        ><b class="font-[650]">{{ spent(seconds) }}</b> of about {{ spent(run.seconds) }}</span
      >
    </p>
    <div v-if="!board.looksOn" class="flex shrink-0 items-center gap-2" :class="phone ? 'ml-auto' : 'px-3'">
      <template v-if="ending">
        <PushButton @click="end">Yes, end it</PushButton>
        <PushButton @click="ending = false">Go on</PushButton>
      </template>
      <template v-else>
        <PushButton v-if="run.alone" data-writes :disabled="!drill.yours" @click="drill.tell"
          ><template v-if="phone">Tell me</template><template v-else>Tell me the next move <KeyCap>J</KeyCap></template>
        </PushButton>
        <PushButton primary data-writes :disabled="drill.busy || board.busyWriting" @click="finish">{{
          phone ? 'Done' : 'I am done'
        }}</PushButton>
        <PushButton v-if="!phone" @click="ending = true">End</PushButton>
      </template>
    </div>
  </section>
</template>

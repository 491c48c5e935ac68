<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { answered, api, OutOfReach, type SharedView } from '@/api/client'
import StopLadder from '@/board/ladder/StopLadder.vue'
import CameraNow from '@/draw/CameraNow.vue'
import SpineLadder from '@/draw/SpineLadder.vue'
import WordLine from '@/draw/WordLine.vue'
import HeightsDrawing from '@/plan/drawing/HeightsDrawing.vue'
import PlanDrawing from '@/plan/drawing/PlanDrawing.vue'
import AppBar from '@/ui/AppBar.vue'
import PushButton from '@/ui/PushButton.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { usePhone } from '@/ui/phone'
import { timed } from '@/ui/times'

/** A look as its link shows it: to be read, and nothing around it. */
const { token } = defineProps<{ token: string }>()
const shown = shallowRef<SharedView>()
const failed = ref<{ words: string; again: boolean }>()
const keysOpen = ref(false)
const chosen = ref('')
const phone = usePhone()

async function load(): Promise<void> {
  try {
    shown.value = await answered(api.GET('/api/shared', { headers: { authorization: `Bearer ${token}` } }))
    chosen.value = shown.value.board.lanes.find((lane) => lane.role === 'key')?.id ?? ''
    failed.value = undefined
  } catch (error) {
    failed.value = { words: (error as Error).message, again: error instanceof OutOfReach }
  }
}
// Another link that is put into the same page is another look.
watch(() => token, load, { immediate: true })
useTitle(() => (shown.value ? `${shown.value.look} · Ink Lamp` : 'Ink Lamp'))
const asOf = computed(() => {
  const now = shown.value
  if (!now) return ''
  return now.version == null && now.updated_at
    ? `as of ${timed('lately', now.updated_at)}`
    : `as it stood at entry ${now.version}`
})
</script>

<template>
  <div class="mx-auto max-w-400">
    <AppBar bare @keys="keysOpen = true"><CameraNow v-if="shown && !phone" :camera="shown.board.camera" /></AppBar>
    <main class="px-2 pb-2">
      <section v-if="failed" class="card mx-auto mt-[8vh] max-w-180 p-10">
        <h1 class="font-voice text-title">{{ failed.words }}</h1>
        <p class="mt-2 text-text-2">A link shows one look, read only, until its day.</p>
        <PushButton v-if="failed.again" class="mt-4" @click="load">Try again</PushButton>
      </section>
      <template v-else-if="shown">
        <header class="card px-4.5 py-3">
          <h1 class="font-voice text-title font-[430]">
            {{ shown.sitting }}, <b class="font-[700]">{{ shown.look }}</b>
          </h1>
          <p class="mt-1 text-text-2">To be looked at, {{ asOf }}; shown until {{ timed('day', shown.until) }}.</p>
        </header>
        <div class="mt-2 grid grid-cols-[minmax(0,1fr)_30rem] gap-2 max-column:grid-cols-1">
          <SpineLadder v-if="phone" class="card h-90" :board="shown.board" :chosen />
          <StopLadder v-else class="h-155" :board="shown.board" :chosen still @choose="(lane) => (chosen = lane)" />
          <section class="card flex h-155 flex-col gap-1 p-2 max-phone:h-130" aria-label="Plan and heights">
            <h2 class="sr-only">Plan</h2>
            <PlanDrawing
              class="flex-1"
              :plan="shown.plan"
              :extent="shown.plan.extent"
              :contours="[]"
              :chosen
              :setup="shown.setup"
              still
              @choose="(light) => (chosen = light)"
            />
            <HeightsDrawing
              class="h-26 shrink-0"
              :plan="shown.plan"
              :extent="shown.plan.extent"
              :chosen
              :setup="shown.setup"
              still
              @choose="(light) => (chosen = light)"
            />
          </section>
        </div>
        <section v-if="shown.frames && shown.frames.length > 0" class="card mt-2 p-4.5" aria-labelledby="frames">
          <h2 id="frames" class="text-value font-[650]">Frames</h2>
          <ol class="mt-1">
            <li v-for="frame in shown.frames" :key="frame.at" class="border-t border-line py-1.5">
              <time class="label mr-3 text-text-2" :datetime="frame.at">{{ timed('moment', frame.at) }}</time>
              <WordLine :line="frame.line.head" /> <span class="text-text-2">{{ frame.line.tail }}</span>
            </li>
          </ol>
        </section>
      </template>
      <p v-else class="card p-6 text-text-2" role="status">Opening the look …</p>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands="[]" />
</template>

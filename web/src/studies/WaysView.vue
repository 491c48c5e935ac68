<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import CameraNow from '@/draw/CameraNow.vue'
import ColorPanel from '@/studies/color/ColorPanel.vue'
import FreezePanel from '@/studies/freeze/FreezePanel.vue'
import NoFlashPanel from '@/studies/no-flash/NoFlashPanel.vue'
import ShutterPanel from '@/studies/shutter/ShutterPanel.vue'
import AwayBar from '@/look/AwayBar.vue'
import LookName from '@/look/LookName.vue'
import LooksOn from '@/look/LooksOn.vue'
import { useAsItStands } from '@/look/asItStands'
import { useBoard } from '@/look/board'
import { useKit } from '@/look/kit'
import { useRoom } from '@/look/room'
import AppBar from '@/ui/AppBar.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { studyCommands } from './commands'
import WaysPanel from '@/studies/ways/WaysPanel.vue'

/** The room, and all the ways to what is wished of it; what the shutter does to flash; what freezes; what mixes in. */
const { id, study = '' } = defineProps<{ id: string; study?: string }>()
const board = useBoard()
const room = useRoom()
const kit = useKit()
const router = useRouter()
const keysOpen = ref(false)
useAsItStands(() => id)
onMounted(() => kit.load().catch(() => undefined))
watch(
  [() => board.view?.setup, () => kit.gels, () => kit.strobes, () => study],
  ([setup]) => {
    const sheets = <T,>(pieces: { sheet: T }[]) => pieces.slice(0, 100).map((p) => p.sheet)
    if (setup && study)
      void room.study.ask({ setup, question: { frames: [], gels: sheets(kit.gels), units: sheets(kit.strobes) } })
  },
  { immediate: true },
)
useTitle(() => (board.view ? `Ways · ${board.view.sitting.name} · Ink Lamp` : 'Ink Lamp'))

const STUDIES = [
  { is: '', words: 'Ways' },
  { is: 'shutter', words: 'Shutter' },
  { is: 'freeze', words: 'Freeze' },
  { is: 'colour', words: 'Colour' },
  { is: 'no-flash', words: 'No flash' },
] as const
const panel = computed(
  () => ({ shutter: ShutterPanel, freeze: FreezePanel, colour: ColorPanel, 'no-flash': NoFlashPanel })[study],
)

function go(n: number): boolean {
  const at = STUDIES[n - 1]
  if (at) void router.push({ name: 'ways', params: { id, study: at.is } })
  return Boolean(at)
}
const commands = studyCommands({ study: go, leave: () => void router.push({ name: 'board', params: { id } }) })
</script>

<template>
  <div class="flex min-h-dvh flex-col">
    <AppBar :board="id" @keys="keysOpen = true">
      <LookName />
      <CameraNow v-if="board.view" :camera="board.view.board.camera" />
    </AppBar>
    <nav class="flex flex-wrap gap-1 px-2 pb-2" aria-label="Ways and studies">
      <RouterLink
        v-for="(at, n) in STUDIES"
        :key="at.is"
        :to="{ name: 'ways', params: { id, study: at.is } }"
        class="flex h-8 items-center rounded-key border px-3"
        :class="at.is === study ? 'border-edge bg-card font-[650] text-text' : 'border-transparent text-text-2'"
        :aria-current="at.is === study ? 'page' : undefined"
        >{{ at.words }}<span class="sr-only">, key {{ n + 1 }}</span></RouterLink
      >
    </nav>
    <AwayBar />
    <LooksOn v-if="board.looksOn" class="mx-2 mb-2" />
    <main class="flex-1 px-2 pb-2">
      <p v-if="board.failed" class="card px-4.5 py-4 text-warn">{{ board.failed }}</p>
      <WaysPanel v-else-if="!study" />
      <fieldset
        v-else-if="panel && room.study.answer.value && board.view && board.scales"
        :disabled="board.looksOn"
        class="contents"
        :class="board.looksOn ? 'not-yours' : ''"
      >
        <component :is="panel" :scales="board.scales" :study="room.study.answer.value" />
      </fieldset>
      <p v-else class="card px-4.5 py-4 text-text-2" role="status">
        {{ room.study.failed.value ?? 'Working it out …' }}
      </p>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands />
</template>

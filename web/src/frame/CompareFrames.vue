<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, type FrameView } from '@/api/client'
import WordLine from '@/draw/WordLine.vue'
import { pictureOf } from '@/picture/roll'
import FramePicture from '@/picture/FramePicture.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import KeyCap from '@/ui/KeyCap.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import { usePhone } from '@/ui/phone'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import { exposedOf } from './teaching'

/** Two frames of a look, side by side or one over the other at the same place, with what was changed between them. */
const { look, frames, numbers, shown } = defineProps<{
  look: string
  frames: readonly FrameView[]
  numbers: ReadonlyMap<string, number>
  shown: string
}>()
const emit = defineEmits<{ close: [] }>()
const phone = usePhone()

const at = frames.findIndex((f) => f.picture === shown)
/** The one that is looked at, and the one before it. */
const second = ref(frames[Math.max(at, 1)]?.picture ?? shown)
const first = ref(frames[Math.max(at, 1) - 1]?.picture ?? shown)
const choices = computed(() =>
  frames.map((f, n) => ({
    value: f.picture,
    words: `${numbers.get(f.picture) ? `Frame ${numbers.get(f.picture)}` : `${n + 1}.`} ${f.file}`,
  })),
)
const way = ref<'beside' | 'over'>(phone.value ? 'over' : 'beside')
const WAYS = [
  { value: 'beside', words: 'Side by side' },
  { value: 'over', words: 'A / B' },
] as const
/** Which of the two is seen where they lie over each other. */
const seen = ref<'a' | 'b'>('b')
const SEEN = [
  { value: 'a', words: 'A' },
  { value: 'b', words: 'B' },
] as const

const both = computed(() =>
  [first.value, second.value].flatMap((picture) => {
    const frame = frames.find((f) => f.picture === picture)
    return frame
      ? [{ picture: pictureOf(picture), width: frame.kept_width, height: frame.kept_height, told: exposedOf(frame) }]
      : []
  }),
)
const drawn = computed(() =>
  both.value.flatMap((frame, n) =>
    way.value === 'beside' || (seen.value === 'a') === (n === 0) ? [{ ...frame, named: n === 0 ? 'A' : 'B' }] : [],
  ),
)

const asking = useAsking(async (query: { from: string; to: string }) => {
  const params = { path: { id: look }, query }
  return { ...query, ...(await answered(api.GET('/api/setups/{id}/frames/changes', { params }))) }
})
watch([first, second], ([from, to]) => void asking.ask({ from, to }), { immediate: true })
const changes = computed(() => {
  const now = asking.answer.value
  return now?.from === first.value && now.to === second.value ? now.changes : undefined
})
const wrong = computed(() => asking.refused.value?.problem.detail ?? asking.failed.value)

function flip(event: KeyboardEvent): void {
  if (event.key.toLowerCase() !== 'a' || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  if (way.value === 'beside') way.value = 'over'
  else seen.value = seen.value === 'a' ? 'b' : 'a'
}
</script>

<template>
  <ModalDialog open size="full" title="Two frames against each other" @close="emit('close')" @keydown="flip">
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <ChoiceList v-model="first" label="A" :options="choices" class="w-60 max-phone:w-full" />
      <ChoiceList v-model="second" label="B" :options="choices" class="w-60 max-phone:w-full" />
      <SegmentedChoice v-model="way" label="Side by side or over each other" :options="WAYS" class="ml-auto" />
      <SegmentedChoice v-if="way === 'over'" v-model="seen" label="Which is seen" :options="SEEN" />
      <KeyCap v-if="!phone">A</KeyCap>
    </div>
    <div class="mt-2 grid gap-2" :class="way === 'beside' ? 'grid-cols-2' : 'grid-cols-1'">
      <figure v-for="frame in drawn" :key="frame.named" class="min-w-0">
        <FramePicture class="h-[52vh]" :frame :named="`Frame ${frame.named}`" />
        <figcaption class="label mt-1 text-text-2 tabular-nums">
          <b class="font-[650] text-text">{{ frame.named }}</b> {{ frame.told ?? 'does not say how it was exposed' }}
        </figcaption>
      </figure>
    </div>
    <section class="mt-2 min-h-16" aria-label="What was changed from A to B" aria-live="polite">
      <p v-if="wrong" class="text-warn">{{ wrong }}</p>
      <ul v-else-if="changes?.length" class="flex flex-wrap gap-x-5 gap-y-1">
        <li v-for="(line, n) in changes" :key="n"><WordLine :line /></li>
      </ul>
      <p v-else-if="changes" class="text-text-2">Nothing was changed between them, as far as it was told.</p>
    </section>
  </ModalDialog>
</template>

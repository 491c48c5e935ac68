<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { CameraBody, FramePatch, FrameView } from '@/api/client'
import { linear } from '@/draw/scale'
import { useBoard } from '@/look/board'
import { useKit } from '@/look/kit'
import { smallOf } from '@/picture/roll'
import ChoiceList from '@/ui/ChoiceList.vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import { useNotices } from '@/ui/notices'
import PushButton from '@/ui/PushButton.vue'
import { may } from '@/ui/who'
import { exposedOf, useTeaching } from './teaching'
import { shownTone } from './tone'

/** A camera is taught its tone curve: from frames of one grey card in one light, each exposed otherwise. */
const { look, frames, shown, card } = defineProps<{
  look: string
  frames: readonly FrameView[]
  shown: string
  /** Where the card is, in all of them. */
  card: FramePatch
}>()
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const kit = useKit()
const notices = useNotices()
const list = useTemplateRef('list')
// The bracket is in sight, once the dialog is there.
watch(
  list,
  (now) => {
    const first = now?.querySelector('input:checked')?.closest('li')
    if (now && first) now.scrollTop = first.offsetTop
  },
  { flush: 'post' },
)
// A camera that is in no kit is taught in this look alone.
onMounted(() => kit.load().catch(() => undefined))

const { chosen, bracket, turn, taught, wrong } = useTeaching(
  () => look,
  () => frames,
  () => shown,
  () => card,
)
const uses = computed(() => new Map(taught.value?.frames.map((f) => [f.picture, f])))
/** What became of a frame, in a word. */
function used(picture: string): string {
  const frame = uses.value.get(picture)
  if (!frame) return ''
  return frame.used === 'taken' ? shownTone(frame.tone) : frame.used
}

const own = computed(() => board.setup?.camera?.body ?? undefined)
const cameras = computed(() => {
  const all = kit.cameras.map((c) => c.sheet.name)
  const name = own.value?.name
  return (name && !all.includes(name) ? [name, ...all] : all).map((value) => ({ value, words: value }))
})
const picked = ref<string>()
const camera = computed({
  get: () => picked.value ?? own.value?.name ?? cameras.value[0]?.value ?? '',
  set: (name) => (picked.value = name),
})
const inKit = computed(() => kit.cameras.find((c) => c.sheet.name === camera.value))

async function keep(): Promise<void> {
  const [curve, exposure] = [taught.value?.curve, board.setup?.camera?.exposure]
  const body: CameraBody | undefined = inKit.value?.sheet ?? own.value
  if (!curve || !body || !exposure) return
  try {
    if (inKit.value && may('keep')) await kit.put(inKit.value.id, { camera: { ...body, curve } }, false)
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
    return
  }
  const { aperture, shutter, iso } = exposure
  // What the look has of the camera stays, but for what it was taught.
  const here = own.value?.name === body.name ? own.value : body
  board.write({ camera: { aperture, shutter, iso, body: { ...here, curve } } })
  notices.say(`${body.name} was taught its tone: within ${taught.value?.sure.toFixed(2)} stop.`)
  emit('close')
}

const WIDE = 360
const HIGH = 220
const x = linear([0, 255], [34, WIDE - 8])
const y = linear([3, -6], [10, HIGH - 22])
const line = (of: 'plain' | 'tone') =>
  (taught.value?.drawn ?? [])
    .filter((d) => d[of] > -6.5 && d[of] < 3.5)
    .map((d, n) => `${n ? 'L' : 'M'}${x(d.value)} ${y(d[of])}`)
    .join('')
/** Where the card lies in each frame that was taken: at the value that its plain tone stands for. */
const points = computed(() =>
  (taught.value?.frames ?? []).flatMap(({ picture, plain, tone, used }) => {
    const value = plain != null && tone != null && used === 'taken' ? valueOf(plain) : undefined
    return value === undefined ? [] : [{ picture, x: x(value), y: y(tone as number) }]
  }),
)
/** The value of a plain tone, between those that are drawn. */
function valueOf(plain: number): number | undefined {
  const drawn = taught.value?.drawn ?? []
  const n = drawn.findIndex((d) => d.plain >= plain)
  const [from, to] = [drawn[n - 1], drawn[n]]
  return from && to && from.value + ((plain - from.plain) / (to.plain - from.plain)) * (to.value - from.value)
}
</script>

<template>
  <ModalDialog open size="wide" title="Teach the camera’s tone" @close="emit('close')">
    <p class="mt-1 text-text-2">
      3 to 11 frames of one grey card in one light, about a stop apart, from dark to bright. The patch must lie on the
      card in all of them; their files say how each was exposed.
    </p>
    <div class="mt-3 grid grid-cols-[minmax(0,1fr)_22.5rem] gap-4 max-[45rem]:grid-cols-1">
      <ul ref="list" class="relative max-h-75 overflow-y-auto" aria-label="Frames of the bracket">
        <li v-for="frame in frames" :key="frame.picture">
          <label class="flex min-h-12 items-center gap-2 px-1" :class="exposedOf(frame) ? '' : 'text-text-3'">
            <input
              type="checkbox"
              class="h-4 w-4 accent-text"
              :checked="chosen.has(frame.picture)"
              :disabled="!exposedOf(frame)"
              @change="turn(frame.picture)"
            />
            <img :src="smallOf(frame.picture)" alt="" class="h-10 w-10 bg-[#777777] object-contain" loading="lazy" />
            <span class="label min-w-0 flex-1"
              ><span class="block truncate">{{ frame.file }}</span
              ><span class="block text-text-2 tabular-nums">{{
                exposedOf(frame) ?? 'does not say how it was exposed'
              }}</span></span
            >
            <b class="label w-14 text-right font-[650] tabular-nums">{{ used(frame.picture) }}</b>
          </label>
        </li>
      </ul>
      <div>
        <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" class="w-full" role="img" aria-label="The tone behind each value">
          <g v-for="stops in [3, 2, 1, 0, -1, -2, -3, -4, -5, -6]" :key="stops">
            <path
              :d="`M34 ${y(stops)}H${WIDE - 8}`"
              :class="stops === 0 ? 'stroke-text' : 'stroke-line'"
              :stroke-width="stops === 0 ? 1.4 : 1"
            />
            <text x="28" :y="y(stops) + 4" text-anchor="end" class="label fill-text-2">
              {{ stops > 0 ? `+${stops}` : stops < 0 ? `−${-stops}` : '0' }}
            </text>
          </g>
          <text
            v-for="value in [0, 118, 255]"
            :key="value"
            :x="x(value)"
            :y="HIGH - 4"
            :text-anchor="value === 255 ? 'end' : 'middle'"
            class="label fill-text-2"
          >
            {{ value }}
          </text>
          <path :d="line('plain')" fill="none" class="stroke-text-2" stroke-width="1.3" stroke-dasharray="3 2" />
          <path :d="line('tone')" fill="none" class="stroke-text" stroke-width="2" />
          <circle v-for="p in points" :key="p.picture" :cx="p.x" :cy="p.y" r="4" class="fill-text" />
        </svg>
        <p class="label text-text-2">
          Stops over mid-grey by the picture’s value: solid this camera, dashed plain sRGB. Mid-grey is put at 118.
        </p>
      </div>
    </div>
    <p class="mt-3 min-h-11" role="status">
      <span v-if="wrong" class="text-warn">{{ wrong }}</span>
      <template v-else-if="taught">
        Tones of this camera will be sure to <b class="font-[650]">± {{ taught.sure.toFixed(2) }}</b> stop where the
        bracket reaches, in place of ± 0.3. It holds for this camera with this picture style.
      </template>
      <template v-else-if="bracket.length === 0">Choose the frames of the bracket.</template>
    </p>
    <div class="mt-2 flex flex-wrap items-center justify-end gap-2">
      <ChoiceList v-if="cameras.length" v-model="camera" label="Camera" :options="cameras" class="w-52" />
      <span v-else class="text-text-2">Say which camera it is, on the board, and it can be kept.</span>
      <PushButton @click="emit('close')">Leave it</PushButton>
      <PushButton
        primary
        data-writes
        :disabled="!taught || !camera || !board.setup?.camera || board.still"
        @click="keep"
        >Keep it</PushButton
      >
    </div>
  </ModalDialog>
</template>

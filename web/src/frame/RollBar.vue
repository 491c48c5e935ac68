<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { v7 } from 'uuid'
import { computed, ref } from 'vue'
import { answered, api, type FrameView, type NamedPatch } from '@/api/client'
import { useBoard } from '@/look/board'
import { later } from '@/ui/later'
import { useNotices } from '@/ui/notices'
import PushButton from '@/ui/PushButton.vue'
import { usePhone } from '@/ui/phone'
import { may } from '@/ui/who'
import StarRow from './StarRow.vue'

const CompareFrames = later(() => import('./CompareFrames.vue'))
const TeachTone = later(() => import('./TeachTone.vue'))
const NoteDialog = later(() => import('./NoteDialog.vue'))

/** What is said of a frame as a picture, and what else can be done with it and the roll. */
const { look, frame, frames, numbers, card, follow } = defineProps<{
  look: string
  frame: FrameView
  frames: readonly FrameView[]
  numbers: ReadonlyMap<string, number>
  /** A patch on a grey card, where one is chosen. */
  card: NamedPatch | undefined
  /** Moves the patches with the sitter. */
  follow: () => Promise<void>
}>()
const emit = defineEmits<{ rated: [] }>()
const board = useBoard()
const notices = useNotices()
const phone = usePhone()
const comparing = defineModel<boolean>('comparing', { required: true })
const noting = ref(false)
const teaching = ref(false)
function teach(): void {
  if (card) teaching.value = true
  else notices.say('Lay a Grey card patch on the card, and choose it: then the tone can be taught.')
}

async function rate(rating: number, note: string | undefined): Promise<void> {
  const body = { rating, ...(note ? { note } : {}) }
  await answered(api.PUT('/api/frames/{id}/rating', { params: { path: { id: frame.picture } }, body }))
  emit('rated')
}
const rating = computed({
  get: () => frame.rating,
  set: (now) => {
    rate(now, frame.note ?? undefined).catch((error: Error) => notices.say(error.message, { warn: true }))
  },
})

function moved(): void {
  follow().catch((error: Error) => notices.say(error.message, { warn: true }))
}

const others = computed(() => (board.view?.sitting.looks ?? []).filter((other) => other.id !== look))
async function leave(to?: { id: string; name: string }): Promise<void> {
  const at = new Date().toISOString()
  const body = { picture: frame.picture, away: v7(), here: v7(), at, ...(to ? { to: to.id } : {}) }
  try {
    await answered(api.POST('/api/setups/{id}/frames/move', { params: { path: { id: look } }, body }))
    notices.say(to ? `${frame.file} is in ${to.name}.` : `${frame.file} is out of the roll.`)
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}
const items = computed(() => [
  ...(frames[0]?.picture !== frame.picture ? [{ words: 'Move the patches with the sitter', run: moved }] : []),
  ...(frames.length >= 3 ? [{ words: 'Teach the camera’s tone', run: teach }] : []),
  ...(may('write') && !board.still
    ? [
        ...others.value.map((other) => ({ words: `Move to ${other.name}`, run: () => leave(other) })),
        { words: 'Take it out of the roll', run: () => leave() },
        ...(phone.value ? [{ words: 'Note', run: () => (noting.value = true) }] : []),
      ]
    : []),
])
const FILES = [
  { words: 'Sidecars of the roll (XMP)', end: 'frames.xmp.zip' },
  { words: 'The roll as a table (CSV)', end: 'frames.csv' },
]
</script>

<template>
  <div class="flex flex-wrap items-center gap-1 px-3 pt-1">
    <StarRow v-model="rating" :disabled="!may('write')" />
    <PushButton v-if="!phone" :disabled="!may('write')" class="ml-1" @click="noting = true">{{
      frame.note ? 'Note ·' : 'Note'
    }}</PushButton>
    <PushButton :disabled="frames.length < 2" @click="comparing = true">Compare</PushButton>
    <p v-if="frame.note" class="label min-w-0 flex-1 truncate text-text-2">{{ frame.note }}</p>
    <Menu as="div" class="relative ml-auto">
      <MenuButton
        class="h-8 w-8 max-phone:h-11 max-phone:w-11 rounded-key text-cam leading-none"
        aria-label="More of this frame and the roll"
        >⋯</MenuButton
      >
      <MenuItems
        class="absolute right-0 bottom-full z-30 mb-1 min-w-60 rounded-key border border-edge bg-field py-1 outline-none"
      >
        <MenuItem v-for="item in items" :key="item.words" v-slot="{ active }">
          <button
            type="button"
            class="flex h-8 w-full items-center px-3 text-left max-phone:h-11"
            :class="active ? 'bg-raise' : ''"
            @click="item.run"
          >
            {{ item.words }}
          </button>
        </MenuItem>
        <MenuItem v-for="item in FILES" :key="item.end" v-slot="{ active }">
          <a
            :href="`/api/setups/${look}/${item.end}`"
            download
            class="flex h-8 w-full items-center px-3 max-phone:h-11"
            :class="active ? 'bg-raise' : ''"
            >{{ item.words }}</a
          >
        </MenuItem>
      </MenuItems>
    </Menu>
    <NoteDialog
      v-if="noting"
      :note="frame.note ?? ''"
      :save="(note: string) => rate(frame.rating, note.trim() || undefined)"
      @close="noting = false"
    />
    <TeachTone
      v-if="teaching && card"
      :look
      :frames
      :shown="frame.picture"
      :card="{ x: card.x, y: card.y, radius: card.radius }"
      @close="teaching = false"
    />
    <CompareFrames v-if="comparing" :look :frames :numbers :shown="frame.picture" @close="comparing = false" />
  </div>
</template>

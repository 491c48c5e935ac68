<script setup lang="ts">
import { useTemplateRef, watch } from 'vue'
import type { FrameView } from '@/api/client'
import { smallOf } from '@/picture/roll'
import { timed } from '@/ui/times'

/** The frames of a look, oldest first: a press shows one large. */
const { frames, chosen, numbers } = defineProps<{
  frames: readonly FrameView[]
  chosen: string | undefined
  /** Which frame of the look each is, as far as that is known. */
  numbers: ReadonlyMap<string, number>
}>()
const emit = defineEmits<{ choose: [picture: string] }>()
const buttons = useTemplateRef('buttons')
// The one that is looked at is in sight, also where it just came in.
watch(
  () => [chosen, frames.length] as const,
  () =>
    buttons.value
      ?.find((button) => button.ariaPressed === 'true')
      ?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
  { flush: 'post', immediate: true },
)
const named = (frame: FrameView) => {
  const number = numbers.get(frame.picture)
  return number ? `Frame ${number}` : frame.file
}
</script>

<template>
  <ol class="roll" aria-label="Frames of this look, oldest first">
    <li v-for="frame in frames" :key="frame.picture">
      <button
        ref="buttons"
        type="button"
        class="surround"
        :aria-pressed="frame.picture === chosen"
        :aria-label="`${named(frame)}, ${timed('clock', frame.shot_at ?? frame.at)}`"
        @click="emit('choose', frame.picture)"
      >
        <img
          :src="smallOf(frame.picture)"
          :width="frame.kept_width"
          :height="frame.kept_height"
          alt=""
          loading="lazy"
          draggable="false"
        />
        <span class="told">{{ named(frame) }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.roll {
  display: flex;
  gap: 0.375rem;
  overflow-x: auto;
  padding: 0.375rem;
}
/* Judged on grey, as the large one is. */
.surround {
  display: grid;
  width: 5.5rem;
  height: 6.25rem;
  grid-template-rows: 1fr auto;
  place-items: center;
  padding: 0.375rem 0.25rem 0;
  background: #777777;
  color: #000000;
}
.surround[aria-pressed='true'] {
  outline: 2px solid var(--text);
  outline-offset: 1px;
}
img {
  width: auto;
  max-width: 4.75rem;
  height: 4.375rem;
  object-fit: contain;
}
.told {
  max-width: 100%;
  overflow: hidden;
  font-size: 0.75rem;
  line-height: 1.125rem;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>

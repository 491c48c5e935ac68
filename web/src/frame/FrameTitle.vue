<script setup lang="ts">
import type { components } from '@/api/generated'
import WordLine from '@/draw/WordLine.vue'
import type { Moment } from '@/picture/choices'
import PushButton from '@/ui/PushButton.vue'
import DoneButton from './DoneButton.vue'
import TitleCard from './TitleCard.vue'

/** What is next, over the frame. */
const { next, unknown } = defineProps<{
  next: components['schemas']['NextMove']
  /** What comes after it can be shown. */
  hasNext: boolean
  /** Lights that are not in the picture. */
  unknown: string[]
}>()
const moment = defineModel<Moment>({ required: true })
</script>

<template>
  <TitleCard named="Next move">
    <template #say><WordLine :line="next.say" /></template>
    <template #why
      ><WordLine v-if="next.why[0]" :line="next.why[0]" /><template v-if="unknown.length">
        Not in the picture, since nothing is known of it yet: {{ unknown.join(', ').toLowerCase() }}.</template
      ></template
    >
    <PushButton v-if="hasNext" :aria-pressed="moment === 'after'" @click="moment = moment === 'after' ? 'now' : 'after'"
      >Try it</PushButton
    >
    <DoneButton v-if="hasNext && next.action" :words="next.action.label" />
  </TitleCard>
</template>

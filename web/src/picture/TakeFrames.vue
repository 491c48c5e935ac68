<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import PushButton from '@/ui/PushButton.vue'
import { ACCEPT, useTaking } from './taking'

/** The way for files into a look, and how far those are that are on their way. */
const { look, disabled = false } = defineProps<{
  look: string
  disabled?: boolean
  /** Files come by key or by hand: there is no room for a button. */
  bare?: boolean
}>()
const taking = useTaking()
const input = useTemplateRef('input')
const here = computed(() => taking.files.filter((one) => one.look === look))
const percent = (share: number) => Math.round(share * 100)

function chosen(): void {
  taking.take(look, input.value?.files ?? [])
  // The same file can be chosen again.
  if (input.value) input.value.value = ''
}
defineExpose({ open: () => input.value?.click() })
</script>

<template>
  <div class="contents">
    <input
      ref="input"
      type="file"
      class="sr-only"
      multiple
      tabindex="-1"
      :accept="ACCEPT"
      aria-hidden="true"
      @change="chosen"
    />
    <PushButton v-if="!bare" data-writes :disabled @click="input?.click()">Load a frame</PushButton>
    <ul v-if="here.length" class="label order-last w-full space-y-1" aria-label="Frames on their way">
      <li v-for="one in here" :key="one.id" class="flex items-center gap-2">
        <template v-if="one.wrong">
          <span class="min-w-0 flex-1 text-warn" role="alert">{{ one.name }}: {{ one.wrong }}</span>
          <PushButton v-if="one.again" @click="taking.again(one.id)">Again</PushButton>
          <PushButton @click="taking.putAway(one.id)">Put away</PushButton>
        </template>
        <template v-else>
          <span class="min-w-0 flex-1 truncate text-text-2">{{ one.name }}</span>
          <progress class="h-1.5 w-24" max="100" :value="percent(one.sent)" :aria-label="`${one.name}, sent`" />
          <span class="w-20 text-right text-text-2 tabular-nums">{{
            one.sent < 1 ? `${percent(one.sent)} %` : 'being read'
          }}</span>
        </template>
      </li>
    </ul>
  </div>
</template>

<script setup lang="ts">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'
import type { StartOffered } from '@/api/client'
import FlatLadder from '@/sittings/FlatLadder.vue'
import { timed } from '@/ui/times'

/** What a new sitting may begin from, each with its pattern. */
defineProps<{ starts: readonly StartOffered[]; picked: number; labelled: string }>()
const emit = defineEmits<{ pick: [n: number] }>()

function words(start: StartOffered, n: number): { title: string; under: string } {
  const at = start.updated_at ? timed('moment', start.updated_at) : ''
  if (n === 1 && start.used === 0 && !start.kept_as)
    return { title: 'The last sitting', under: `${start.sitting}, ${at}` }
  const used = start.used === 1 ? 'begun from once' : `begun from ${start.used} times`
  return {
    title: start.kept_as ? `Kept: ${start.kept_as}` : start.name,
    under: `${start.sitting} · ${start.used === 0 ? at : used}`,
  }
}
</script>

<template>
  <RadioGroup
    :model-value="picked"
    :aria-labelledby="labelled"
    class="grid grid-cols-[repeat(auto-fill,minmax(11.5rem,1fr))] gap-2 max-phone:grid-cols-1"
    @update:model-value="emit('pick', $event)"
  >
    <RadioGroupOption
      v-for="(start, n) in starts"
      :key="start.look ?? ''"
      v-slot="{ checked }"
      :value="n"
      class="cursor-pointer rounded-card"
    >
      <div
        class="h-26 overflow-hidden rounded-card border px-3 py-2 max-phone:h-auto"
        :class="checked ? 'border-text border-l-[4px] bg-raise' : 'border-edge'"
      >
        <template v-if="start.look">
          <p class="truncate" :class="checked ? 'font-[650]' : ''">{{ words(start, n).title }}</p>
          <p class="label truncate text-text-2">{{ words(start, n).under }}</p>
          <FlatLadder :summary="start.summary" :width="170" :height="40" class="mt-1 max-phone:hidden" />
        </template>
        <template v-else>
          <p :class="checked ? 'font-[650]' : ''">Empty</p>
          <p class="label text-text-2">One key, a usual camera</p>
          <p class="label mt-2 max-phone:hidden">The room is read first, then the first light.</p>
        </template>
      </div>
    </RadioGroupOption>
  </RadioGroup>
</template>

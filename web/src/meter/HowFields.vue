<script setup lang="ts">
import CheckList from '@/ui/CheckList.vue'
import ChoiceList from '@/ui/ChoiceList.vue'
import { METERED, PLACES, RECEPTORS, type useHow } from './how'

/** How the reading is taken. */
const { how, single } = defineProps<{ how: ReturnType<typeof useHow>; single: boolean }>()
const { on, place, receptor, metered, others } = how
</script>

<template>
  <div class="grid gap-3">
    <CheckList v-if="single && others.length > 0" v-model="on" label="Other lights that are on" :options="others" />
    <div class="grid grid-cols-[1fr_1fr] gap-2">
      <div>
        <span class="label text-text-2">Where</span>
        <ChoiceList v-model="place" label="Where it is read" :options="PLACES" class="mt-1" />
      </div>
      <div>
        <span class="label text-text-2">Held</span>
        <ChoiceList v-model="receptor" label="How the meter is held" :options="RECEPTORS" class="mt-1" />
      </div>
      <div>
        <span class="label text-text-2">Fired</span>
        <ChoiceList v-model="metered" label="How the flash is fired" :options="METERED" class="mt-1" />
      </div>
    </div>
  </div>
</template>

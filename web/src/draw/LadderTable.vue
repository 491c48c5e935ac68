<script setup lang="ts">
import type { Board } from '@/api/client'

/** The ladder in words, for those who do not see it. */
defineProps<{ board: Board }>()
</script>

<template>
  <table class="sr-only">
    <caption>
      Lights against the exposure
    </caption>
    <thead>
      <tr>
        <th scope="col">Lane</th>
        <th scope="col">State</th>
        <th scope="col">Reading</th>
        <th scope="col">Target</th>
        <th scope="col">Gap</th>
        <th scope="col">Setting</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="lane in board.lanes" :key="lane.id">
        <th scope="row">{{ lane.name }}</th>
        <td>{{ lane.words }}</td>
        <td>
          <template v-if="lane.reading"
            >{{ lane.likely ? 'likely ' : '' }}{{ lane.reading.shown }} stops,
            {{ lane.reading.aperture.words }}</template
          >
          <template v-else-if="lane.guess">{{ lane.guess.words }} stops, {{ lane.guess.mark.aperture.words }}</template>
          <template v-if="lane.other">; {{ lane.other.place }} {{ lane.other.mark.shown }} stops</template>
        </td>
        <td>
          <template v-if="lane.target">{{ lane.target.shown }} stops, {{ lane.target.aperture.words }}</template>
          <template v-else-if="lane.floor">{{ lane.floor.name }}: {{ lane.floor.words }}</template>
        </td>
        <td>{{ lane.gap ? `${lane.gap.shown}, go ${lane.gap.way}` : '' }}</td>
        <td>{{ lane.foot.strong }} {{ lane.foot.pending ?? lane.foot.plain }}</td>
      </tr>
    </tbody>
  </table>
</template>

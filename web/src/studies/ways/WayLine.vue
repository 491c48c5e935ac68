<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import type { RoomWay, Ways } from '@/api/client'
import PushButton from '@/ui/PushButton.vue'
import { may } from '@/ui/who'
import RoleMark from '@/draw/RoleMark.vue'
import LandingTrack from './LandingTrack.vue'
import PowerBar from './PowerBar.vue'

/** One way: what it sets, where the room lands, what each light is asked for, and the catch. */
const { way, ways } = defineProps<{ way: RoomWay; ways: Ways; now?: number; width: number }>()
const emit = defineEmits<{ try: []; use: [] }>()
const open = ref(false)
const id = useId()
const tightest = computed(() => way.lights[0])
const quiet = computed(() => !way.does || !way.possible)
const usable = computed(() => way.entries.length > 0 && way.does && way.possible)
</script>

<template>
  <tr
    class="border-t border-line align-middle"
    :class="[way.in_use ? 'bg-raise/60 shadow-[inset_3px_0_0_var(--text)]' : '', quiet ? 'text-text-2' : '']"
  >
    <th scope="row" class="cell py-1 pl-4 text-left font-normal">
      <button
        type="button"
        class="block w-full rounded-key text-left"
        :aria-expanded="open"
        :aria-controls="`${id}-more`"
        :aria-label="`${way.name}: ${open ? 'less' : 'more'}`"
        @click="open = !open"
      >
        <span class="flex items-center gap-2 text-head" :class="quiet ? 'font-[450]' : 'font-[650]'"
          >{{ way.name }}
          <svg viewBox="0 0 10 6" class="h-1.25 w-2" aria-hidden="true" :class="open ? 'rotate-180' : ''">
            <path d="M1 1l4 4 4-4" fill="none" stroke="var(--text-3)" stroke-width="1.500" /></svg
        ></span>
        <span class="label line-clamp-2 text-text-2">{{ way.settings }}</span>
      </button>
    </th>
    <td class="cell track py-1"><LandingTrack :ways="ways" :way="way" :now="now" :width="width" /></td>
    <td class="cell px-2 text-right text-head" :class="quiet ? '' : 'font-[650]'">
      <span class="narrow-label">Flash must rise</span>{{ way.rise_shown }}
    </td>
    <td class="cell px-2 py-1">
      <template v-if="tightest">
        <div class="flex max-w-37.5 items-baseline gap-2">
          <RoleMark :role="tightest.role" :size="12" />
          <b :class="quiet ? 'font-[450]' : 'font-[650]'">{{ tightest.dial }}</b>
          <span class="label ml-auto text-text-2">{{ tightest.left }}</span>
        </div>
        <PowerBar :light="tightest" />
      </template>
      <span v-else class="label text-text-3">no light read yet</span>
    </td>
    <td class="cell px-2 text-right text-head whitespace-nowrap" :class="way.slow ? 'font-[650] text-warn' : ''">
      <template v-if="way.recycle != null"
        ><span class="narrow-label">Recycle</span>{{ way.recycle < 0.1 ? '<0.1' : way.recycle.toFixed(1)
        }}<small class="ml-0.5 text-label font-normal">s</small
        ><span v-if="way.slow" class="sr-only">, too slow</span></template
      >
    </td>
    <td class="cell px-2 text-right text-head whitespace-nowrap">
      <template v-if="way.focus"><span class="narrow-label">In focus</span>{{ way.focus }}</template>
    </td>
    <td class="cell px-2 py-1 leading-[1.25]">
      <b v-if="way.verdict" class="font-[650] text-text">{{ `${way.verdict} ` }}</b>{{ way.catch }}
    </td>
    <td class="cell py-1 pr-4 text-right">
      <span v-if="way.in_use" class="font-[650] whitespace-nowrap text-text">✓ In use</span>
      <PushButton v-else-if="usable && may('write')" :aria-label="`Try: ${way.name}`" @click="emit('try')"
        >Try</PushButton
      >
    </td>
  </tr>
  <tr v-if="open" :id="`${id}-more`">
    <td colspan="8" class="cell wide px-4 pb-3">
      <div class="flex flex-wrap gap-x-10 gap-y-2 rounded-key bg-field px-4 py-3">
        <table v-if="way.lights.length > 0" class="text-left">
          <caption class="label pb-1 text-left text-text-2">
            Every light, tightest first
          </caption>
          <tbody>
            <tr v-for="light in way.lights" :key="light.id">
              <th scope="row" class="pr-4 font-[650]"><RoleMark :role="light.role" :size="12" /> {{ light.name }}</th>
              <td class="pr-4 text-text-2">{{ light.unit }}</td>
              <td class="pr-4 font-[650]">{{ light.dial }}</td>
              <td class="pr-4" :class="light.possible ? 'text-text-2' : 'font-[650]'">{{ light.left }}</td>
              <td v-if="light.moved" class="text-text-2">nearer: {{ light.moved }}</td>
            </tr>
          </tbody>
        </table>
        <ul class="grid content-start gap-1 text-text-2">
          <li v-if="way.places">
            Room: {{ way.places }}<template v-if="way.room">; a mid-grey becomes {{ way.room.code }}</template>
          </li>
          <li v-if="way.ratio">Lit : shadow then {{ way.ratio }}</li>
          <li v-for="note in way.notes" :key="note">{{ note }}</li>
        </ul>
        <PushButton v-if="usable && !way.in_use && may('write')" class="ml-auto self-end" @click="emit('use')"
          >Use: write camera and dials</PushButton
        >
      </div>
    </td>
  </tr>
</template>

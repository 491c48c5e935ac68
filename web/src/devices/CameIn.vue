<script setup lang="ts">
import { computed, ref } from 'vue'
import type { CameView } from '@/api/client'
import FNumber from '@/draw/FNumber.vue'
import RoleMark from '@/draw/RoleMark.vue'
import { useJoined } from '@/look/joined'
import ChoiceList from '@/ui/ChoiceList.vue'
import PushButton from '@/ui/PushButton.vue'
import { timed } from '@/ui/times'
import { may } from '@/ui/who'
import { told, type Named } from './words'

/** What came in from devices, and where it went; what asks is answered here. */
const { came, subjects, look } = defineProps<{ came: CameView[]; subjects: Named[]; look?: string }>()
const joined = useJoined()
const named = (id: string) => subjects.find((one) => one.id === id)?.name ?? id
const rows = computed(() =>
  came.map((one) => ({ ...one, words: one.told && told(one.told, named), role: roleOf(one) })),
)

function roleOf({ told: what }: CameView): Named['role'] {
  const of = what && ('reading' in what ? what.reading.of : 'dial' in what ? what.dial.light : undefined)
  return subjects.find((one) => one.id === of)?.role
}
const went = (one: CameView) => {
  if (one.went === 'away') return 'put away'
  if (one.went === 'asks') return 'kept, asks what it is of'
  return one.told && 'reading' in one.told
    ? 'to the ladder'
    : one.told && 'frame' in one.told
      ? 'to Frame'
      : 'to the tape'
}
/** What each reading that asks is said to be of. */
const chosen = ref<Record<string, string>>({})
const offered = computed(() => subjects.map(({ id, name }) => ({ value: id, words: name.toLowerCase() })))
const choice = (id: string) => chosen.value[id] ?? subjects[0]?.id ?? ''
</script>

<template>
  <section class="card min-h-40 p-3" aria-labelledby="came-in">
    <h2 id="came-in" class="text-value font-[650]">Came in</h2>
    <p v-if="rows.length === 0" class="mt-2 text-text-2">Nothing yet.</p>
    <ul v-else class="mt-1.5 max-h-64 overflow-y-auto" tabindex="0" aria-label="What came in, the newest first">
      <li
        v-for="one in rows"
        :key="one.id"
        class="grid grid-cols-[2.75rem_1.125rem_minmax(0,1fr)_auto] items-center gap-x-1.5 border-t border-line py-1"
      >
        <span class="label text-text-2">{{ timed('clock', one.at) }}</span>
        <RoleMark v-if="one.role" :role="one.role" :size="13" /><span v-else />
        <span class="min-w-0"
          >{{ one.device
          }}<span v-if="one.simulated" class="label ml-1 rounded-key border border-edge px-1 text-text-2"
            >simulated</span
          >:
          <template v-if="one.words">
            <b class="font-[650]"
              >{{ one.words.before }} <FNumber v-if="one.words.shows" :f="one.words.shows" /></b></template
          ><template v-else>a later version wrote this</template></span
        >
        <span class="label text-right" :class="one.went === 'asks' ? 'font-[650] text-text' : 'text-text-2'">{{
          went(one)
        }}</span>
        <div
          v-if="one.went === 'asks' && may('write')"
          class="col-span-4 flex flex-wrap items-center gap-2 pt-1.5 pl-16.5"
        >
          <template v-if="look && subjects.length > 0">
            <div class="w-36">
              <ChoiceList
                :model-value="choice(one.id)"
                label="What it is of"
                :options="offered"
                small
                @update:model-value="(of) => (chosen = { ...chosen, [one.id]: of })"
              />
            </div>
            <PushButton @click="joined.place(one.id, { look, of: choice(one.id) })">It is this</PushButton>
          </template>
          <span v-else class="label text-text-2">Open the look that it belongs to.</span>
          <PushButton @click="joined.place(one.id)">Put it away</PushButton>
        </div>
      </li>
    </ul>
  </section>
</template>

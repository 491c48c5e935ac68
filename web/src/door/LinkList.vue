<script setup lang="ts">
import dayjs from 'dayjs'
import { v7 } from 'uuid'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { answered, api, type DoorLink, type DoorView, type SittingInList } from '@/api/client'
import ChoiceList from '@/ui/ChoiceList.vue'
import { useNotices } from '@/ui/notices'
import PushButton from '@/ui/PushButton.vue'
import { timed } from '@/ui/times'
import { useDoor } from './store'

/** Looks that are shown by link, to be read. */
const { door } = defineProps<{ door: DoorView }>()
const store = useDoor()
const notices = useNotices()
const route = useRoute()
const sittings = shallowRef<SittingInList[]>([])
const asked = typeof route.query.look === 'string' ? route.query.look : ''
const chosen = ref(asked)
const pictures = ref(true)
const asNow = ref(false)
/** Until the end of a day, so many days from now. */
const days = ref('7')
const dayOf = (n: string) => dayjs().add(Number(n), 'day').endOf('day')
const DAYS = ['0', '1', '2', '3', '7', '14', '30', '90', '365'].map((value) => ({
  value,
  words: value === '365' ? timed('date', dayOf(value).toDate()) : timed('day', dayOf(value).toDate()),
}))
const ending = ref<string>()

const looks = computed(() =>
  sittings.value.flatMap(({ sitting }) =>
    sitting.looks.map((look) => ({ value: look.id, words: `${sitting.name} · ${look.name}` })),
  ),
)
const look = computed({
  get: () => (looks.value.some((l) => l.value === chosen.value) ? chosen.value : (looks.value[0]?.value ?? '')),
  set: (to) => (chosen.value = to),
})
onMounted(async () => {
  sittings.value = await answered(api.GET('/api/sittings', { params: { query: {} } })).catch(() => [])
})

async function make(): Promise<void> {
  try {
    const id = look.value
    const version = asNow.value
      ? (await answered(api.GET('/api/setups/{id}', { params: { path: { id } } }))).version
      : undefined
    const body = {
      id: v7(),
      look: id,
      version,
      pictures: pictures.value,
      until: dayOf(days.value).toISOString(),
    }
    const made = await answered(api.POST('/api/door/links', { body }))
    await store.load()
    await copy(made)
  } catch (error) {
    notices.say((error as Error).message, { warn: true })
  }
}

async function copy(link: DoorLink): Promise<void> {
  try {
    await navigator.clipboard.writeText(link.url)
    notices.say('The link is copied. Whoever has it sees this look, and nothing else.')
  } catch {
    // Plain networks have no clipboard: the link stands there to be marked and copied.
    notices.say(`Copy it by hand: ${link.url}`)
  }
}
async function end(link: DoorLink): Promise<void> {
  ending.value = undefined
  await store.act(
    answered(api.DELETE('/api/door/links/{id}', { params: { path: { id: link.id } } })),
    'The link opens nothing any more.',
  )
}
const times = (n: number) => (n === 0 ? 'not yet' : n === 1 ? 'once' : `${n} times`)
const opened = (link: DoorLink) =>
  link.opened_at ? `${times(link.opened)}, last ${timed('lately', link.opened_at)}` : times(link.opened)
const short = (link: DoorLink) => `${link.url.replace(/^https?:\/\//, '').slice(0, 34)}…`
</script>

<template>
  <section class="card p-4.5" aria-labelledby="links">
    <h2 id="links" class="text-value font-[650]">
      Share a look by link
      <span class="label ml-1 font-normal text-text-2">read only: ladder and plan; no names of other sittings</span>
    </h2>
    <form class="mt-3 flex flex-wrap items-center gap-x-3 gap-y-2" @submit.prevent="make">
      <ChoiceList v-model="look" label="Look" class="w-74" :options="looks" />
      <span class="flex items-center gap-2 text-text-2"
        >until <ChoiceList v-model="days" label="Shown until" class="w-36 text-text" :options="DAYS"
      /></span>
      <label class="flex h-8 items-center gap-2 text-text-2"
        ><input v-model="pictures" type="checkbox" class="h-4 w-4 accent-text" /> with frames</label
      >
      <label class="flex h-8 items-center gap-2 text-text-2"
        ><input v-model="asNow" type="checkbox" class="h-4 w-4 accent-text" /> as it is now</label
      >
      <PushButton type="submit" primary class="ml-auto" :disabled="!look">Make the link</PushButton>
    </form>
    <p v-if="!door.open" class="label mt-2 text-text-2">
      Only this machine can open it now: others do not reach Ink Lamp.
    </p>
    <table v-if="door.links.length > 0" class="mt-3 w-full text-left">
      <thead class="max-phone:hidden">
        <tr class="label h-8 text-text-2">
          <th class="font-normal">Look</th>
          <th class="font-normal">Link</th>
          <th class="font-normal">Until</th>
          <th class="font-normal">Opened</th>
          <th><span class="sr-only">Copy, end</span></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="link in door.links"
          :key="link.id"
          class="h-11.5 border-t border-line max-phone:flex max-phone:h-auto max-phone:flex-wrap max-phone:gap-x-4 max-phone:gap-y-1 max-phone:py-2"
          :class="link.over ? 'text-text-2' : ''"
        >
          <td class="pr-3">
            <b :class="link.over ? 'font-normal' : 'font-[650]'">{{ link.sitting_name }}</b> · {{ link.look_name }}
            <span v-if="link.version != null" class="label text-text-2">at entry {{ link.version }}</span>
          </td>
          <td class="pr-3 text-text-2 select-all">{{ link.over ? 'ended' : short(link) }}</td>
          <td class="pr-3 whitespace-nowrap">{{ timed('day', link.ended_at ?? link.until) }}</td>
          <td class="pr-3">{{ opened(link) }}</td>
          <td class="text-right whitespace-nowrap">
            <span v-if="!link.over" class="inline-flex gap-1">
              <template v-if="ending === link.id">
                <PushButton @click="end(link)">Yes, end it</PushButton>
                <PushButton @click="ending = undefined">Keep</PushButton>
              </template>
              <template v-else>
                <PushButton :aria-label="`Copy the link to ${link.sitting_name}`" @click="copy(link)">Copy</PushButton>
                <PushButton :aria-label="`End the link to ${link.sitting_name}`" @click="ending = link.id"
                  >End it</PushButton
                >
              </template>
            </span>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-else class="mt-3 border-t border-line pt-3 text-text-2">No link was made yet.</p>
  </section>
</template>

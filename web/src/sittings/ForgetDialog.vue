<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { answered, api, type SittingInList } from '@/api/client'
import { useForm } from '@/forms/entry'
import { useNotices } from '@/ui/notices'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { timed } from '@/ui/times'

/** Forgets one deleted sitting for good, or all that were deleted long enough ago. What goes is said first, and typed once more. */
const { of } = defineProps<{ of?: SittingInList }>()
const emit = defineEmits<{ close: []; done: [] }>()
const notices = useNotices()
const days = ref('90')
const again = ref('')
const deleted = shallowRef<SittingInList[]>()
const { elsewhere: wrong, busy, send } = useForm()
const DAY = 86_400_000

onMounted(() => {
  // One is known already; for the others all that were deleted are counted, whatever the list was searched for.
  if (of) return
  void send(async () => {
    deleted.value = await answered(api.GET('/api/sittings', { params: { query: { deleted: true } } }))
  })
})
const before = computed(() =>
  /^\d{1,5}$/.test(days.value.trim()) ? new Date(Date.now() - Number(days.value) * DAY) : undefined,
)
const found = computed(() => {
  const until = before.value?.getTime()
  if (until === undefined) return []
  return (deleted.value ?? []).filter(({ sitting: { deleted_at: at } }) => at && Date.parse(at) < until)
})
const counted = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`
const said = computed(() => (of ? of.sitting.name : String(found.value.length)))
const ready = computed(() => again.value.trim() === said.value && (of !== undefined || found.value.length > 0))
const title = computed(() => (of ? `Forget ${of.sitting.name} for good` : 'Forget what was deleted long ago'))

async function forget(): Promise<void> {
  const taken = await send(async () => {
    const done = of
      ? await answered(
          api.POST('/api/sittings/{id}/forget', {
            params: { path: { id: of.sitting.id } },
            body: { name: again.value },
          }),
        )
      : await answered(
          api.POST('/api/sittings/forget', {
            body: { deleted_before: (before.value as Date).toISOString(), sittings: found.value.length },
          }),
        )
    notices.say(
      `Forgotten for good: ${counted(done.sittings, 'sitting')}, ${counted(done.entries, 'entry', 'entries')}. Older backups still hold them.`,
    )
  })
  if (taken) emit('done')
}
</script>

<template>
  <ModalDialog open :title="title" @close="emit('close')">
    <form class="mt-4 flex flex-col gap-4" @submit.prevent="ready && forget()">
      <p v-if="of">
        {{ counted(of.sitting.looks.length, 'look') }} with all readings, frames and notes, and the sitting’s name, also
        where a copy names it.
      </p>
      <template v-else>
        <TextField v-model="days" label="Deleted more than this many days ago" suffix="days" />
        <p role="status">
          <template v-if="!before">Give whole days, such as 90.</template>
          <template v-else-if="found.length === 0">Nothing was deleted before {{ timed('date', before) }}.</template>
          <template v-else
            >{{ counted(found.length, 'sitting was', 'sittings were') }} deleted before {{ timed('date', before) }}:
            {{
              found
                .map((row) => row.sitting.name)
                .slice(0, 6)
                .join(', ')
            }}{{ found.length > 6 ? ' …' : '' }}.</template
          >
        </p>
      </template>
      <p class="text-warn">
        This can’t be taken back. What the readings taught your kit stays, without a name. Backups that were made before
        still hold everything: delete those files too where it must be gone.
      </p>
      <TextField
        v-model="again"
        :label="of ? `Type its name to go on: ${said}` : `Type how many to go on: ${said}`"
        :wrong="wrong"
      />
      <div class="flex justify-end gap-2">
        <PushButton @click="emit('close')">Keep {{ of || found.length === 1 ? 'it' : 'them' }}</PushButton>
        <PushButton primary type="submit" :disabled="busy || !ready">Forget for good</PushButton>
      </div>
    </form>
  </ModalDialog>
</template>

<script setup lang="ts">
import { ref, useId } from 'vue'
import { useForm } from '@/forms/entry'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'

/** A note of a frame, in one or more lines; empty takes it away. */
const { note, save } = defineProps<{ note: string; save: (note: string) => Promise<void> }>()
const emit = defineEmits<{ close: [] }>()
const text = ref(note)
const id = useId()
const { elsewhere: wrong, busy, send } = useForm()

async function submit(): Promise<void> {
  if (await send(() => save(text.value))) emit('close')
}
</script>

<template>
  <ModalDialog open title="A note of this frame" @close="emit('close')">
    <form class="mt-4" @submit.prevent="submit">
      <label :for="id" class="label block text-text-2">What is to be remembered of it</label>
      <textarea
        :id="id"
        v-model="text"
        rows="4"
        maxlength="500"
        class="mt-1 w-full rounded-key border border-edge bg-field px-2 py-1 text-head text-text"
      />
      <p v-if="wrong" class="label mt-1 text-warn" role="alert">{{ wrong }}</p>
      <div class="mt-4 flex justify-end gap-2">
        <PushButton @click="emit('close')">Cancel</PushButton>
        <PushButton primary :disabled="busy" @click="submit">Keep it</PushButton>
      </div>
    </form>
  </ModalDialog>
</template>

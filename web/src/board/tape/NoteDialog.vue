<script setup lang="ts">
import { ref } from 'vue'
import { useEntryForm } from '@/forms/entry'
import { useBoard } from '@/look/board'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'

/** A few words for the tape. */
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const note = ref('')

const { elsewhere: wrong, write } = useEntryForm(board)

async function save(): Promise<void> {
  if (await write({ note: { text: note.value.trim() } })) emit('close')
}
</script>

<template>
  <ModalDialog open title="A note on the tape" @close="emit('close')">
    <form class="mt-4" @submit.prevent="save">
      <TextField v-model="note" label="Note, up to 500 characters" :wrong="wrong" />
      <div class="mt-4 flex justify-end gap-2">
        <PushButton @click="emit('close')">Cancel</PushButton>
        <PushButton primary :disabled="!note.trim()" @click="save">Write it down</PushButton>
      </div>
    </form>
  </ModalDialog>
</template>

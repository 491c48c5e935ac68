<script setup lang="ts">
import { ref } from 'vue'
import { useBoard } from '@/look/board'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'

/** A few words for the tape. */
const emit = defineEmits<{ close: [] }>()
const board = useBoard()
const note = ref('')

function save(): void {
  const text = note.value.trim()
  if (text) board.write({ note: { text } })
  emit('close')
}
</script>

<template>
  <ModalDialog open title="A note on the tape" @close="emit('close')">
    <form class="mt-4" @submit.prevent="save">
      <TextField
        v-model="note"
        label="Note, up to 60 characters"
        :wrong="note.trim().length > 60 ? `${note.trim().length} characters; 60 fit.` : undefined"
      />
      <div class="mt-4 flex justify-end gap-2">
        <PushButton @click="emit('close')">Cancel</PushButton>
        <PushButton primary :disabled="!note.trim() || note.trim().length > 60" @click="save">Write it down</PushButton>
      </div>
    </form>
  </ModalDialog>
</template>

<script setup lang="ts">
import { ref } from 'vue'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { useForm } from './entry'

/** Asks for a name; `save` may refuse it, and then says why at the field. */
const { title, label, action, name, save } = defineProps<{
  title: string
  label: string
  action: string
  name: string
  save: (name: string) => Promise<void>
}>()
const emit = defineEmits<{ close: [] }>()
const text = ref(name)
const { elsewhere: wrong, busy, send } = useForm()

async function submit(): Promise<void> {
  if (await send(() => save(text.value))) emit('close')
}
</script>

<template>
  <ModalDialog open :title="title" @close="emit('close')">
    <form class="mt-4" @submit.prevent="submit">
      <TextField v-model="text" :label="label" :wrong="wrong" />
      <div class="mt-4 flex justify-end gap-2">
        <PushButton @click="emit('close')">Cancel</PushButton>
        <PushButton primary :disabled="busy" @click="submit">{{ action }}</PushButton>
      </div>
    </form>
  </ModalDialog>
</template>

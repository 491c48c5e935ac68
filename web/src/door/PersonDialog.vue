<script setup lang="ts">
import { v7 } from 'uuid'
import { ref } from 'vue'
import { answered, api } from '@/api/client'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'
import SegmentedChoice from '@/ui/SegmentedChoice.vue'
import TextField from '@/ui/TextField.vue'
import { useShortForm } from './shortForm'
import { useDoor } from './store'

/** Somebody who is to come in with a name and a pass phrase. */
const emit = defineEmits<{ close: [] }>()
const store = useDoor()
const id = v7()
const name = ref('')
const phrase = ref('')
const role = ref<'assistant' | 'guest'>('assistant')
const form = useShortForm()

const add = () =>
  form.send(async () => {
    const body = { id, name: name.value, role: role.value, pass_phrase: phrase.value }
    await answered(api.POST('/api/door/people', { body }))
    await store.load()
    emit('close')
  })
</script>

<template>
  <ModalDialog open title="Add a person" @close="emit('close')">
    <form class="mt-4 flex flex-col gap-4" @submit.prevent="add">
      <TextField v-model="name" label="Name" :wrong="form.at('name')" />
      <SegmentedChoice
        v-model="role"
        label="They come in as"
        :options="[
          { value: 'assistant', words: 'Assistant' },
          { value: 'guest', words: 'Guest' },
        ]"
      />
      <TextField
        v-model="phrase"
        label="Pass phrase"
        type="password"
        autocomplete="new-password"
        :wrong="form.at('pass_phrase')"
        hint="12 characters at least: four or five words that have nothing to do with each other. They can change it."
      />
      <p v-if="form.elsewhere.value" class="text-warn" role="alert">{{ form.elsewhere.value }}</p>
      <div class="flex justify-end gap-2">
        <PushButton @click="emit('close')">Cancel</PushButton>
        <PushButton type="submit" primary>Add</PushButton>
      </div>
    </form>
  </ModalDialog>
</template>

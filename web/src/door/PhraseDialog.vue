<script setup lang="ts">
import { ref } from 'vue'
import { answered, api } from '@/api/client'
import ModalDialog from '@/ui/ModalDialog.vue'
import { useNotices } from '@/ui/notices'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { useShortForm } from './shortForm'

/** Another pass phrase for whoever is signed in here. */
const emit = defineEmits<{ close: [] }>()
const notices = useNotices()
const old = ref('')
const phrase = ref('')
const form = useShortForm()

const change = () =>
  form.send(async () => {
    await answered(api.PUT('/api/session/pass-phrase', { body: { old: old.value, pass_phrase: phrase.value } }))
    notices.say('The pass phrase is another one. All other devices that signed in with it are out.')
    emit('close')
  })
</script>

<template>
  <ModalDialog open title="Change the pass phrase" @close="emit('close')">
    <form class="mt-4 flex flex-col gap-4" @submit.prevent="change">
      <TextField
        v-model="old"
        label="Until now"
        type="password"
        autocomplete="current-password"
        :wrong="form.at('old')"
      />
      <TextField
        v-model="phrase"
        label="From now on"
        type="password"
        autocomplete="new-password"
        :wrong="form.at('pass_phrase')"
        hint="12 characters at least: four or five words that have nothing to do with each other."
      />
      <p v-if="form.elsewhere.value" class="text-warn" role="alert">{{ form.elsewhere.value }}</p>
      <div class="flex justify-end gap-2">
        <PushButton @click="emit('close')">Cancel</PushButton>
        <PushButton type="submit" primary>Change it</PushButton>
      </div>
    </form>
  </ModalDialog>
</template>

<script setup lang="ts">
import { ref } from 'vue'
import { answered, api } from '@/api/client'
import { useNotices } from '@/ui/notices'
import PushButton from '@/ui/PushButton.vue'
import TextField from '@/ui/TextField.vue'
import { deviceName, isNow } from './now'
import { useShortForm } from './shortForm'
import { useDoor } from './store'

/** Nobody has set a pass phrase: what that means, and how to. */
const store = useDoor()
const notices = useNotices()
const name = ref('Owner')
const phrase = ref('')
const called = ref(deviceName())
const form = useShortForm()

const set = () =>
  form.send(async () => {
    const body = { name: name.value, pass_phrase: phrase.value, device: called.value }
    isNow(await answered(api.PUT('/api/door/owner', { body })))
    notices.say('The pass phrase is set: whoever comes from now on signs in. This device is in already.')
    await store.load()
  })
</script>

<template>
  <form class="card flex flex-col gap-4 p-4.5" aria-labelledby="owner" @submit.prevent="set">
    <h2 id="owner" class="text-value font-[650]">Set the owner’s pass phrase</h2>
    <p class="text-text-2">
      Until then nobody but this machine is let in, and whoever sits at it may do everything. From then on everybody
      signs in, here too.
    </p>
    <TextField v-model="name" label="Name" autocomplete="username" :wrong="form.at('name')" />
    <TextField
      v-model="phrase"
      label="Pass phrase"
      type="password"
      autocomplete="new-password"
      :wrong="form.at('pass_phrase')"
      hint="12 characters at least: four or five words that have nothing to do with each other."
    />
    <TextField v-model="called" label="This device is called" :wrong="form.at('device')" />
    <p v-if="form.elsewhere.value" class="text-warn" role="alert">{{ form.elsewhere.value }}</p>
    <PushButton type="submit" primary class="self-start" :disabled="!phrase">Set it</PushButton>
  </form>
</template>

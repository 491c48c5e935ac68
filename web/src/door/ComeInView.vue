<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api, Refused, type Me } from '@/api/client'
import { device, OUTBOX } from '@/look/device'
import AppBar from '@/ui/AppBar.vue'
import KeyCap from '@/ui/KeyCap.vue'
import TextField from '@/ui/TextField.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import CodeField from './CodeField.vue'
import { deviceName, isNow } from './now'

/** The way in: with a name and its pass phrase, or with a code. */
const { to = '/', why, code: read = '' } = defineProps<{ to?: string; why?: string; code?: string }>()
const router = useRouter()
const name = ref('Owner')
const phrase = ref('')
const keep = ref(true)
const called = ref(deviceName())
const code = ref(read.slice(0, 6))
const wrong = ref<{ at: 'phrase' | 'code'; words: string }>()
const busy = ref(false)
/** What was typed here and is not on any tape yet. */
const unsent = ref(0)
const keysOpen = ref(false)
useTitle('Come in · Ink Lamp')

async function come(at: 'phrase' | 'code', asked: Promise<Me>): Promise<void> {
  if (busy.value) return
  busy.value = true
  wrong.value = undefined
  try {
    const me = await asked
    isNow(me)
    // Only to a page of this application.
    const back = to.startsWith('/') && !to.startsWith('//') ? to : '/'
    await router.replace(me.look ? { name: 'board', params: { id: me.look } } : back)
  } catch (error) {
    wrong.value = { at, words: (error as Error).message }
    if (at === 'phrase' && error instanceof Refused) phrase.value = ''
    if (at === 'code') code.value = ''
  } finally {
    busy.value = false
  }
}

const signIn = () =>
  come(
    'phrase',
    answered(
      api.POST('/api/session', {
        body: {
          name: name.value,
          pass_phrase: phrase.value,
          device: called.value.trim() || deviceName(),
          keep: keep.value,
        },
      }),
    ),
  )
const useCode = (signs: string) =>
  come(
    'code',
    answered(api.POST('/api/session/code', { body: { code: signs, device: called.value.trim() || deviceName() } })),
  )

onMounted(async () => {
  // What a camera read is used at once, and stays in no history.
  if (read) {
    window.history.replaceState(window.history.state, '', '/in')
    void useCode(read)
  }
  unsent.value = (await (await device())?.count(OUTBOX)) ?? 0
})
</script>

<template>
  <div class="mx-auto max-w-400">
    <AppBar bare @keys="keysOpen = true" />
    <main class="px-2 pb-8">
      <div role="status" class="mx-auto mt-4 max-w-180">
        <p v-if="why || unsent > 0" class="card px-6 py-3">
          <span v-if="why">{{ why }} </span>
          <b v-if="unsent > 0" class="font-[650]"
            >{{ unsent === 1 ? 'One entry was' : `${unsent} entries were` }} not sent.
            {{ unsent === 1 ? 'It stays' : 'They stay' }} on this device, and go out once you are in again.</b
          >
        </p>
      </div>
      <div class="card mx-auto mt-4 flex max-w-180 max-column:flex-col min-[56.25rem]:mt-[8vh]">
        <form class="flex-1 p-10 max-phone:p-5" aria-labelledby="come-in" @submit.prevent="signIn">
          <h1 id="come-in" class="font-voice text-[2rem] leading-9.5 font-[430]">Come in</h1>
          <p class="mt-1 text-text-2">Sign in to come to the board.</p>
          <TextField v-model="name" class="mt-6" label="Name" autocomplete="username" />
          <TextField
            v-model="phrase"
            class="mt-4"
            label="Pass phrase"
            type="password"
            autocomplete="current-password"
            :wrong="wrong?.at === 'phrase' ? wrong.words : undefined"
          />
          <TextField v-model="called" class="mt-4" label="This device is called" />
          <div class="mt-5 flex flex-wrap items-center gap-x-4 gap-y-2">
            <button
              type="submit"
              class="flex h-10 items-center gap-2 rounded-key bg-act px-4 text-body font-[650] text-act-t disabled:opacity-50 max-phone:h-11"
              :disabled="busy || !phrase"
            >
              Come in <KeyCap class="max-phone:hidden">Enter</KeyCap>
            </button>
            <label class="flex h-10 items-center gap-2"
              ><input v-model="keep" type="checkbox" class="h-4 w-4 accent-text" /> keep this device</label
            >
          </div>
        </form>
        <section
          class="w-80 border-l border-line p-9 pt-11 max-column:w-auto max-column:border-t max-column:border-l-0 max-phone:p-5"
          aria-labelledby="with-code"
        >
          <h2 id="with-code" class="text-value font-[650]">With a code instead</h2>
          <p class="mt-1 text-text-2">Whoever is signed in reads it to you from the door page. It needs no name.</p>
          <CodeField
            v-model="code"
            class="mt-4"
            :wrong="wrong?.at === 'code' ? wrong.words : undefined"
            @full="useCode"
          />
          <p class="mt-2 text-text-2">
            With a link to a look you come in without either: it shows that look, read only, until its day.
          </p>
          <p class="label mt-4 text-text-2">
            Pass phrase lost: on the machine itself, run
            <b class="font-[650]">./run owner --reset</b>.
          </p>
        </section>
      </div>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands="[]" />
</template>

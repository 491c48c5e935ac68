<script setup lang="ts">
import { useIntervalFn, useTitle } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import AppBar from '@/ui/AppBar.vue'
import PushButton from '@/ui/PushButton.vue'
import ViewKeys from '@/ui/ViewKeys.vue'
import { counted } from '@/ui/counted'
import { later } from '@/ui/later'
import { may, who } from '@/ui/who'
import DeviceList from './DeviceList.vue'
import LinkList from './LinkList.vue'
import OwnerCard from './OwnerCard.vue'
import PairCard from './PairCard.vue'
import { useDoor } from './store'

const PhraseDialog = later(() => import('./PhraseDialog.vue'))
const LogDialog = later(() => import('./LogDialog.vue'))

/** Who may come in, with what, until when. */
const store = useDoor()
const keysOpen = ref(false)
const changing = ref(false)
const reading = ref(false)
useTitle('Door · Ink Lamp')
onMounted(() => may('door') && store.load())
// Who comes and goes is seen without pressing anything.
useIntervalFn(() => void (may('door') && document.visibilityState === 'visible' && store.load()), 5000)

const title = computed(() => {
  const devices = store.door?.devices ?? []
  const guests = devices.filter((d) => d.role === 'guest').length
  if (devices.length === 0) return { say: 'Only this device', strong: '' }
  const come = `${counted(devices.length, 'Nobody')} ${devices.length === 1 ? 'comes' : 'come'} in`
  return {
    say: guests > 0 ? `${come}, ` : come,
    strong: guests > 0 ? `${counted(guests, 'Nobody').toLowerCase()} may only look` : '',
  }
})
</script>

<template>
  <div class="mx-auto max-w-400">
    <AppBar @keys="keysOpen = true" />
    <main class="px-2 pb-2">
      <p v-if="!may('door')" class="card p-6">
        Who comes in is the owner’s to say. You are in as {{ who.name ?? 'a guest' }}.
      </p>
      <p v-else-if="store.failed && !store.door" class="card p-6 text-warn" role="alert">
        {{ store.failed }} <PushButton @click="store.load">Try again</PushButton>
      </p>
      <template v-else-if="store.door">
        <header class="card flex min-h-20.5 flex-wrap items-center gap-3 px-4.5 py-3">
          <div class="min-w-0 flex-1 max-phone:basis-full">
            <h1 class="font-voice text-title font-[430]">
              {{ title.say }}<b v-if="title.strong" class="font-[700]">{{ title.strong }}</b>
            </h1>
            <p class="mt-1 text-text-2">
              This house runs on your own machine. Nothing is sent out of it; a link works only while it can be reached.
            </p>
          </div>
          <PushButton @click="reading = true">Log</PushButton>
          <PushButton v-if="who.signedIn" @click="changing = true">Change the pass phrase</PushButton>
          <PushButton v-if="who.name" @click="$router.push({ name: 'out' })">Sign out</PushButton>
        </header>
        <div class="mt-2 grid grid-cols-[23.25rem_minmax(0,1fr)] items-start gap-2 max-column:grid-cols-1">
          <div class="flex flex-col gap-2">
            <OwnerCard v-if="!store.door.owned" />
            <template v-else>
              <PairCard />
              <section v-if="store.door.fingerprint" class="card p-4.5" aria-labelledby="trust">
                <h2 id="trust" class="text-value font-[650]">Trust this machine on a phone</h2>
                <p class="mt-1 text-text-2">
                  Then it keeps the screen on, and Ink Lamp can be installed there. On the phone open
                  <b class="font-[650] break-all text-text">{{ store.door.origin }}/api/authority.crt</b>, go on past
                  the warning this once, take the certificate in, and trust it for web sites in the phone’s settings.
                  First compare its fingerprint (SHA-256):
                </p>
                <p class="label mt-2 leading-4.5 break-all">{{ store.door.fingerprint }}</p>
              </section>
            </template>
            <section v-if="!store.door.open" class="card p-4.5 text-text-2" aria-labelledby="reach">
              <h2 id="reach" class="text-value font-[650] text-text">Others do not reach this machine</h2>
              <p class="mt-1">
                To open it to the studio’s own network, stop Ink Lamp and start it with this machine’s address there;
                with its own certificate, phones can keep the screen on:
              </p>
              <p class="mt-2 font-[650] break-words text-text">
                INK_LAMP_NETWORK=192.168.1.20 INK_LAMP_TLS=own ./run demo
              </p>
            </section>
          </div>
          <div class="flex min-w-0 flex-col gap-2">
            <DeviceList :door="store.door" />
            <LinkList :door="store.door" />
          </div>
        </div>
      </template>
    </main>
  </div>
  <ViewKeys v-model="keysOpen" :commands="[]" />
  <PhraseDialog v-if="changing" @close="changing = false" />
  <LogDialog v-if="reading" @close="reading = false" />
</template>

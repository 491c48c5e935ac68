<script setup lang="ts">
import { renderSVG } from 'uqr'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { answered, api } from '@/api/client'
import ModalDialog from '@/ui/ModalDialog.vue'
import PushButton from '@/ui/PushButton.vue'

/** The way to this board from a phone. */
const { look } = defineProps<{ look: string }>()
const emit = defineEmits<{ close: [] }>()
const address = shallowRef<{ url: string; on_network: boolean }>()
const failed = ref<string>()

onMounted(async () => {
  try {
    address.value = await answered(api.GET('/api/address'))
  } catch (error) {
    failed.value = (error as Error).message
  }
})
const url = computed(() => (address.value ? `${address.value.url}/setups/${look}` : undefined))
// Dark on light whatever the theme, since that is what a phone's camera reads; drawn by the page itself, nothing is fetched.
const code = computed(() =>
  url.value ? `data:image/svg+xml,${encodeURIComponent(renderSVG(url.value, { border: 2 }))}` : undefined,
)
</script>

<template>
  <ModalDialog open title="This board on the phone" @close="emit('close')">
    <p v-if="failed" class="mt-3 text-warn">{{ failed }}</p>
    <template v-if="address && url">
      <div class="mt-4 flex gap-5 max-[35rem]:flex-col">
        <img :src="code" width="190" height="190" alt="QR code of the address beside it" class="shrink-0" />
        <div class="min-w-0">
          <p class="label text-text-2">Point the phone's camera at it, or type</p>
          <p class="mt-1 font-[650] break-all">{{ url }}</p>
          <template v-if="address.on_network">
            <p class="mt-3 text-text-2">
              It need not be installed, and over this plain network it can't be. Both boards follow each other. What is
              typed while the connection is away waits in the phone, and arrives once each.
            </p>
            <p class="mt-2 text-warn">There is no login: everybody on this network can read and write.</p>
          </template>
          <p v-else class="mt-3 text-text-2">
            Only this machine can open it now. To open it to the studio's own network, stop Ink Lamp and start it with
            this machine's address there:
          </p>
        </div>
      </div>
    </template>
    <p v-if="address && !address.on_network" class="mt-3 font-[650] break-words">
      INK_LAMP_NETWORK=192.168.1.20 ./run demo
    </p>
    <div class="mt-4 flex justify-end"><PushButton @click="emit('close')">Close</PushButton></div>
  </ModalDialog>
</template>

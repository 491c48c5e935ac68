<script setup lang="ts">
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api } from '@/api/client'
import { forgetSeen } from '@/look/seen'

/** The way out: this device keeps nothing that it saw; what it has not sent yet stays on it. */
const router = useRouter()
onMounted(async () => {
  await answered(api.DELETE('/api/session')).catch(() => undefined)
  await forgetSeen()
  await router.replace({ name: 'come-in' })
})
</script>

<template>
  <p class="card m-2 p-6 text-text-2" role="status">Going out …</p>
</template>

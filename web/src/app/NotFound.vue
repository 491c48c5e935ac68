<script setup lang="ts">
import { useTitle } from '@vueuse/core'
import { ref } from 'vue'
import AppBar from '@/ui/AppBar.vue'
import ViewKeys from '@/ui/ViewKeys.vue'

/** An address that leads nowhere says so, and where to go on. */
const keysOpen = ref(false)
useTitle('No such page · Ink Lamp')
</script>

<template>
  <AppBar @keys="keysOpen = true" />
  <main class="card mx-2 p-6">
    <h1 class="font-voice text-title">There is no page at this address</h1>
    <p class="mt-2 text-text-2">{{ $route.fullPath }}</p>
    <RouterLink to="/" class="mt-4 inline-flex h-8 items-center rounded-key border border-edge px-3 font-[650]"
      >To the sittings</RouterLink
    >
  </main>
  <ViewKeys v-model="keysOpen" :commands="[]" />
</template>

<script setup lang="ts">
import { watchEffect } from 'vue'
import NoticeBar from '@/ui/NoticeBar.vue'
import { may } from '@/ui/who'

// For what only styles hide.
watchEffect(() => document.documentElement.classList.toggle('looks-on', !may('write')))
</script>

<template>
  <RouterView />
  <NoticeBar />
</template>

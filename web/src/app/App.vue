<script setup lang="ts">
import NoticeBar from '@/ui/NoticeBar.vue'
</script>

<template>
  <RouterView />
  <NoticeBar />
</template>

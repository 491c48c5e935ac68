<script setup lang="ts">
/** The meter's numbers: a whole stop and its tenth, so that any reading is two taps. */
defineProps<{ camera?: string; stops: readonly string[] }>()
const whole = defineModel<string>('whole', { required: true })
const tenth = defineModel<string>('tenth', { required: true })
const TENTHS = ['0', '1', '2', '3', '4', '5', '6', '7', '8', '9']
</script>

<template>
  <div class="grid gap-1.25">
    <div class="grid grid-cols-6 gap-1.25" role="group" aria-label="Whole stop">
      <button
        v-for="n in stops"
        :key="n"
        type="button"
        class="key"
        :class="{ 'key-on': whole === n, 'border-text': camera === n && whole !== n }"
        :aria-pressed="whole === n"
        :aria-label="`f/${n}`"
        @click="whole = n"
      >
        <span><i class="font-voice font-medium opacity-70">ƒ</i>{{ n }}</span>
        <small v-if="camera === n">camera</small>
      </button>
    </div>
    <div class="grid grid-cols-5 gap-1.25" role="group" aria-label="Tenths">
      <button
        v-for="n in TENTHS"
        :key="n"
        type="button"
        class="key"
        :class="{ 'key-on': tenth === n }"
        :aria-pressed="tenth === n"
        :aria-label="`${n} tenths`"
        :disabled="!whole"
        @click="tenth = n"
      >
        <span>{{ n }}</span>
        <small v-if="n === '0'">tenths</small>
      </button>
    </div>
  </div>
</template>

<style scoped>
.key {
  display: flex;
  height: 2.8125rem;
  flex-direction: column;
  align-items: center;
  justify-content: center;
  border: 1px solid var(--line-2);
  border-radius: var(--radius-key);
  background: var(--field);
  font-size: 1.0625rem;
  font-weight: 650;
  line-height: 1.1;
  touch-action: manipulation;
}

.key small {
  font-size: 0.65625rem;
  font-weight: 400;
  line-height: 1;
}

.key.border-text {
  border-color: var(--text);
}

.key-on {
  border-color: var(--act);
  background: var(--act);
  color: var(--act-t);
}
</style>

<script setup lang="ts">
import { computed, ref, useId, useTemplateRef, watch } from 'vue'

/** A value with a step down and a step up beside it; where it can be written, it can be typed too. */
const {
  label,
  value,
  write,
  before = '',
  after = '',
  downWords,
  upWords,
  signs = ['−', '+'],
} = defineProps<{
  label: string
  value?: string
  /** Writes what was typed; says why not, and what would be right. */
  write?: (typed: string) => Promise<string | undefined>
  /** What is said before and behind it: `ƒ`, `s`. */
  before?: string
  after?: string
  down?: boolean
  up?: boolean
  downWords?: string
  upWords?: string
  signs?: readonly [string, string]
}>()
const emit = defineEmits<{ down: []; up: [] }>()

const id = useId()
const input = useTemplateRef('input')
const typed = ref(value ?? '')
const wrong = ref<string>()
const editing = ref(false)
watch(
  () => value,
  (now) => {
    if (!editing.value) typed.value = now ?? ''
  },
)
const width = computed(() => `${Math.max(1, typed.value.length) + 0.3}ch`)

function begin(): void {
  editing.value = true
  input.value?.select()
}

/** Back to what stands. */
function leave(): void {
  editing.value = false
  wrong.value = undefined
  typed.value = value ?? ''
}

/** What was not changed, or was cleared, says nothing. */
async function save(): Promise<void> {
  const text = typed.value.trim()
  if (!write || text === '' || text === (value ?? '')) {
    leave()
    return
  }
  wrong.value = await write(text)
  if (wrong.value === undefined) editing.value = false
}

function step(way: 'down' | 'up'): void {
  leave()
  if (way === 'down') emit('down')
  else emit('up')
}
</script>

<template>
  <div class="relative flex min-w-0 items-stretch" role="group" :aria-label="label">
    <button
      type="button"
      class="h-8 max-phone:h-11 w-8 max-phone:w-11 shrink-0 rounded-l-key border border-line-2 text-head hover:border-edge disabled:cursor-default disabled:text-text-3 disabled:opacity-60"
      :aria-label="downWords ?? `${label} down`"
      :disabled="!down"
      @click="step('down')"
    >
      {{ signs[0] }}
    </button>
    <label
      class="flex h-8 max-phone:h-11 min-w-0 flex-1 items-center justify-center border-y bg-field px-1 text-head font-[650] whitespace-nowrap"
      :class="[
        wrong ? 'border-warn' : 'border-line-2',
        write ? 'cursor-text focus-within:outline-2 focus-within:-outline-offset-2 focus-within:outline-text' : '',
      ]"
    >
      <slot :value="value">
        <i v-if="before === 'ƒ'" class="mr-[0.06em] font-voice text-[1.04em] font-medium">ƒ</i>
        <span v-else-if="before" class="label mr-1 font-normal">{{ before }}</span>
        <input
          v-if="write"
          ref="input"
          v-model="typed"
          class="min-w-0 bg-transparent text-center outline-none placeholder:font-normal placeholder:text-text-3"
          :style="{ width }"
          :aria-label="label"
          :aria-invalid="wrong ? true : undefined"
          :aria-describedby="wrong ? id : undefined"
          :placeholder="editing ? '' : '–'"
          autocomplete="off"
          spellcheck="false"
          maxlength="24"
          @focus="begin"
          @blur="save"
          @keydown.enter.prevent="save"
          @keydown.esc.stop="leave"
          @keydown.up.prevent="step('up')"
          @keydown.down.prevent="step('down')"
        />
        <template v-else>{{ value }}</template>
        <span v-if="after" class="label ml-1 font-normal">{{ after }}</span>
      </slot>
    </label>
    <button
      type="button"
      class="h-8 max-phone:h-11 w-8 max-phone:w-11 shrink-0 rounded-r-key border border-line-2 text-head hover:border-edge disabled:cursor-default disabled:text-text-3 disabled:opacity-60"
      :aria-label="upWords ?? `${label} up`"
      :disabled="!up"
      @click="step('up')"
    >
      {{ signs[1] }}
    </button>
    <p
      v-if="wrong"
      :id
      class="label absolute top-full left-0 z-20 mt-1 w-max max-w-[min(100vw,16.25rem)] rounded-key border border-warn bg-card px-2 py-1 text-warn"
      role="alert"
    >
      {{ wrong }}
    </p>
  </div>
</template>

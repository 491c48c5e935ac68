<script setup lang="ts">
/** Any of several. */
const { label, options } = defineProps<{ label: string; options: readonly { value: string; words: string }[] }>()
const chosen = defineModel<string[]>({ required: true })

function toggle(value: string): void {
  chosen.value = chosen.value.includes(value) ? chosen.value.filter((v) => v !== value) : [...chosen.value, value]
}
</script>

<template>
  <fieldset>
    <legend class="label text-text-2">{{ label }}</legend>
    <div class="mt-1 flex flex-wrap gap-x-4">
      <label v-for="option in options" :key="option.value" class="flex h-8 items-center gap-2 max-phone:h-11">
        <input
          type="checkbox"
          class="h-4 w-4 accent-text"
          :checked="chosen.includes(option.value)"
          @change="toggle(option.value)"
        />
        {{ option.words }}
      </label>
    </div>
  </fieldset>
</template>

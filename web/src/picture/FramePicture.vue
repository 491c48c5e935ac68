<script setup lang="ts">
import { computed } from 'vue'

/** A picture, foretold or shot. */
interface Shown {
  picture: string
  width: number
  height: number
  shadows_done?: number | null
  patches?: readonly { name?: string | null; tone?: number | null }[]
}

/** A frame on its grey surround. It never blanks: the last picture stays until the next can be drawn. */
const {
  frame,
  wrong,
  drawn,
  named = 'The foretold frame',
} = defineProps<{
  frame?: Shown
  /** Why there is no newer one. */
  wrong?: string
  /** From when the one that is shown is. */
  drawn?: string
  named?: string
  /** A newer one is on its way. */
  busy?: boolean
  /** What stands in its place where there can't be one. */
  none?: string
}>()

const done = computed(() => frame?.shadows_done)
/** For those who don't see it: what its patches say. */
const words = computed(() => {
  const tone = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`
  const patches = (frame?.patches ?? []).flatMap((p) => (p.name && p.tone != null ? [`${p.name} ${tone(p.tone)}`] : []))
  return [named, ...patches].join(', ')
})
</script>

<template>
  <div class="surround relative grid min-h-0 min-w-0 place-items-center overflow-hidden">
    <div v-if="frame" class="picture relative" :style="{ '--shape': frame.width / frame.height }">
      <img :src="frame.picture" :width="frame.width" :height="frame.height" :alt="words" draggable="false" />
      <slot :frame="frame" />
    </div>
    <p v-else-if="none" class="label max-w-50 text-center text-(--on-surround)">{{ none }}</p>
    <p v-else-if="!wrong" class="label text-(--on-surround)" role="status">The picture is being drawn …</p>
    <p
      v-if="done != null"
      class="label absolute inset-x-0 bottom-0 bg-page/85 px-2 py-1 text-text"
      role="progressbar"
      :aria-valuenow="Math.round(done * 100)"
      aria-valuemin="0"
      aria-valuemax="100"
      aria-label="Cast shadows"
    >
      Without cast shadows yet: {{ Math.round(done * 100) }} % worked out
    </p>
    <p v-if="wrong" class="label absolute inset-x-0 bottom-0 bg-page/85 px-2 py-1 text-warn" role="status">
      <template v-if="frame && drawn">Picture is from {{ drawn }}. </template>{{ wrong }}
    </p>
    <span v-if="busy" class="busy" aria-hidden="true" />
  </div>
</template>

<style scoped>
/* Mid-grey all around, as a picture is judged: the same in both themes. */
.surround {
  --on-surround: #000000;
  background: #777777;
  container-type: size;
}
.picture {
  /* As large as the surround lets it be, in its own shape. */
  width: min(100cqw - 2 * var(--around, 0.75rem), (100cqh - 2 * var(--around, 0.75rem)) * var(--shape));
}
img {
  display: block;
  width: 100%;
  height: auto;
}
.busy {
  position: absolute;
  inset: 0 0 auto;
  height: 2px;
  background: var(--act);
  opacity: 0;
  animation: show 0s 0.6s forwards;
}
@keyframes show {
  to {
    opacity: 0.8;
  }
}
</style>

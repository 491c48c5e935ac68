import { computed, ref, watch } from 'vue'
import type { FrameForetold, FramePatch, FrameTone } from '@/api/client'

/** More patches no frame has. */
export const MOST = 9
/** The least and the greatest radius, shares of the frame's height. */
const SIZES = [0.006, 0.2] as const

interface Named extends FramePatch {
  name: string
}

const clamp = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high)

/** The patches of a frame: those that are proposed, until one is moved, added or taken away. */
export function usePatches(frame: () => FrameForetold | undefined, look: () => string) {
  /** The user's own; none while those that are proposed hold. */
  const own = ref<Named[]>()
  const chosen = ref(0)
  watch(look, () => {
    own.value = undefined
    chosen.value = 0
  })

  const tones = computed<FrameTone[]>(() => frame()?.patches ?? [])
  /** Where they are: as they are moved, before the answer is there. */
  const patches = computed<Named[]>(
    () => own.value ?? tones.value.map((t, n) => ({ ...t.at, name: t.name ?? `Patch ${n + 1}` })),
  )
  /** What is asked: nothing where those that are proposed hold. */
  const asked = computed<FramePatch[] | undefined>(() => own.value?.map(({ x, y, radius }) => ({ x, y, radius })))
  /** The tone of a patch, once the answer is to these patches. */
  const toneOf = (n: number) => (tones.value.length === patches.value.length ? tones.value[n] : undefined)

  function change(n: number, by: (patch: Named) => Named): void {
    own.value = patches.value.map((p, k) => (k === n ? by(p) : p))
  }
  const place = (n: number, x: number, y: number) => change(n, (p) => ({ ...p, x: clamp(x, 0, 1), y: clamp(y, 0, 1) }))
  const move = (n: number, x: number, y: number) =>
    change(n, (p) => ({ ...p, x: clamp(p.x + x, 0, 1), y: clamp(p.y + y, 0, 1) }))
  const size = (n: number, factor: number) => change(n, (p) => ({ ...p, radius: clamp(p.radius * factor, ...SIZES) }))

  function add(): void {
    if (patches.value.length >= MOST) return
    const taken = new Set(patches.value.map((p) => p.name))
    const name =
      Array.from({ length: MOST + 1 }, (_, n) => `Patch ${n + 1}`).find((word) => !taken.has(word)) ?? 'Patch'
    own.value = [...patches.value, { x: 0.5, y: 0.5, radius: 0.02, name }]
    chosen.value = own.value.length - 1
  }

  function remove(n: number): void {
    if (patches.value.length <= 1) return
    own.value = patches.value.filter((_, k) => k !== n)
    chosen.value = clamp(chosen.value, 0, own.value.length - 1)
  }

  function choose(n: number): boolean {
    if (!patches.value[n]) return false
    chosen.value = n
    return true
  }

  /** Those that are proposed again. */
  function propose(): void {
    own.value = undefined
    chosen.value = 0
  }

  return {
    patches,
    asked,
    chosen,
    toneOf,
    place,
    move,
    size,
    add,
    remove,
    choose,
    propose,
    changed: computed(() => Boolean(own.value)),
  }
}

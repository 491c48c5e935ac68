import { computed, ref, watch } from 'vue'
import type { FramePatch, NamedPatch } from '@/api/client'

/** More patches no frame has. */
export const MOST = 9
/** The least and the greatest radius, shares of the frame's height. */
const SIZES = [0.006, 0.2] as const

/** Where patches come from, and what is told of them. */
export interface Source<T> {
  /** Those that are proposed. */
  proposed: () => NamedPatch[]
  /** Those that are remembered, in place of the proposed ones. */
  kept?: () => NamedPatch[] | undefined
  keep?: (patches: NamedPatch[]) => void
  /** What the last answer tells, patch by patch. */
  tones: () => T[]
}

const clamp = (value: number, low: number, high: number) => Math.min(Math.max(value, low), high)

/** The patches of a frame: those that are remembered or proposed, until one is moved, added or taken away. */
export function usePatches<T>(source: Source<T>, look: () => string) {
  /** As they are placed here; none while the others hold. */
  const own = ref<NamedPatch[]>()
  const chosen = ref(0)
  watch(look, () => {
    own.value = undefined
    chosen.value = 0
  })

  /** Where they are: as they are moved, before the answer is there. */
  const patches = computed<NamedPatch[]>(() => own.value ?? source.kept?.() ?? source.proposed())
  /** What is asked: nothing where those that are proposed hold. */
  const asked = computed<FramePatch[] | undefined>(() => own.value?.map(({ x, y, radius }) => ({ x, y, radius })))
  /** The tone of a patch, once the answer is to these patches. */
  const toneOf = (n: number) => (source.tones().length === patches.value.length ? source.tones()[n] : undefined)

  function set(now: NamedPatch[]): void {
    own.value = now
    source.keep?.(now)
  }
  function change(n: number, by: (patch: NamedPatch) => NamedPatch): void {
    set(patches.value.map((p, k) => (k === n ? by(p) : p)))
  }
  const place = (n: number, x: number, y: number) => change(n, (p) => ({ ...p, x: clamp(x, 0, 1), y: clamp(y, 0, 1) }))
  const move = (n: number, x: number, y: number) =>
    change(n, (p) => ({ ...p, x: clamp(p.x + x, 0, 1), y: clamp(p.y + y, 0, 1) }))
  const size = (n: number, factor: number) => change(n, (p) => ({ ...p, radius: clamp(p.radius * factor, ...SIZES) }))

  /** Some of them all at once, as where the sitter moved. */
  const shift = (x: number, y: number, which: (patch: NamedPatch) => boolean) =>
    set(patches.value.map((p) => (which(p) ? { ...p, x: clamp(p.x + x, 0, 1), y: clamp(p.y + y, 0, 1) } : p)))

  /** One more: a free one, or one of a name, which there is once. */
  function add(as?: string): void {
    const there = patches.value.findIndex((p) => p.name === as)
    if (there >= 0) chosen.value = there
    if (there >= 0 || patches.value.length >= MOST) return
    const taken = new Set(patches.value.map((p) => p.name))
    const free = Array.from({ length: MOST + 1 }, (_, n) => `Patch ${n + 1}`).find((word) => !taken.has(word))
    const name = as ?? free ?? 'Patch'
    set([...patches.value, { x: 0.5, y: 0.5, radius: 0.02, name }])
    chosen.value = patches.value.length - 1
  }

  function remove(n: number): void {
    if (patches.value.length <= 1) return
    set(patches.value.filter((_, k) => k !== n))
    chosen.value = clamp(chosen.value, 0, patches.value.length - 1)
  }

  function choose(n: number): boolean {
    if (!patches.value[n]) return false
    chosen.value = n
    return true
  }

  /** Those that are proposed again. */
  function propose(): void {
    source.keep?.([])
    own.value = source.kept ? source.proposed() : undefined
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
    shift,
    add,
    remove,
    choose,
    propose,
    changed: computed(() => Boolean(own.value ?? source.kept?.())),
  }
}

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { nextTick, ref } from 'vue'
import type { NamedPatch } from '@/api/client'
import { MOST, usePatches, type Source } from './patches'

/** A frame whose patches were proposed, each of the tone of its number. */
function answered(count: number): Source<{ tone: number }> {
  const all = Array.from({ length: count }, (_, n) => n)
  const named = (n: number): NamedPatch => ({
    name: n === 0 ? 'Lit cheek' : `Place ${n}`,
    x: 0.1 * (n + 1),
    y: 0.2,
    radius: 0.02,
  })
  return { proposed: () => all.map(named), tones: () => all.map((tone) => ({ tone })) }
}

describe('the patches of a frame', () => {
  it('are those that are proposed, and ask for nothing, until one is changed', () => {
    const patches = usePatches(answered(3), () => 'look')
    expect([patches.patches.value.map((p) => p.name), patches.asked.value]).toEqual([
      ['Lit cheek', 'Place 1', 'Place 2'],
      undefined,
    ])
    patches.move(1, 0.05, 0)
    expect(patches.asked.value?.[1]).toMatchObject({ x: 0.25, y: 0.2 })
    // They keep their names, and are told by the last answer until the next is there.
    expect([patches.patches.value[1]?.name, patches.toneOf(1)?.tone]).toEqual(['Place 1', 1])
    patches.propose()
    expect(patches.asked.value).toBeUndefined()
  })

  it('tell no tone that was measured of others', () => {
    const patches = usePatches(answered(2), () => 'look')
    patches.add()
    expect([patches.patches.value.length, patches.chosen.value, patches.toneOf(0)]).toEqual([3, 2, undefined])
  })

  it('move with the sitter all at once, but for those that stay, and never out of the frame', () => {
    const patches = usePatches(answered(3), () => 'look')
    patches.shift(0.75, -0.3, (p) => p.name !== 'Place 1')
    expect(patches.patches.value.map((p) => [p.x.toFixed(2), p.y.toFixed(2)])).toEqual([
      ['0.85', '0.00'],
      ['0.20', '0.20'],
      ['1.00', '0.00'],
    ])
  })

  it('begin anew with another look', async () => {
    const look = ref('one')
    const patches = usePatches(answered(2), () => look.value)
    patches.place(0, 0.9, 0.9)
    patches.choose(1)
    look.value = 'other'
    await nextTick()
    expect([patches.asked.value, patches.chosen.value]).toEqual([undefined, 0])
  })

  it('are those that are remembered, and what is placed is kept', () => {
    const kept = ref<NamedPatch[]>()
    const patches = usePatches(
      { ...answered(2), kept: () => kept.value, keep: (now) => (kept.value = now) },
      () => 'look',
    )
    patches.move(0, 0.05, 0)
    expect(kept.value?.map((p) => p.x.toFixed(2))).toEqual(['0.15', '0.20'])
    const other = usePatches({ ...answered(2), kept: () => kept.value }, () => 'look')
    expect([other.patches.value[0]?.x.toFixed(2), other.changed.value]).toEqual(['0.15', true])
    patches.propose()
    expect([kept.value, patches.patches.value.map((p) => p.x)]).toEqual([[], [0.1, 0.2]])
  })

  const act = fc.oneof(
    fc.record({ what: fc.constant('move' as const), n: fc.nat(12), x: fc.double({ min: -2, max: 2, noNaN: true }) }),
    fc.record({ what: fc.constant('size' as const), n: fc.nat(12), x: fc.double({ min: 0.1, max: 9, noNaN: true }) }),
    fc.record({
      what: fc.constantFrom('add' as const, 'remove' as const, 'choose' as const),
      n: fc.nat(12),
      x: fc.constant(0),
    }),
  )
  it('stay within the frame, from one to nine, whatever is done', () => {
    fc.assert(
      fc.property(fc.array(act, { maxLength: 30 }), (acts) => {
        const patches = usePatches(answered(4), () => 'look')
        for (const { what, n, x } of acts) {
          if (what === 'move') patches.move(n, x, -x)
          else if (what === 'size') patches.size(n, x)
          else if (what === 'add') patches.add()
          else patches[what](n)
        }
        const all = patches.patches.value
        expect(all.length).toBeGreaterThanOrEqual(1)
        expect(all.length).toBeLessThanOrEqual(MOST)
        expect(patches.chosen.value).toBeLessThan(all.length)
        for (const p of all) {
          expect(Math.min(p.x, p.y)).toBeGreaterThanOrEqual(0)
          expect(Math.max(p.x, p.y)).toBeLessThanOrEqual(1)
          expect(p.radius).toBeGreaterThanOrEqual(0.006)
          expect(p.radius).toBeLessThanOrEqual(0.2)
        }
        expect(new Set(all.map((p) => p.name)).size).toBe(all.length)
      }),
    )
  })
})

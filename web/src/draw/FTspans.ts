import { h, type FunctionalComponent } from 'vue'
import type { FNumber } from '@/api/client'

/** An f-number inside SVG text, its tenths raised. Written by hand: a template would put spaces between the pieces. */
export const FTspans: FunctionalComponent<{ f: FNumber; size: number }> = ({ f, size }) => [
  h('tspan', { class: 'f' }, 'ƒ'),
  h('tspan', { dx: size * 0.06 }, f.number),
  f.tenths == null
    ? undefined
    : h('tspan', { class: 'tenths', dy: -size * 0.38, 'font-size': size * 0.7 }, String(f.tenths)),
]
FTspans.props = ['f', 'size']

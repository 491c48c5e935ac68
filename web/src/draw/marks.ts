import type { Role } from '@/api/client'

export type MarkForm = 'filled' | 'hollow'

export const ROLE_COLOURS: Record<Role, string> = {
  key: 'var(--key)',
  fill: 'var(--fill)',
  rim: 'var(--rim)',
  hair: 'var(--hair)',
  ground: 'var(--ground)',
  room: 'var(--room)',
}

const circle = (r: number) => `M${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`

function bowl(r: number): string {
  const [radius, flat] = [1.16 * r, -0.58 * r]
  return `M${-radius} ${flat}H${radius}A${radius} ${radius} 0 0 1 ${-radius} ${flat}z`
}

function sickle(r: number): string {
  const outer = 1.08 * r
  const [x, y] = [-0.52 * r, 0.94 * r]
  return `M${x} ${-y}A${outer} ${outer} 0 1 1 ${x} ${y}A${1.15 * r} ${1.15 * r} 0 0 0 ${x} ${-y}z`
}

/** The shape of each role's mark as an SVG path around 0, 0; r is its half size. */
export const MARKS: Record<Role, (r: number) => string> = {
  key: circle,
  fill: bowl,
  rim: sickle,
  ground: (r) => `M${-1.15 * r} ${-0.76 * r}h${2.3 * r}v${1.52 * r}h${-2.3 * r}z`,
  hair: (r) => `M${-1.05 * r} ${-0.85 * r}h${2.1 * r}L0 ${1.02 * r}z`,
  room: (r) => `M0 ${-1.16 * r}L${1.02 * r} 0L0 ${1.16 * r}L${-1.02 * r} 0z`,
}

import type { Lane, Light, Lit } from '@/api/client'

/** Which lights were on in a frame, as a name: nothing before it was said. */
export function nameOf(lit: Lit | undefined): string {
  if (!lit) return ''
  return typeof lit === 'string' ? lit : lit.alone
}

/** The same back from a name. */
export function litOf(name: string): Lit | undefined {
  if (!name) return undefined
  return name === 'all' || name === 'no_flash' ? name : { alone: name }
}

/** What can be said of the lights of a frame. */
export function litChoices(lights: readonly Light[], lanes: readonly Lane[]): { value: string; words: string }[] {
  const alone = lights.map((light) => {
    const name = lanes.find((lane) => lane.id === light.id)?.name ?? light.id
    return { value: light.id, words: `${name} alone` }
  })
  return [
    { value: '', words: 'not said yet' },
    { value: 'all', words: 'All lights' },
    ...alone,
    { value: 'no_flash', words: 'No flash' },
  ]
}

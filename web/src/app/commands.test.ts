import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { boardCommands } from '@/board/commands'
import { checkCommands } from '@/check/commands'
import { frameCommands } from '@/frame/commands'
import { kitCommands } from '@/kit/commands'
import { planCommands } from '@/plan/commands'
import { drillCommands, triedCommands } from '@/practice/commands'
import { sittingsCommands } from '@/sittings/commands'
import { studyCommands } from '@/studies/commands'
import { everywhere, type Command } from '@/ui/commands'
import KeysDialog from '@/ui/KeysDialog.vue'

const nothing = () => undefined
/** Keys whose caps are written otherwise. */
const CAPS: Record<string, string> = { Esc: 'escape', '↑': 'arrowup', '↓': 'arrowdown' }
const VIEWS: [string, () => Command[]][] = [
  [
    'board',
    () => boardCommands({ meter: nothing, far: () => undefined, done: nothing, measure: nothing, go: nothing }),
  ],
  ['plan', () => planCommands({ part: () => true, together: nothing, leave: nothing })],
  ['ways', () => studyCommands({ study: () => true, leave: nothing })],
  [
    'frame',
    () =>
      frameCommands({
        source: nothing,
        load: nothing,
        moment: nothing,
        grey: nothing,
        card: nothing,
        marks: nothing,
        alone: nothing,
        light: nothing,
        turn: nothing,
        wish: nothing,
        toBoard: nothing,
        patch: () => true,
        done: nothing,
        leave: nothing,
      }),
  ],
  ['check', () => checkCommands({ fire: () => true, leave: nothing })],
  ['sittings', () => sittingsCommands({ find: nothing, begin: nothing })],
  ['kit', () => kitCommands({ find: nothing, add: nothing })],
  ['drills', () => drillCommands({ step: nothing, begin: nothing })],
  ['try', () => triedCommands({ next: nothing })],
]

describe.each(VIEWS)('the keys of the %s', (_, listed) => {
  let commands: Command[]
  beforeEach(() => {
    setActivePinia(createPinia())
    commands = [...listed(), ...everywhere(nothing)]
  })

  it('mean one thing each, and do it', () => {
    const keys = commands.flatMap((c) => c.keys ?? [])
    expect(keys).toEqual([...new Set(keys)])
    for (const c of commands) expect(Boolean(c.run), c.words).toBe(Boolean(c.keys))
  })

  it('stand in their dialogue as they are taken', () => {
    const body = mount(KeysDialog, {
      props: { commands },
      global: { stubs: { ModalDialog: { template: '<div><slot /></div>' } } },
    })
    expect(body.findAll('dd').map((d) => d.text())).toEqual(commands.map((c) => c.words))
    const caps = body.findAll('dt').map((d) => d.text())
    // What a cap shows is among its keys: Esc is told short, and a row of digits by its ends.
    for (const [n, c] of commands.entries()) {
      for (const key of c.keys ? c.caps : []) {
        if (key !== '…') expect(c.keys).toContain(CAPS[key] ?? key.toLowerCase())
        expect(caps[n]).toContain(key)
      }
    }
  })
})

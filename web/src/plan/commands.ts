import { useBoard } from '@/look/board'
import { lookCommands } from '@/look/commands'
import { DIGITS, type Command } from '@/ui/commands'

const NAMED: Record<string, string> = { k: 'key', f: 'fill', i: 'rim', g: 'ground', h: 'hair' }

/** What keys do on the plan. */
export function planCommands(view: {
  part: (n: number) => boolean
  together: () => void
  leave: () => void
}): Command[] {
  const board = useBoard()
  const shared = lookCommands()
  return [
    {
      caps: ['1', '…', '4'],
      words: 'light, ground, studio, begin from',
      keys: DIGITS,
      run: ({ key }) => view.part(Number(key)),
    },
    {
      caps: ['K', 'F', 'I', 'G', 'H'],
      words: 'key, fill, rim, ground, hair',
      keys: Object.keys(NAMED),
      run: ({ key }) => {
        const light = board.view?.setup.lights.find((l) => l.role === NAMED[key.toLowerCase()])
        if (light) board.choose(light.id)
        return Boolean(light)
      },
    },
    { caps: ['Tab'], words: 'from panel to sitter, camera, light, its aim; in the side view too' },
    { caps: ['←', '↑', '→', '↓'], words: '5 cm; with Shift 1 cm' },
    { caps: ['Page ↑', 'Page ↓'], words: 'a light: up or down 5 cm; a panel: turn 5°' },
    { caps: ['+', '−', 'Home'], words: 'on the drawing itself: nearer, farther, all; arrows look elsewhere' },
    { caps: ['A'], words: 'lines of all lights together', keys: ['a'], run: view.together },
    shared.undo,
    {
      caps: ['L', 'Esc'],
      words: 'back to the board; Esc first gives up what is being moved',
      keys: ['l', 'escape'],
      run: view.leave,
    },
  ]
}

import { useBoard } from '@/look/board'
import { DIGITS, type Command } from '@/ui/commands'

/** What keys do on the ways and the studies. */
export function studyCommands(view: { study: (n: number) => boolean; leave: () => void }): Command[] {
  const board = useBoard()
  return [
    {
      caps: ['1', '…', '5'],
      words: 'ways, shutter, freeze, colour, no flash',
      keys: DIGITS,
      run: ({ key }) => view.study(Number(key)),
    },
    { caps: ['O'], words: 'keep or remove the room', keys: ['o'], run: board.keepOrRemove },
    {
      caps: ['Z'],
      words: 'undo; with Shift: redo',
      keys: ['z'],
      run: ({ shift }) => void (shift ? board.redo() : board.undo()),
    },
    { caps: ['Y', 'Esc'], words: 'back to the board', keys: ['y', 'escape'], run: view.leave },
  ]
}

import { useBoard } from '@/look/board'
import { lookCommands } from '@/look/commands'
import { DIGITS, type Command } from '@/ui/commands'

/** What keys do on a look’s frame, foretold or shot. */
export function frameCommands(view: {
  source: () => void
  load: () => void
  moment: () => void
  grey: () => void
  card: () => void
  marks: () => void
  patch: (n: number) => boolean
  done: () => void
  leave: () => void
}): Command[] {
  const board = useBoard()
  const shared = lookCommands()
  const turn = ({ key }: { key: string }) => board.turn(board.lane, key === '=' ? 'up' : 'down')
  return [
    { caps: ['E'], words: 'foretold or shot', keys: ['e'], run: view.source },
    { caps: ['L'], words: 'load a frame', keys: ['l'], run: view.load },
    { caps: ['A'], words: 'now, after the move, as wished', keys: ['a'], run: view.moment },
    { caps: ['Y'], words: 'in grey', keys: ['y'], run: view.grey },
    { caps: ['G'], words: 'a grey card and a grey ball beside the face', keys: ['g'], run: view.card },
    { caps: ['X'], words: 'mark what clips and what is black', keys: ['x'], run: view.marks },
    { caps: ['1', '…', '9'], words: 'a patch', keys: DIGITS, run: ({ key }) => view.patch(Number(key)) },
    { caps: ['←', '↑', '→', '↓'], words: 'move the patch; with Shift a pixel; − and + its size; Delete takes it away' },
    { caps: ['-', '='], words: 'the dial of the light that moves the patch', keys: ['-', '='], run: turn },
    { caps: ['D'], words: 'the next move is done', keys: ['d'], run: view.done },
    shared.undo,
    { caps: ['V', 'B', 'Esc'], words: 'back to the board', keys: ['v', 'b', 'escape'], run: view.leave },
  ]
}

import { useBoard } from '@/look/board'
import { lookCommands } from '@/look/commands'
import { DIGITS, type Command, type Stroke } from '@/ui/commands'

const NAMED: Record<string, string> = { r: 'room', k: 'key', f: 'fill', i: 'rim', h: 'hair' }

/** What keys do on a look’s frame, foretold, shot or mixed. */
export function frameCommands(view: {
  source: () => void
  load: () => void
  moment: () => void
  grey: () => void
  card: () => void
  marks: () => void
  alone: () => unknown
  light: (role: string) => unknown
  /** Turns a dial of the mix; false where there is none. */
  turn: (way: 'up' | 'down') => unknown
  wish: (by: number) => unknown
  toBoard: () => unknown
  patch: (n: number) => boolean
  done: () => void
  leave: () => void
}): Command[] {
  const board = useBoard()
  const shared = lookCommands()
  function turn({ key }: Stroke): void {
    const way = key === '=' ? 'up' : 'down'
    if (!view.turn(way)) board.turn(board.lane, way)
  }
  return [
    { caps: ['E'], words: 'foretold, shot or mixed', keys: ['e'], run: view.source },
    { caps: ['L'], words: 'load a frame', keys: ['l'], run: view.load },
    {
      caps: ['A'],
      words: 'now, after the move, as wished; of a mix: as shot, as mixed; of a shot: against another frame',
      keys: ['a'],
      run: view.moment,
    },
    { caps: ['Y'], words: 'in grey', keys: ['y'], run: view.grey },
    {
      caps: ['G'],
      words: 'a grey card and a grey ball beside the face; in a mix: the ground light',
      keys: ['g'],
      run: view.card,
    },
    {
      caps: ['X'],
      words: 'mark what clips and what is black; in a mix: without the light',
      keys: ['x'],
      run: view.marks,
    },
    { caps: ['S'], words: 'in a mix: the light alone', keys: ['s'], run: view.alone },
    {
      caps: ['R', 'K', 'F', 'I', 'H'],
      words: 'in a mix: room, key, fill, rim, hair',
      keys: ['r', 'k', 'f', 'i', 'h'],
      run: ({ key }) => view.light(NAMED[key.toLowerCase()] ?? ''),
    },
    {
      caps: ['[', ']'],
      words: 'in a mix: what is wished of the patch, by a tenth; with Shift by a stop',
      keys: ['[', ']', '{', '}'],
      run: ({ key, shift }) => view.wish((key === '[' || key === '{' ? -1 : 1) * (shift ? 1 : 0.1)),
    },
    { caps: ['Enter'], words: 'the mix’s dials to the board', keys: ['enter'], run: view.toBoard },
    { caps: ['1', '…', '9'], words: 'a patch', keys: DIGITS, run: ({ key }) => view.patch(Number(key)) },
    { caps: ['←', '↑', '→', '↓'], words: 'move the patch; with Shift a pixel; − and + its size; Delete takes it away' },
    {
      caps: ['-', '='],
      words: 'the dial of the light that moves the patch; in a mix: of the chosen light',
      keys: ['-', '='],
      run: turn,
    },
    { caps: ['D'], words: 'the next move is done', keys: ['d'], run: view.done },
    shared.undo,
    { caps: ['V', 'B', 'Esc'], words: 'back to the board', keys: ['v', 'b', 'escape'], run: view.leave },
  ]
}

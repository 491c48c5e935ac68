import { useBoard } from '@/look/board'
import { lookCommands } from '@/look/commands'
import { useDrill } from '@/look/drill'
import { useRoom } from '@/look/room'
import { DIGITS, type Command, type Stroke } from '@/ui/commands'

const NAMED: Record<string, string> = { r: 'room', k: 'key', f: 'fill', i: 'rim', g: 'ground', h: 'hair', w: 'whole' }

/** What keys do on the board. */
export function boardCommands(view: {
  /** To the meter entry. */
  meter: () => void
  /** The next move was done. */
  done: () => void
  /** To the view that is read from afar, and back. */
  far: () => void
  /** In a drill, the simulated meter is read. */
  measure: () => void
  go: (to: 'ways' | 'plan' | 'frame' | 'check') => void
}): Command[] {
  const board = useBoard()
  const shared = lookCommands()
  const room = useRoom()
  const drill = useDrill()
  const lanes = () => board.view?.board.lanes ?? []

  function numbered({ key, alt, entry }: Stroke): boolean {
    // Without Alt a digit is typed where something is typed.
    if (!alt && entry !== undefined) return false
    const lane = lanes().find((l) => l.number === Number(key))
    if (lane) board.choose(lane.id)
    return true
  }

  function afar({ alt, entry }: Stroke): boolean {
    if (!alt && entry !== undefined) return false
    view.far()
    return true
  }

  function named({ key }: Stroke): void {
    const name = NAMED[key.toLowerCase()]
    const first = lanes().find((l) => l.id === name || (l.kind === 'light' && l.role === name))
    if (first) board.choose(first.id)
  }

  function target({ key, shift }: Stroke): void {
    const by = (key === '[' || key === '{' ? -1 : 1) * (shift ? 1 : 0.1)
    if (board.lane?.kind === 'light' || board.lane?.kind === 'room') board.raise(board.lane, by)
  }

  function power({ key, entry }: Stroke): boolean {
    // Behind a number in the entry a minus takes tenths away: 11 −2.
    if (key !== '=' && entry) return false
    board.turn(board.lane, key === '=' ? 'up' : 'down')
    return true
  }

  function putAway(): void {
    void board.lookAt(undefined)
    room.putAway()
    board.giveUp()
  }

  const commands: Command[] = [
    {
      caps: ['1', '…', '8'],
      words: 'lane; with Alt while the meter entry has focus',
      keys: DIGITS,
      alt: true,
      run: numbered,
    },
    {
      caps: ['R', 'K', 'F', 'I', 'G', 'H', 'W'],
      words: 'room, key, fill, rim, ground, hair, whole',
      keys: Object.keys(NAMED),
      run: named,
    },
    { caps: ['M'], words: 'meter entry', keys: ['m'], run: view.meter },
    { caps: ['Enter'], words: 'log the reading' },
    { caps: ['Esc'], words: 'leave the entry, put a draft away, back to now', keys: ['escape'], run: putAway },
    { caps: ['D'], words: 'dialled: do the next move', keys: ['d'], run: view.done },
    {
      caps: ['A'],
      words: 'all dials set, where several are to be turned',
      keys: ['a'],
      run: () => void board.setAll(),
    },
    shared.undo,
    {
      caps: ['[', ']'],
      words: 'target down or up 0.1; with Shift: 1 stop',
      keys: ['[', '{', ']', '}'],
      run: target,
    },
    {
      caps: ['−', '='],
      words: 'power of the chosen light, one step',
      keys: ['-', '−', '='],
      run: power,
    },
    shared.room,
    { caps: ['Y'], words: 'ways to the wish for the room', keys: ['y'], run: () => view.go('ways') },
    {
      caps: ['0'],
      words: 'from afar: move and ladder alone, and back; with Alt in the meter entry',
      keys: ['0'],
      alt: true,
      run: afar,
    },
    { caps: ['X'], words: 'in a drill: measure with its meter', keys: ['x'], run: view.measure },
    { caps: ['J'], words: 'in a drill: tell me the next move', keys: ['j'], run: drill.tell },
    { caps: ['V'], words: 'the frame as it will be', keys: ['v'], run: () => view.go('frame') },
    { caps: ['C'], words: 'check the devices before the first flash', keys: ['c'], run: () => view.go('check') },
    { caps: ['L'], words: 'the plan, large', keys: ['l'], run: () => view.go('plan') },
    { caps: ['←', '↑', '→', '↓'], words: 'on the plan: 5 cm; with Shift 1 cm; page keys: up, down' },
  ]
  return commands
}

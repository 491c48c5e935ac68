import type { Command } from '@/ui/commands'
import { useBoard } from './board'

/** What keys do alike wherever a look is open. */
export function lookCommands(): Record<'undo' | 'room', Command> {
  const board = useBoard()
  return {
    undo: {
      caps: ['Z'],
      words: 'undo; with Shift: redo',
      keys: ['z'],
      run: ({ shift }) => void (shift ? board.redo() : board.undo()),
    },
    room: { caps: ['O'], words: 'keep or remove the room', keys: ['o'], run: board.keepOrRemove },
  }
}

import { lookCommands } from '@/look/commands'
import type { Command } from '@/ui/commands'

/** What keys do before the first flash. */
export function checkCommands(view: { fire: () => boolean; leave: () => void }): Command[] {
  const shared = lookCommands()
  return [
    { caps: ['↑', '↓', '←', '→'], words: 'from cell to cell' },
    { caps: ['Space'], words: 'tick the cell, or take the tick back' },
    { caps: ['Enter'], words: 'fire each in turn', keys: ['enter'], run: view.fire },
    shared.undo,
    { caps: ['C', 'Esc'], words: 'back to the board', keys: ['c', 'escape'], run: view.leave },
  ]
}

import { lookCommands } from '@/look/commands'
import { DIGITS, type Command } from '@/ui/commands'

/** What keys do on the ways and the studies. */
export function studyCommands(view: { study: (n: number) => boolean; leave: () => void }): Command[] {
  const shared = lookCommands()
  return [
    {
      caps: ['1', '…', '5'],
      words: 'ways, shutter, freeze, colour, no flash',
      keys: DIGITS,
      run: ({ key }) => view.study(Number(key)),
    },
    shared.room,
    shared.undo,
    { caps: ['Y', 'Esc'], words: 'back to the board', keys: ['y', 'escape'], run: view.leave },
  ]
}

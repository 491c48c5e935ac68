import type { Command } from '@/ui/commands'

/** What keys do on the kit. */
export const kitCommands = (view: { find: () => void; add: () => void }): Command[] => [
  { caps: ['/'], words: 'find in the kit', keys: ['/'], run: view.find },
  { caps: ['N'], words: 'add a piece of this kind', keys: ['n'], run: view.add },
]

import type { Command } from '@/ui/commands'

/** What keys do on the list of sittings. */
export const sittingsCommands = (view: { find: () => void; begin: () => void }): Command[] => [
  { caps: ['/'], words: 'find a sitting', keys: ['/'], run: view.find },
  { caps: ['N'], words: 'new sitting', keys: ['n'], run: view.begin },
]

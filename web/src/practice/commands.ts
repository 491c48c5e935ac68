import type { Command } from '@/ui/commands'

/** Enter belongs to a link or a button that has focus; a drill in the list is chosen by focus already. */
const taken = () => Boolean(document.activeElement?.closest('a, button:not([data-drill])'))

/** What keys do on the list of drills. */
export function drillCommands(view: { step: (by: number) => void; begin: () => void }): Command[] {
  return [
    {
      caps: ['↑', '↓'],
      words: 'the drill before, the one after',
      keys: ['arrowup', 'arrowdown'],
      run: ({ key }) => view.step(key === 'ArrowUp' ? -1 : 1),
    },
    { caps: ['Enter'], words: 'begin the chosen drill', keys: ['enter'], run: () => !taken() && (view.begin(), true) },
  ]
}

/** What keys do where a try is done. */
export function triedCommands(view: { next: () => void }): Command[] {
  return [{ caps: ['Enter'], words: 'the next drill', keys: ['enter'], run: () => !taken() && (view.next(), true) }]
}

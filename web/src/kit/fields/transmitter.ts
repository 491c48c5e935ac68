import { choices, name, step, words, type Field } from './field'

/** A transmitter: what it tells the units. */
export const TRANSMITTER: Field[] = [
  name,
  {
    path: 'link',
    label: 'Reaches units by',
    as: 'choice',
    usual: 'radio',
    options: choices(['radio', 'radio'], ['optical', 'pulses of light'], ['cord', 'a cord']),
  },
  {
    path: 'control',
    label: 'Tells them',
    as: 'choice',
    usual: 'power',
    options: choices(['power', 'a power per group'], ['ratio', 'a ratio A : B'], ['nothing', 'only when to fire']),
  },
  { path: 'groups', label: 'Groups', as: 'number', usual: '5' },
  { path: 'channels', label: 'Channels', as: 'number', usual: '32' },
  { path: 'lowest', label: 'Lowest power, 1/', as: 'lowest', optional: true },
  { path: 'step', label: 'Step', as: 'choice', options: step, usual: 'tenths' },
  { path: 'pre_flashes', label: 'Pre-flashes', as: 'number', usual: '0' },
  { path: 'contributes', label: 'Adds its own flash', as: 'yes' },
  ...words(() => true, true),
  { path: 'words.note', label: 'What else is to be known of it', as: 'text', optional: true, wide: 6 },
]

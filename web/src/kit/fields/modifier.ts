import { is, choices, name, size, inShape, type Field } from './field'

/** A modifier: its front, what it costs, how wide it throws. */
export const MODIFIER: Field[] = [
  name,
  {
    path: 'shape.kind',
    label: 'Kind',
    as: 'choice',
    usual: 'softbox',
    options: choices(
      ['softbox', 'softbox'],
      ['octa', 'octa'],
      ['strip', 'strip'],
      ['umbrella', 'umbrella'],
      ['dish', 'dish'],
      ['cone', 'cone'],
      ['snoot', 'snoot'],
      ['bare', 'bare head'],
    ),
  },
  { path: 'shape.loss', label: 'Loss', as: 'number', suffix: 'stops', usual: '1.5' },
  ...size(true).map(inShape),
  {
    path: '@beam',
    label: 'Beam',
    as: 'choice',
    usual: 'none',
    options: choices(['none', 'not said'], ['half_angle', 'half angle'], ['exponent', 'exponent']),
  },
  {
    path: 'shape.beam.half_angle',
    label: 'Half angle',
    as: 'number',
    suffix: '°',
    when: is('@beam', 'half_angle'),
    usual: '30',
    hint: 'To half the intensity',
  },
  { path: 'shape.beam.exponent', label: 'Exponent', as: 'number', when: is('@beam', 'exponent'), usual: '1' },
  { path: 'shape.double_diffusion', label: 'Second diffuser', as: 'number', suffix: 'stops', optional: true },
  { path: 'grid.loss', label: 'Its grid takes', as: 'number', suffix: 'stops', optional: true },
  {
    path: 'grid.angle',
    label: "Grid's angle",
    as: 'number',
    suffix: '°',
    optional: true,
    when: (v) => Boolean(v['grid.loss']?.trim()),
  },
]

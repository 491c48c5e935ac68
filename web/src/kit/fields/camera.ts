import { is, choices, name, type Field } from './field'

/** A camera: its shutter and its dials. */
export const CAMERA: Field[] = [
  name,
  {
    path: '@shutter',
    label: 'Shutter',
    as: 'choice',
    usual: 'focal_plane',
    options: [
      { value: 'focal_plane', words: 'focal plane' },
      { value: 'leaf', words: 'leaf', sets: ['shutter', 'leaf'] },
    ],
  },
  {
    path: 'shutter.focal_plane.sync',
    label: 'Sync time',
    as: 'text',
    usual: '1/200',
    when: is('@shutter', 'focal_plane'),
  },
  {
    path: 'shutter.focal_plane.travel',
    label: 'Curtain travel',
    as: 'seconds',
    suffix: 's',
    optional: true,
    when: is('@shutter', 'focal_plane'),
  },
  { path: 'high_speed', label: 'High-speed sync', as: 'yes' },
  { path: 'fastest', label: 'Fastest', as: 'text', usual: '1/8000' },
  { path: 'slowest', label: 'Slowest', as: 'text', usual: '30' },
  { path: 'base_iso', label: 'Base ISO', as: 'text', usual: '100' },
  { path: 'lowest_iso', label: 'Lowest ISO', as: 'text', optional: true },
  { path: 'iso_cap', label: 'Your own ISO cap', as: 'text', optional: true },
  {
    path: 'steps',
    label: 'Dials step in',
    as: 'choice',
    usual: 'thirds',
    options: choices(['thirds', 'thirds'], ['halves', 'halves']),
  },
  { path: 'sensor.width', label: 'Sensor, long side', as: 'number', suffix: 'mm', optional: true },
  { path: 'sensor.height', label: 'Sensor, short side', as: 'number', suffix: 'mm', optional: true },
  { path: 'pixel_pitch', label: 'Pixel pitch', as: 'number', suffix: 'µm', optional: true },
  { path: 'curve', label: 'Tone curve', as: 'taught', optional: true, wide: 6 },
]

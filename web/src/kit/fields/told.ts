import type { Gear } from '@/api/client'

const short = (n: unknown): string => String(n)

/** What a list says of a piece beside its name. */
export function told(gear: Gear): string {
  if ('strobe' in gear) {
    const { rated, guide, scale, supply } = gear.strobe
    const power = rated ? `${rated} Ws` : guide ? `guide ${guide.number} ${guide.length === 'feet' ? 'ft' : 'm'}` : ''
    const dial =
      scale === 'full_only'
        ? 'full power only'
        : 'fractions' in scale
          ? `1/1 to 1/${scale.fractions.lowest}, ${scale.fractions.step}`
          : 'numbers' in scale
            ? `${scale.numbers.full.toFixed(1)} to ${scale.numbers.lowest.toFixed(1)}`
            : 'watt_seconds' in scale
              ? `${scale.watt_seconds.full} to ${scale.watt_seconds.lowest} Ws`
              : `0 to −${scale.stops_below.lowest}, ${scale.stops_below.step}`
    return [power, dial, supply ? Object.keys(supply)[0] : ''].filter(Boolean).join(' · ')
  }
  if ('modifier' in gear) {
    const { shape, grid } = gear.modifier
    return [front(shape.size), `−${short(shape.loss)}`, grid ? 'grid' : ''].filter(Boolean).join(' · ')
  }
  if ('panel' in gear) return `${gear.panel.kind} · ${front(gear.panel.size)}`
  if ('gel' in gear)
    return `${gear.gel.mired > 0 ? '+' : '−'}${Math.abs(gear.gel.mired)} mired · −${short(gear.gel.loss)}`
  if ('filter' in gear) return `−${short(gear.filter.loss)}`
  if ('camera' in gear) {
    const { shutter, base_iso } = gear.camera
    return `${shutter === 'leaf' ? 'leaf shutter' : `sync ${(shutter as { focal_plane: { sync: string } }).focal_plane.sync}`} · ISO ${base_iso}`
  }
  if ('lens' in gear) {
    const { focal, widest } = gear.lens
    return `${focal.from === focal.to ? focal.from : `${focal.from} to ${focal.to}`} mm · f/${widest}`
  }
  if ('meter' in gear) return `in ${gear.meter.shows}${gear.meter.flash ? ' · flash' : ''}`
  const { link, groups, control } = gear.transmitter
  return `${link} · ${groups} groups · ${control === 'power' ? 'powers' : control === 'ratio' ? 'A : B' : 'fires only'}`
}

function front(size: unknown): string {
  const known = size as
    { round?: { diameter: number }; rectangle?: { width: number; height: number } } | null | undefined
  if (known?.round) return `${known.round.diameter} m round`
  if (known?.rectangle) return `${known.rectangle.width} × ${known.rectangle.height} m`
  return ''
}

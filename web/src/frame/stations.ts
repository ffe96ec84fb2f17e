import type { Plan, Design } from '../project/useProject'

export type StationKey = 'brief' | 'hardware' | 'fit' | 'shell' | 'cuts' | 'mounts' | 'packet' | 'sums'

export const STATIONS: { key: StationKey; name: string; asks: string }[] = [
  { key: 'brief', name: 'Brief', asks: 'What is it for, how large may it be' },
  { key: 'hardware', name: 'Hardware', asks: 'What goes in' },
  { key: 'fit', name: 'Fit', asks: 'Where everything stands' },
  { key: 'shell', name: 'Shell', asks: 'Panels, edges and joints' },
  { key: 'cuts', name: 'Cuts', asks: 'Parts and stock' },
  { key: 'mounts', name: 'Mounts', asks: 'Holes and screws' },
  { key: 'packet', name: 'Packet', asks: 'Files for the shop' },
  { key: 'sums', name: 'Sums', asks: 'Quick sums at the bench' },
]

const HOME: Record<string, StationKey> = {
  'over-the-limit': 'brief',
  'over-budget': 'brief',
  'mains-inside': 'hardware',
  'control-forgotten': 'hardware',
  'device-outside': 'fit',
  'devices-collide': 'fit',
  'device-hits-part': 'fit',
  'port-without-opening': 'fit',
  'tray-unsupported': 'fit',
  'tray-outside': 'fit',
  'room-taken': 'fit',
  'plug-no-room': 'fit',
  'air-gap-taken': 'fit',
  'nut-out-of-reach': 'fit',
  'no-finger-room': 'fit',
  'driver-blocked': 'fit',
  'door-hits': 'fit',
  'drawer-hits': 'fit',
  'cable-short': 'fit',
  'service-blocked': 'fit',
  'service-no-way': 'fit',
  'port-without-cable': 'hardware',
  'label-open': 'hardware',
  'salvage-untested': 'hardware',
  late: 'brief',
  'likeness-too-small': 'brief',
  'feet-elsewhere': 'shell',
  'load-on-door': 'shell',
  'door-held': 'shell',
  'panel-loose': 'shell',
  'tool-cannot-cut': 'cuts',
  'tool-cannot-joint': 'shell',
  'corner-open': 'shell',
  'inset-covers': 'shell',
  'mitre-entry-differs': 'shell',
  'joint-too-thin': 'shell',
  'joint-material': 'shell',
  'glue-will-not-hold': 'shell',
  'block-missing': 'shell',
  'no-way-in': 'shell',
  'removable-held': 'shell',
  'grain-crossed': 'shell',
  'panel-trapped': 'shell',
  'float-leaves-groove': 'shell',
  'fit-binds': 'shell',
  'board-sags': 'shell',
  'hold-weak': 'shell',
  'hinge-finds-no-room': 'shell',
  'glue-time-short': 'shell',
  'glue-too-cold': 'shell',
  'clamps-short': 'shell',
  'feet-low': 'shell',
  'plinth-chokes': 'shell',
  'part-floats': 'shell',
  'joint-board-thin': 'shell',
  'joint-unsuited': 'shell',
  'short-grain': 'shell',
  'corner-not-possible': 'shell',
  'bend-too-tight': 'shell',
  'flange-too-short': 'shell',
  'flange-no-room': 'fit',
  'drawer-jams': 'shell',
  'slot-too-narrow': 'shell',
  'rack-pitch-low': 'shell',
  'rack-too-tall': 'shell',
  'frame-no-level': 'shell',
  'take-off-unknown': 'shell',
  'levels-too-close': 'shell',
  'beam-below-floor': 'shell',
  'rails-collide': 'shell',
  'rail-in-post': 'shell',
  'no-slide-fits': 'shell',
  'drawer-too-tall': 'shell',
  'anchor-wall-thin': 'shell',
  'stack-height': 'shell',
  'stack-wall-thin': 'shell',
  'no-cable-hole': 'shell',
  'bevel-does-not-turn-light': 'shell',
  'one-stud': 'shell',
  'wall-load': 'shell',
  'wall-overloaded': 'shell',
  'part-larger-than-stock': 'cuts',
  'stock-not-on-hand': 'cuts',
  'part-stale': 'cuts',
}

/** The station at which a snag is mended; everything about holes and screws belongs to the mounts. */
export const homeOf = (code: string): StationKey => HOME[code] ?? 'mounts'

export type StationState = { word: 'open' | 'settled' | 'snags' | 'tool'; stops: number; warns: number }

export function stationState(key: StationKey, design: Design, plan: Plan): StationState {
  if (key === 'sums') return { word: 'tool', stops: 0, warns: 0 }
  const own = plan.findings.filter((f) => homeOf(f.code) === key)
  const stops = own.filter((f) => f.severity === 'stop').length
  const warns = own.filter((f) => f.severity === 'warn').length
  if (stops + warns > 0) return { word: 'snags', stops, warns }
  const untouched = (key === 'brief' && design.brief.purpose === '') || (key === 'hardware' && design.devices.length === 0)
  return { word: untouched ? 'open' : 'settled', stops, warns }
}

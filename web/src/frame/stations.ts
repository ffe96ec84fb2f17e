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

export type StationState = { word: 'open' | 'settled' | 'snags' | 'tool'; stops: number; warns: number }

export function stationState(key: StationKey, design: Design, plan: Plan): StationState {
  if (key === 'sums') return { word: 'tool', stops: 0, warns: 0 }
  const own = plan.findings.filter((f) => f.station === key)
  const stops = own.filter((f) => f.severity === 'stop').length
  const warns = own.filter((f) => f.severity === 'warn').length
  if (stops + warns > 0) return { word: 'snags', stops, warns }
  const untouched = (key === 'brief' && design.brief.purpose === '') || (key === 'hardware' && design.devices.length === 0)
  return { word: untouched ? 'open' : 'settled', stops, warns }
}

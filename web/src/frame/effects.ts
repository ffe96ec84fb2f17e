import type { Schemas } from '../api/client'
import { mm, money } from '../kit/units'

const FIGURES: Record<string, [string, (v: number) => string]> = {
  widthMm: ['width', (v) => `${mm(v)} mm`],
  depthMm: ['depth', (v) => `${mm(v)} mm`],
  heightMm: ['height', (v) => `${mm(v)} mm`],
  volumeL: ['volume', (v) => `${v.toFixed(2)} l`],
  massG: ['mass', (v) => `${v.toFixed(0)} g`],
  costCents: ['cost', money],
  hours: ['hours', (v) => v.toFixed(2)],
  heatW: ['heat', (v) => `${v.toFixed(1)} W`],
  parts: ['parts', (v) => v.toFixed(0)],
  holes: ['holes', (v) => v.toFixed(0)],
  sheets: ['sheets', (v) => v.toFixed(0)],
}

/** The figures that moved, in words: `width +10 mm`. */
export function figuresOf(effect: Schemas['Consequences']): string[] {
  return effect.shifts.flatMap((s) => {
    const figure = FIGURES[s.key]
    const by = s.to - s.from
    return figure ? [`${figure[0]} ${by > 0 ? '+' : '−'}${figure[1](Math.abs(by))}`] : []
  })
}

/** Named one by one; more of them are counted. */
const MOST = 6

/** Parts by name, equal names once with their count. */
export function namesOf(effect: Schemas['Consequences'], ids: string[]): string {
  const counts = new Map<string, number>()
  for (const id of ids) {
    const name = effect.partNames[id] ?? id
    counts.set(name, (counts.get(name) ?? 0) + 1)
  }
  const names = [...counts].map(([name, n]) => (n > 1 ? `${name} (${n})` : name))
  return names.length > MOST + 1 ? `${names.slice(0, MOST).join(', ')} and ${names.length - MOST} more` : names.join(', ')
}

/** Ids of all parts that an effect touches. */
export const touchedBy = (effect: Schemas['Consequences']): string[] => [
  ...effect.partsChanged,
  ...effect.partsAdded,
  ...effect.partsRemoved,
]

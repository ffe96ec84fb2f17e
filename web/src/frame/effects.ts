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

/** All parts that an effect touches. */
export const touchedBy = (effect: Schemas['Consequences']): string[] => [
  ...effect.partsChanged,
  ...effect.partsAdded,
  ...effect.partsRemoved,
]

export type Units = 'mm' | 'in'

/** Millimetres with at most `decimals` decimals, trailing zeros dropped, no unit. */
export function mm(value: number, decimals = 2): string {
  const text = value.toFixed(decimals)
  const short = text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text
  return short === '-0' ? '0' : short
}

/** The nearest inch fraction and what the rounding is off by, in mm. Halves round upward. */
export function inches(value: number, denominator: number): { text: string; errorMm: number } {
  const steps = Math.floor((value / 25.4) * denominator + 0.5 + 1e-9)
  const size = Math.abs(steps)
  const whole = Math.floor(size / denominator)
  let top = size % denominator
  let bottom = denominator
  while (top > 0 && top % 2 === 0 && bottom % 2 === 0) {
    top /= 2
    bottom /= 2
  }
  const body = top === 0 ? `${whole}` : whole === 0 ? `${top}/${bottom}` : `${whole} ${top}/${bottom}`
  return { text: `${steps < 0 ? '-' : ''}${body}"`, errorMm: (steps * 25.4) / denominator - value }
}

export const money = (cents: number): string => (cents / 100).toFixed(2)

export const mass = (grams: number): string => (grams >= 1000 ? `${(grams / 1000).toFixed(2)} kg` : `${grams.toFixed(0)} g`)

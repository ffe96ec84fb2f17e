const UNIT = /_((?:mm|cm|m|g|kg|N|Nm|MPa|GPa|Pa|C|K|h|s|deg|pct|in|W|l)[234]?(?:_per_[A-Za-z]+[0-9]*)?)$/
const PER = /_per_(pct|K)$/
const SIGNS: Record<string, string> = {
  pct: '%',
  deg: '°',
  C: '°C',
  mm2: 'mm²',
  mm3: 'mm³',
  mm4: 'mm⁴',
  cm2: 'cm²',
  cm3: 'cm³',
  m2: 'm²',
}

/** A key of a sum as a maker reads it: `span_mm` is `span` in `mm`. */
export function keyParts(key: string): { name: string; unit: string; shown: string } {
  const per = PER.exec(key)
  const unit = per ? `per_${per[1] ?? ''}` : (UNIT.exec(key)?.[1] ?? '')
  const name = unit ? key.slice(0, key.length - unit.length - 1) : key
  return {
    name: name.replaceAll('_', ' '),
    unit,
    shown: unit
      .split('_per_')
      .map((u) => SIGNS[u] ?? u.replace(/^per_/, '1/').replace('pct', '%'))
      .join('/'),
  }
}

/** A number with as many digits as the bench can use. */
export function digits(value: number): string {
  if (!Number.isFinite(value)) return String(value)
  const size = Math.abs(value)
  const decimals = size === 0 || size >= 1000 ? 1 : size >= 10 ? 2 : size >= 0.1 ? 3 : 6
  return Number(value.toFixed(decimals)).toString()
}

/** Numbers of a list as they are typed: separated by spaces, commas or semicolons; null when one of them is no number. */
export function readList(text: string): number[] | null {
  const parts = text.split(/[\s;,]+/).filter((p) => p !== '')
  const numbers = parts.map(Number)
  return parts.length > 0 && numbers.every(Number.isFinite) ? numbers : null
}

/** Points as they are typed, `x y; x y`. */
export function readPoints(text: string): [number, number][] | null {
  const pairs = text
    .split(';')
    .map((p) => p.trim())
    .filter((p) => p !== '')
    .map(readList)
  return pairs.length > 0 && pairs.every((p) => p?.length === 2) ? (pairs as [number, number][]) : null
}

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

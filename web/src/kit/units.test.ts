import { describe, expect, it } from 'vitest'
import { inches, mass, mm, money } from './units'

describe('printing', () => {
  it('drops trailing zeros of millimetres', () => {
    expect(mm(133.4)).toBe('133.4')
    expect(mm(12)).toBe('12')
    expect(mm(-0.001)).toBe('0')
    expect(mm(100)).toBe('100')
  })
  it('shows the fraction of the worked cases and its error', () => {
    expect(inches(133.4, 16).text).toBe('5 1/4"')
    expect(inches(133.4, 16).errorMm).toBeCloseTo(-0.05, 9)
    expect(inches(311.2, 32).text).toBe('12 1/4"')
    expect(inches(0.1, 16).text).toBe('0"')
    expect(inches(-12.7, 16).text).toBe('-1/2"')
  })
  it('prints money and mass', () => {
    expect(money(1999)).toBe('19.99')
    expect(mass(950)).toBe('950 g')
    expect(mass(4477)).toBe('4.48 kg')
  })
})

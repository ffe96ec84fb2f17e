import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { inches, mm, type Units } from './units'

type Theme = 'light' | 'dark'

type Preferences = {
  units: Units
  setUnits: (units: Units) => void
  theme: Theme
  setTheme: (theme: Theme) => void
  /** A length as the maker reads it, without the unit of millimetres. */
  length: (value: number, decimals?: number) => string
  /** What the shown fraction is off by, or an empty text in millimetres. */
  lengthNote: (value: number) => string
  unitName: string
}

const Context = createContext<Preferences | null>(null)
const DENOMINATOR = 32

function remembered<T extends string>(key: string, allowed: readonly T[], fallback: T): T {
  const value = localStorage.getItem(key)
  return allowed.find((a) => a === value) ?? fallback
}

/** Holds units and theme of this browser; they are view state and never part of a project. */
export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [units, setUnits] = useState<Units>(() => remembered('anvil-units', ['mm', 'in'], 'mm'))
  const [theme, setTheme] = useState<Theme>(() =>
    remembered('anvil-theme', ['light', 'dark'], window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light'),
  )
  useEffect(() => {
    document.documentElement.dataset.theme = theme
    localStorage.setItem('anvil-theme', theme)
    localStorage.setItem('anvil-units', units)
  }, [theme, units])
  const value = useMemo<Preferences>(
    () => ({
      units,
      setUnits,
      theme,
      setTheme,
      length: (v, decimals) => (units === 'mm' ? mm(v, decimals) : inches(v, DENOMINATOR).text),
      lengthNote: (v) => (units === 'mm' ? '' : `${mm(v)} mm; the fraction is ${mm(inches(v, DENOMINATOR).errorMm)} mm off`),
      unitName: units === 'mm' ? 'mm' : 'in',
    }),
    [units, theme],
  )
  return <Context value={value}>{children}</Context>
}

export function usePreferences(): Preferences {
  const value = useContext(Context)
  if (!value) throw new Error('PreferencesProvider is missing')
  return value
}

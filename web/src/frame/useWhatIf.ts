import { useState } from 'react'

const key = (id: string) => `anvil-what-if-${id}`

/** The revision at which a trial began; remembered by this browser, so that a reload does not lose the way back. */
export function useWhatIf(id: string) {
  const [since, setSince] = useState<number | null>(() => {
    const stored = Number(localStorage.getItem(key(id)))
    return Number.isInteger(stored) && stored > 0 ? stored : null
  })
  return {
    since,
    begin: (revision: number) => {
      localStorage.setItem(key(id), String(revision))
      setSince(revision)
    },
    end: () => {
      localStorage.removeItem(key(id))
      setSince(null)
    },
  }
}

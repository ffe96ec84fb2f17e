import { useEffect, useState } from 'react'
import { useSearchParams } from 'react-router'

/** How long a choice stands before the address tells it: what is only passed over by the pointer is not told. */
const SETTLED_MS = 400

/** What is chosen, everywhere in a project. It stands in the address as `of`, so that a link leads to it. */
export function useFocus(): [string | null, (place: string | null) => void] {
  const [params, setParams] = useSearchParams()
  const told = params.get('of')
  const [focus, setFocus] = useState(told)
  useEffect(() => {
    if (focus === told) return
    const tell = setTimeout(
      () =>
        setParams(
          (now) => {
            if (focus === null) now.delete('of')
            else now.set('of', focus)
            return now
          },
          { replace: true, preventScrollReset: true },
        ),
      SETTLED_MS,
    )
    return () => clearTimeout(tell)
  }, [focus, told, setParams])
  return [focus, setFocus]
}

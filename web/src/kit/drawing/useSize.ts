import { useEffect, useState, type RefObject } from 'react'

/** Millimetres of one pixel of a page. */
export const MM = 25.4 / 96

/** The room of an element, in millimetres of the page, to the next two: a drawing is made for it. */
export function useSize(of: RefObject<HTMLElement | null>): { widthMm: number; heightMm: number } | null {
  const [size, setSize] = useState<{ widthMm: number; heightMm: number } | null>(null)
  useEffect(() => {
    const element = of.current
    if (!element) return
    const take = () => {
      const even = (px: number) => Math.max(20, Math.floor((px * MM) / 2) * 2)
      const now = { widthMm: even(element.clientWidth), heightMm: even(element.clientHeight) }
      setSize((was) => (was && was.widthMm === now.widthMm && was.heightMm === now.heightMm ? was : now))
    }
    take()
    const watch = new ResizeObserver(take)
    watch.observe(element)
    return () => watch.disconnect()
  }, [of])
  return size
}

import { useEffect, useRef, useState, type PointerEvent, type ReactNode } from 'react'
import { Button } from '../controls'
import { useSize } from './useSize'

const ZOOMS = [1, 1.5, 2, 3, 4]

/** How many times as large as its room a drawing is, with the keys that set it. */
export function useZoom(): { zoom: number; step: (by: 1 | -1) => void; keys: ReactNode } {
  const [zoom, setZoom] = useState(1)
  const step = (by: 1 | -1) => setZoom((z) => ZOOMS[ZOOMS.indexOf(z) + by] ?? z)
  const keys = (
    <div className="flex">
      <Button aria-label="Smaller" disabled={zoom === ZOOMS[0]} onClick={() => step(-1)}>
        −
      </Button>
      <Button aria-label="Larger" disabled={zoom === ZOOMS.at(-1)} onClick={() => step(1)}>
        +
      </Button>
    </div>
  )
  return { zoom, step, keys }
}

/**
 * The room of a drawing and the paper that it is made for. What is larger than its room is scrolled, or dragged by its ground; Ctrl and
 * wheel make it larger and smaller.
 */
export function useRoom({ zoom = 1, step }: { zoom?: number; step?: (by: 1 | -1) => void } = {}) {
  const ref = useRef<HTMLDivElement>(null)
  const size = useSize(ref)
  const from = useRef<{ x: number; y: number } | null>(null)
  useEffect(() => {
    const room = ref.current
    if (!room || !step) return
    const onWheel = (e: WheelEvent) => {
      if (!e.ctrlKey) return
      e.preventDefault()
      step(e.deltaY < 0 ? 1 : -1)
    }
    room.addEventListener('wheel', onWheel, { passive: false })
    return () => room.removeEventListener('wheel', onWheel)
  }, [step])
  const ground = {
    ref,
    // what is larger than its room is scrolled by keys too
    tabIndex: 0,
    onPointerDown: (e: PointerEvent<HTMLDivElement>) => {
      const onThing = (e.target as Element).closest('[role="button"], input, button')
      from.current = onThing || e.pointerType !== 'mouse' ? null : { x: e.clientX, y: e.clientY }
    },
    onPointerMove: (e: PointerEvent<HTMLDivElement>) => {
      if (!from.current || e.buttons === 0) return
      e.currentTarget.scrollBy(from.current.x - e.clientX, from.current.y - e.clientY)
      from.current = { x: e.clientX, y: e.clientY }
    },
  }
  return { ground, paper: size && { widthMm: size.widthMm * zoom, heightMm: size.heightMm * zoom } }
}

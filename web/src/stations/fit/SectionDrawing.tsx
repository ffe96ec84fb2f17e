import { useState, type KeyboardEvent, type PointerEvent } from 'react'
import { api, taken, type Schemas } from '../../api/client'
import { FigureField } from '../../kit/fields'
import { useDrawing } from '../../kit/drawing/useDrawing'
import { useRoom } from '../../kit/drawing/room'
import { MM } from '../../kit/drawing/useSize'
import { Sheet } from '../../kit/drawing/Sheet'
import { useProject } from '../../project/context'
import { deviceAt } from '../../project/places'

export type ViewKey = 'top' | 'front' | 'side'

export const VIEW_NAMES: Record<ViewKey, string> = { top: 'From above', front: 'From the front', side: 'From the right' }

type Drag = { of: string; startX: number; startY: number; across: number; up: number }

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** A section of the enclosure as the server draws it for this much room. Devices are dragged or nudged along their decks. */
export function SectionDrawing({
  view: which,
  through,
  chains,
  zoom,
  step,
  onFigure,
  onMove,
  onTurn,
}: {
  view: ViewKey
  through: string | null
  /** With the chains as its dimension lines, to be typed into. */
  chains: boolean
  /** How many times as large as its room. */
  zoom?: number
  step?: (by: 1 | -1) => void
  onFigure?: (figure: Schemas['Figure'], mm: number) => void
  onMove: (id: string, du: number, dv: number) => void
  onTurn: (id: string) => void
}) {
  const { view, focus, setFocus } = useProject()
  const { ground, paper } = useRoom({ zoom, step })
  const [drag, setDrag] = useState<Drag | null>(null)
  const drawing = useDrawing(['section', which, through, chains], paper, async (id, room) =>
    taken(
      await api.GET('/api/projects/{id}/drawings/section/{view}', {
        params: { path: { id, view: which }, query: { through: through ?? undefined, chains, ...room } },
      }),
    ),
  )

  /** How far a device moves along its deck for a shift in this view. */
  const toDeck = (of: string, across: number, up: number) => {
    const push = drawing?.pushes.find((p) => p.deviceId === deviceAt(of))
    return push ? { du: across * push.across.u + up * push.up.u, dv: across * push.across.v + up * push.up.v } : { du: 0, dv: 0 }
  }
  const begin = (e: PointerEvent<SVGGElement>, of: string) => {
    e.currentTarget.setPointerCapture(e.pointerId)
    setFocus(of)
    setDrag({ of, startX: e.clientX, startY: e.clientY, across: 0, up: 0 })
  }
  const move = (e: PointerEvent) => {
    if (!drag || !drawing) return
    const mm = (px: number) => Math.round(px * MM * drawing.sheet.unitMm * 2) / 2
    setDrag({ ...drag, across: mm(e.clientX - drag.startX), up: mm(drag.startY - e.clientY) })
  }
  const end = () => {
    const id = deviceAt(drag?.of)
    if (!drag || id === null) return
    const { du, dv } = toDeck(drag.of, drag.across, drag.up)
    setDrag(null)
    if (du !== 0 || dv !== 0) onMove(id, du, dv)
  }
  const onKey = (e: KeyboardEvent, of: string) => {
    const [arrow, id] = [ARROWS[e.key], deviceAt(of) ?? '']
    if (e.key === 'Escape') setDrag(null)
    else if (e.key === 'r') onTurn(id)
    else if (arrow) {
      const step = e.shiftKey ? 10 : e.altKey ? 0.1 : 1
      const { du, dv } = toDeck(of, arrow[0] * step, arrow[1] * step)
      if (du !== 0 || dv !== 0) onMove(id, du, dv)
    } else return
    e.preventDefault()
    e.stopPropagation()
  }
  const group = (of: string) => {
    const device = view.plan.devices.find((d) => d.id === deviceAt(of))
    if (!device) return undefined
    const snag = view.plan.findings.some((f) => f.severity === 'stop' && f.places.includes(of))
    const dragged = drag?.of === of && drawing ? drag : null
    const by = (mm: number) => mm / (drawing?.sheet.unitMm ?? 1)
    return {
      role: 'button',
      tabIndex: 0,
      'aria-label': `${device.name}${snag ? ', has a snag' : ''}`,
      'aria-pressed': focus === of,
      className: 'cursor-grab touch-none outline-none',
      transform: dragged ? `translate(${by(dragged.across)} ${-by(dragged.up)})` : undefined,
      onPointerDown: (e: PointerEvent<SVGGElement>) => begin(e, of),
      onPointerMove: move,
      onPointerUp: end,
      onPointerCancel: () => setDrag(null),
      onFocus: () => setFocus(of),
      onKeyDown: (e: KeyboardEvent) => onKey(e, of),
    }
  }
  return (
    <div {...ground} className="min-h-0 min-w-0 flex-1 overflow-auto">
      {drawing && (
        <Sheet
          sheet={drawing.sheet}
          label={VIEW_NAMES[which]}
          chosen={focus}
          group={group}
          figure={(f, moved) => (
            <FigureField label={f.name} value={f.mm} onCommit={(mm) => onFigure?.(f, mm)} className={moved ? 'moved' : ''} />
          )}
        />
      )}
    </div>
  )
}

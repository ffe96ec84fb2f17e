import { useId, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react'
import type { Schemas } from '../../api/client'
import { HatchDefs, hatchOf } from '../../kit/drawing/hatch'
import { seenCorners, wayInSpace, type Vec } from '../../kit/drawing/pose'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'
import { deckAxes, type AxisKey } from './decks'
import { placeOfDevice } from '../../project/places'

export type ViewKey = 'top' | 'front' | 'side'

const VIEWS: Record<ViewKey, { title: string; across: AxisKey; up: AxisKey; depth: AxisKey; nearFirst: boolean }> = {
  top: { title: 'From above', across: 'x', up: 'y', depth: 'z', nearFirst: false },
  front: { title: 'From the front', across: 'x', up: 'z', depth: 'y', nearFirst: true },
  side: { title: 'From the right', across: 'y', up: 'z', depth: 'x', nearFirst: false },
}

const AXES: AxisKey[] = ['x', 'y', 'z']

type Drag = { id: string; startX: number; startY: number; across: number; up: number }

/** One orthographic view with outer dimensions. Devices are dragged or nudged within their deck. */
export function BoxView({
  which,
  margin,
  onMove,
  onTurn,
}: {
  which: ViewKey
  /** Room round the drawing, the same for all views so that they share one scale (mm). */
  margin: number
  onMove: (id: string, du: number, dv: number) => void
  onTurn: (id: string) => void
}) {
  const { view, focus, setFocus } = useProject()
  const { length } = usePreferences()
  const catalog = useCatalog()
  const svg = useRef<SVGSVGElement>(null)
  const [drag, setDrag] = useState<Drag | null>(null)
  const id = useId().replace(/[^a-z0-9]/gi, '')
  const { title, across, up, depth, nearFirst } = VIEWS[which]
  const { outer, parts, devices } = view.plan
  const [w, h] = [outer.max[across], outer.max[up]]
  const text = margin * 0.42
  const feet = up === 'z' ? (view.design.box.feet?.heightMm ?? 0) : 0
  const y = (v: number) => h - v
  const round = (box: Schemas['Box'], pose: Schemas['Pose'] | null) =>
    seenCorners(pose, box, across, up)
      .map(([a, u]) => `${a},${y(u)}`)
      .join(' ')
  const outside =
    which === 'side' && view.plan.sideOutline
      ? view.plan.sideOutline.map((p) => `${p.u},${y(p.v)}`).join(' ')
      : `0,0 ${w},0 ${w},${h} 0,${h}`
  // a part of several faces is drawn by them
  const walls = parts.filter((p) => p.body.length > 0 && (p.kind !== 'panel' || !facesViewer(p.closes, which)))
  const nearest = (d: Schemas['DevicePlace']) => Math.max(...seenCorners(d.pose, d.body, depth, up).map((c) => c[0]))
  const sorted = [...devices].sort((a, b) => (nearFirst ? nearest(b) - nearest(a) : nearest(a) - nearest(b)))

  // room that must stay free: of the chosen device, and wherever something stands in it
  const rooms = view.plan.rooms.filter((r) => !r.free || placeOfDevice(r.owner) === focus)

  /** u and v of a deck as they are seen here, across and up. */
  const seenAxes = (deckId: string) => {
    const pose = devices.find((d) => d.deckId === deckId)?.pose
    const seen = ({ axis, sign }: { axis: AxisKey; sign: 1 | -1 }): [number, number] => {
      const way = wayInSpace(pose, AXES.map((a) => (a === axis ? sign : 0)) as Vec)
      return [way[AXES.indexOf(across)] ?? 0, way[AXES.indexOf(up)] ?? 0]
    }
    const { u, v } = deckAxes(view.design, deckId)
    return { u: seen(u), v: seen(v) }
  }

  /** How far the device moves along its deck for a shift in this view; the axis that the deck has not is ignored. */
  const toDeck = (deckId: string, dAcross: number, dUp: number) => {
    const { u, v } = seenAxes(deckId)
    // along each as far as it is seen here; what runs away from the viewer cannot be pushed
    const by = (axis: [number, number]) => {
      const square = axis[0] * axis[0] + axis[1] * axis[1]
      return square < 0.02 ? 0 : (dAcross * axis[0] + dUp * axis[1]) / square
    }
    return { du: by(u), dv: by(v) }
  }
  const scale = () => {
    const box = svg.current?.getBoundingClientRect()
    return box ? Math.max((w + 2 * margin) / box.width, (h + feet + 2 * margin) / box.height) : 1
  }
  const begin = (e: PointerEvent<SVGGElement>, deviceId: string) => {
    e.currentTarget.setPointerCapture(e.pointerId)
    setFocus(placeOfDevice(deviceId))
    setDrag({ id: deviceId, startX: e.clientX, startY: e.clientY, across: 0, up: 0 })
  }
  const move = (e: PointerEvent) => {
    if (!drag) return
    const k = scale()
    const snap = (v: number) => Math.round(v * 2) / 2
    setDrag({ ...drag, across: snap((e.clientX - drag.startX) * k), up: snap((drag.startY - e.clientY) * k) })
  }
  const end = (deckId: string) => {
    if (!drag) return
    const { du, dv } = toDeck(deckId, drag.across, drag.up)
    setDrag(null)
    if (du !== 0 || dv !== 0) onMove(drag.id, du, dv)
  }
  const onKey = (e: KeyboardEvent, deviceId: string, deckId: string) => {
    const arrows: Record<string, [number, number]> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, 1],
      ArrowDown: [0, -1],
    }
    const arrow = arrows[e.key]
    if (e.key === 'Escape') setDrag(null)
    else if (e.key === 'r') onTurn(deviceId)
    else if (arrow) {
      const step = e.shiftKey ? 10 : e.altKey ? 0.1 : 1
      const { du, dv } = toDeck(deckId, arrow[0] * step, arrow[1] * step)
      if (du !== 0 || dv !== 0) onMove(deviceId, du, dv)
    } else return
    e.preventDefault()
    e.stopPropagation()
  }

  return (
    <figure className="flex min-h-0 min-w-0 flex-col">
      <figcaption className="text-[0.85rem] text-dim">{title}</figcaption>
      <svg
        ref={svg}
        viewBox={`${-margin} ${-margin} ${w + 2 * margin} ${h + feet + 2 * margin}`}
        className="min-h-0 w-full flex-1 touch-none select-none"
        role="group"
        aria-label={`${title}: ${length(w)} by ${length(h)}`}
        onPointerMove={move}
      >
        <HatchDefs id={id} scale={Math.max(w, h) / 60} />
        <polygon points={outside} fill="var(--bench)" stroke="var(--ink)" vectorEffect="non-scaling-stroke" />
        {walls.map((p) => (
          <polygon
            key={p.id}
            points={round(p.box, p.pose)}
            fill={`url(#${id}-${hatchOf(catalog.data?.materials.find((m) => m.id === p.materialId))})`}
            stroke={focus === p.id ? 'var(--brass)' : 'var(--dim)'}
            strokeWidth={focus === p.id ? 3 : 0.8}
            vectorEffect="non-scaling-stroke"
          >
            <title>{p.name}</title>
          </polygon>
        ))}
        {feet > 0 && [0.08, 0.92].map((at) => <rect key={at} x={w * at - 9} y={h} width={18} height={feet} fill="var(--dim)" />)}
        {rooms.map((r, i) => (
          <polygon
            key={i}
            points={round(r.box, r.pose)}
            fill="none"
            stroke={r.free ? 'var(--brass)' : 'var(--stop)'}
            strokeDasharray="2 3"
            vectorEffect="non-scaling-stroke"
            className="pointer-events-none"
          >
            <title>{r.what}</title>
          </polygon>
        ))}
        {sorted.map((d) => {
          const chosen = focus === placeOfDevice(d.id)
          const snag = view.plan.findings.some((f) => f.severity === 'stop' && f.places.includes(placeOfDevice(d.id)))
          const shift = drag?.id === d.id ? toDeck(d.deckId, drag.across, drag.up) : null
          const axes = seenAxes(d.deckId)
          const along = (i: 0 | 1) => (shift ? shift.du * axes.u[i] + shift.dv * axes.v[i] : 0)
          const moved = { across: along(0), up: along(1) }
          const corners = seenCorners(d.pose, d.body, across, up)
          const [left, right] = [Math.min(...corners.map((c) => c[0])), Math.max(...corners.map((c) => c[0]))]
          const [low, high] = [Math.min(...corners.map((c) => c[1])), Math.max(...corners.map((c) => c[1]))]
          const box = { x: left, y: y(high), width: right - left, height: high - low }
          return (
            <g
              key={d.id}
              role="button"
              tabIndex={0}
              aria-label={`${d.name}${snag ? ', has a snag' : ''}`}
              aria-pressed={chosen}
              transform={`translate(${moved.across} ${-moved.up})`}
              className="cursor-grab outline-none"
              onPointerDown={(e) => begin(e, d.id)}
              onPointerUp={() => end(d.deckId)}
              onPointerCancel={() => setDrag(null)}
              onFocus={() => setFocus(placeOfDevice(d.id))}
              onKeyDown={(e) => onKey(e, d.id, d.deckId)}
            >
              <polygon
                points={round(d.body, d.pose)}
                fill={chosen ? 'var(--brass-soft)' : 'var(--paper)'}
                fillOpacity={0.88}
                stroke={snag ? 'var(--stop)' : chosen ? 'var(--brass)' : 'var(--violet)'}
                strokeWidth={chosen ? 3 : 1.3}
                strokeDasharray={snag ? '5 3' : undefined}
                vectorEffect="non-scaling-stroke"
              />
              {d.ports.map((p) => (
                <polygon key={p.id} points={round(thick(p.connector, p.exit), d.pose)} fill="var(--violet)" opacity={0.75} />
              ))}
              {box.width > text * 1.6 && box.height > text * 0.9 && (
                <text
                  x={box.x + box.width / 2}
                  y={box.y + box.height / 2 + text * 0.3}
                  fontSize={text * 0.78}
                  textAnchor="middle"
                  fill="var(--ink)"
                  className="pointer-events-none"
                >
                  {short(d.name, box.width / (text * 0.42))}
                </text>
              )}
              <title>{d.name}</title>
            </g>
          )
        })}
        <Distances which={which} text={text} />
        <g fill="var(--dim)" stroke="var(--dim)" fontSize={text} textAnchor="middle">
          <path
            d={`M0 ${-margin * 0.45}H${w}M0 -2V${-margin * 0.65}M${w} -2V${-margin * 0.65}`}
            strokeWidth={0.8}
            fill="none"
            vectorEffect="non-scaling-stroke"
          />
          <text x={w / 2} y={-margin * 0.55} stroke="none">
            {length(w)}
          </text>
          <path
            d={`M${-margin * 0.35} 0V${h}M-2 0H${-margin * 0.55}M-2 ${h}H${-margin * 0.55}`}
            strokeWidth={0.8}
            fill="none"
            vectorEffect="non-scaling-stroke"
          />
          <text transform={`translate(${-margin * 0.45} ${h / 2}) rotate(-90)`} stroke="none">
            {length(h)}
          </text>
        </g>
      </svg>
    </figure>
  )
}

/** Distances of the chosen device to the inner walls, in brass, where they are wide enough to be read. */
function Distances({ which, text }: { which: ViewKey; text: number }) {
  const { view, focus } = useProject()
  const { length } = usePreferences()
  const { across, up } = VIEWS[which]
  const device = view.plan.devices.find((d) => placeOfDevice(d.id) === focus)
  // what leans has its distances in its chains
  if (!device || device.pose) return null
  const { inner, outer } = view.plan
  const y = (v: number) => outer.max[up] - v
  const middle = {
    across: (device.body.min[across] + device.body.max[across]) / 2,
    up: (device.body.min[up] + device.body.max[up]) / 2,
  }
  const spans: [number, number, boolean][] = [
    [inner.min[across], device.body.min[across], true],
    [device.body.max[across], inner.max[across], true],
    [inner.min[up], device.body.min[up], false],
    [device.body.max[up], inner.max[up], false],
  ]
  return (
    <g className="pointer-events-none" fontSize={text * 0.85} textAnchor="middle" fill="var(--brass)">
      {spans
        .filter(([from, to]) => to - from > 0.05)
        .map(([from, to, level], i) => (
          <g key={i}>
            <path
              d={level ? `M${from} ${y(middle.up)}H${to}` : `M${middle.across} ${y(from)}V${y(to)}`}
              stroke="var(--brass)"
              strokeWidth={1.2}
              vectorEffect="non-scaling-stroke"
            />
            {to - from > text * 1.2 && (
              <text
                paintOrder="stroke"
                stroke="var(--paper)"
                strokeWidth={text * 0.25}
                x={level ? (from + to) / 2 : middle.across}
                y={level ? y(middle.up) - text * 0.2 : y((from + to) / 2) + text * 0.3}
              >
                {length(to - from, 1)}
              </text>
            )}
          </g>
        ))}
    </g>
  )
}

/** A port's flat face with a little depth, so that it shows from the side. */
function thick({ min, max }: Schemas['Box'], exit: Schemas['Direction']): Schemas['Box'] {
  const axis: AxisKey = exit === 'left' || exit === 'right' ? 'x' : exit === 'front' || exit === 'back' ? 'y' : 'z'
  return { min: { ...min, [axis]: min[axis] - 1.2 }, max: { ...max, [axis]: max[axis] + 1.2 } }
}

/** The panel that one looks at is left out, so that the inside shows. */
function facesViewer(face: Schemas['Face'] | null, which: ViewKey): boolean {
  return which === 'top'
    ? face === 'top' || face === 'bottom'
    : which === 'front'
      ? face === 'front' || face === 'back'
      : face === 'left' || face === 'right'
}

function short(name: string, letters: number): string {
  const n = Math.max(2, Math.floor(letters))
  return name.length <= n ? name : name.slice(0, n - 1) + '…'
}

import { useId } from 'react'
import type { Schemas } from '../../api/client'
import { HatchDefs, hatchOf } from '../../kit/drawing/hatch'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'
import { FACE_NAMES } from '../fit/decks'
import { EDGES, edgeName, jointMark, type EdgeKey } from './edges'

type Face = Schemas['Face']
type Cell = { face: Face; x: number; y: number; w: number; h: number }
type Side = 'top' | 'right' | 'bottom' | 'left'

/** The box unfolded round its front: each panel where it would fall, each edge drawn on every panel that it touches. */
export function BoxNet({ chosen, onChoose }: { chosen: EdgeKey | null; onChoose: (edge: EdgeKey) => void }) {
  const { view, focus, setFocus } = useProject()
  const { length } = usePreferences()
  const catalog = useCatalog()
  const id = useId().replace(/[^a-z0-9]/gi, '')
  const { x: w, y: d, z: h } = view.plan.outer.max
  const gap = Math.max(w, d, h) * 0.05
  // a front that leans is longer than the box is high, and leaves less of the top
  const outline = view.plan.sideOutline
  const run = outline ? Math.min(...outline.filter((p) => p.v === h).map((p) => p.u)) : 0
  const lip = outline ? Math.max(...outline.filter((p) => p.u === 0).map((p) => p.v)) : 0
  const long = outline ? Math.hypot(run, h - lip) : h
  const rise = long - h
  const all: Cell[] = [
    { face: 'left', x: 0, y: d - run + gap + rise, w: d, h },
    { face: 'front', x: d + gap, y: d - run + gap, w, h: long },
    { face: 'right', x: d + w + 2 * gap, y: d - run + gap + rise, w: d, h },
    { face: 'back', x: 2 * d + w + 3 * gap, y: d - run + gap + rise, w, h },
    { face: 'top', x: d + gap, y: 0, w, h: d - run },
    { face: 'bottom', x: d + gap, y: d - run + long + 2 * gap, w, h: d },
  ]
  // a face that nothing closes is not drawn, and the rest as large as there is room
  const cells = all.filter((c) => view.design.box.panels.some((p) => p.face === c.face && p.hold !== 'open'))
  const from = { x: Math.min(...cells.map((c) => c.x)), y: Math.min(...cells.map((c) => c.y)) }
  const total = {
    w: Math.max(...cells.map((c) => c.x + c.w)) - from.x,
    h: Math.max(...cells.map((c) => c.y + c.h)) - from.y,
  }
  /** Where the slope meets the side of a cell, as shares of its height and width that the edge there is long. */
  const cutAt = ({ face }: Cell, at: Side) =>
    !outline || (face !== 'left' && face !== 'right')
      ? 1
      : at === 'top'
        ? (d - run) / d
        : at === (face === 'left' ? 'right' : 'left')
          ? lip / h
          : 1
  const cornersOf = ({ face, x, y, w: wide, h: high }: Cell) =>
    outline && (face === 'left' || face === 'right')
      ? outline.map((p) => `${face === 'left' ? x + wide - p.u : x + p.u},${y + high - p.v}`).join(' ')
      : `${x},${y} ${x + wide},${y} ${x + wide},${y + high} ${x},${y + high}`
  const text = Math.max(total.w, total.h) * 0.02 + 3
  return (
    <svg
      viewBox={`${from.x - gap} ${from.y - gap} ${total.w + 2 * gap} ${total.h + 2 * gap}`}
      className="h-full max-h-[30rem] w-full"
      role="group"
      aria-label="The box unfolded"
    >
      <HatchDefs id={id} scale={total.w / 110} />
      {cells.map((c) => {
        const panel = view.design.box.panels.find((p) => p.face === c.face)
        const parts = panelsOf(view.plan, c.face)
        if (!panel) return null
        if (parts.length === 0) return <LayeredFace key={c.face} cell={c} text={Math.min(text, c.w / 6)} />
        return (
          <g key={c.face}>
            {parts.map((part) => {
              const at = parts.length > 1 ? within(c, part.box, view.plan.outer.max) : c
              const several = parts.length > 1
              const words = several ? Math.min(text * 0.9, at.w / 19, at.h / 5) : Math.min(text, at.w / 13, at.h / 5)
              const name = several ? part.name : FACE_NAMES[c.face]
              const size = `${length(part.lengthMm)} × ${length(part.widthMm)}`
              const lines = [name + (panel.hold === 'removable' ? ' (comes off)' : ''), size]
              const hot = focus === part.id
              return (
                <g key={part.id} onMouseEnter={() => setFocus(part.id)}>
                  <polygon
                    points={cornersOf(at)}
                    fill={`url(#${id}-${hatchOf(catalog.data?.materials.find((m) => m.id === panel.materialId))})`}
                    stroke={hot ? 'var(--brass)' : 'var(--line)'}
                    strokeWidth={hot ? 3 : 1}
                    vectorEffect="non-scaling-stroke"
                  />
                  {/* of several panels each has little height: name and size share a line */}
                  {(several ? [lines.join('  ')] : lines).map((line, i, all) => (
                    <text
                      key={line}
                      x={at.x + at.w / 2}
                      y={at.y + at.h / 2 + words * (all.length === 1 ? 0.35 : i * 1.3 - 0.2)}
                      fontSize={words}
                      textAnchor="middle"
                      fill="var(--ink)"
                      fontWeight={i === 0 ? 600 : undefined}
                      {...halo(text)}
                    >
                      {line}
                    </text>
                  ))}
                </g>
              )
            })}
            {(['top', 'right', 'bottom', 'left'] as const).map((side) => (
              <EdgeStroke
                key={side}
                cell={c}
                side={side}
                chosen={chosen}
                onChoose={onChoose}
                text={Math.min(text, c.h / 5)}
                slope={cutAt(c, side)}
              />
            ))}
          </g>
        )
      })}
    </svg>
  )
}

/** The panels of a face in one plane; a lip under a front that leans is none of them. */
export function panelsOf(plan: Schemas['BuildPlan'], face: Face): Schemas['Part'][] {
  const all = plan.parts.filter((p) => p.kind === 'panel' && p.closes === face)
  const leans = all.some((p) => p.pose !== null)
  return leans ? all.filter((p) => p.pose !== null) : all
}

/** Where in the cell of its face one of several panels lies. */
function within(cell: Cell, { min, max }: Schemas['Box'], outer: Schemas['Point3']): Cell {
  const [from, to] = {
    front: [min.x, max.x],
    top: [min.x, max.x],
    bottom: [min.x, max.x],
    back: [outer.x - max.x, outer.x - min.x],
    right: [min.y, max.y],
    left: [outer.y - max.y, outer.y - min.y],
  }[cell.face] as [number, number]
  const [high, low] =
    cell.face === 'bottom'
      ? [min.y, max.y]
      : cell.face === 'top'
        ? [outer.y - max.y, outer.y - min.y]
        : [outer.z - max.z, outer.z - min.z]
  return { face: cell.face, x: cell.x + from, y: cell.y + high, w: to - from, h: low - high }
}

/** A face that is closed otherwise than by a panel. */
function LayeredFace({ cell, text }: { cell: Cell; text: number }) {
  return (
    <g>
      <rect
        x={cell.x}
        y={cell.y}
        width={cell.w}
        height={cell.h}
        fill="none"
        stroke="var(--line)"
        strokeDasharray="6 5"
        vectorEffect="non-scaling-stroke"
      />
      <text x={cell.x + cell.w / 2} y={cell.y + cell.h / 2} fontSize={text} textAnchor="middle" fill="var(--dim)">
        {FACE_NAMES[cell.face]}
      </text>
      <text x={cell.x + cell.w / 2} y={cell.y + cell.h / 2 + text * 1.3} fontSize={text} textAnchor="middle" fill="var(--dim)">
        of layers
      </text>
    </g>
  )
}

/** A rim in the paper's colour keeps letters readable on hatching. */
const halo = (text: number) =>
  ({ paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: text * 0.28, strokeLinejoin: 'round' }) as const

const NEIGHBOURS: Record<Face, Record<Side, Face>> = {
  front: { top: 'top', right: 'right', bottom: 'bottom', left: 'left' },
  left: { top: 'top', right: 'front', bottom: 'bottom', left: 'back' },
  right: { top: 'top', right: 'back', bottom: 'bottom', left: 'front' },
  back: { top: 'top', right: 'left', bottom: 'bottom', left: 'right' },
  top: { top: 'back', right: 'right', bottom: 'front', left: 'left' },
  bottom: { top: 'front', right: 'right', bottom: 'back', left: 'left' },
}

/** Thick where this panel runs over the other, thin and set in where it is covered, dotted for a mitre. */
function EdgeStroke({
  cell,
  side,
  chosen,
  onChoose,
  text,
  slope,
}: {
  cell: Cell
  side: Side
  /** How much of its length is left where the cell is cut to a slope. */
  slope: number
  chosen: EdgeKey | null
  onChoose: (edge: EdgeKey) => void
  text: number
}) {
  const { view } = useProject()
  const other = NEIGHBOURS[cell.face][side]
  const key = EDGES.find((e) => e.faces.includes(cell.face) && e.faces.includes(other))?.key
  const asked = view.design.box.edges.find((e) => e.id === key)
  const made = view.plan.edges.find((e) => e.edge === key)
  if (!key || !asked || !made) return null
  const edge = { ...asked, joint: made.joint, covers: made.host }
  const covers = edge.joint !== 'mitre' && edge.covers === cell.face
  const set = covers || edge.joint === 'mitre' ? 0 : text * 0.7
  const upright = side === 'left' || side === 'right'
  // a slope takes the upper end off, and of the upper side what lies before it
  const [short, low] = [(1 - slope) * cell.w, upright ? (1 - slope) * cell.h : 0]
  const fore = side === 'top' && slope < 1 && cell.face === 'right' ? short : 0
  const aft = side === 'top' && slope < 1 && cell.face === 'left' ? short : 0
  const [x1, y1] = [
    side === 'right' ? cell.x + cell.w - set : cell.x + set + fore,
    side === 'bottom' ? cell.y + cell.h - set : cell.y + set + low,
  ]
  const [x2, y2] = [upright ? x1 : cell.x + cell.w - set - aft, upright ? cell.y + cell.h - set : y1]
  const hot = chosen === key
  const inside = text * 0.9
  const mark = upright
    ? { x: side === 'left' ? x1 + inside : x1 - inside * 0.4, y: (y1 + y2) / 2 }
    : { x: (x1 + x2) / 2, y: side === 'top' ? y1 + inside : y1 - inside * 0.4 }
  return (
    <g className="cursor-pointer" onClick={() => onChoose(key)}>
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="transparent" strokeWidth={18} vectorEffect="non-scaling-stroke" />
      <line
        x1={x1}
        y1={y1}
        x2={x2}
        y2={y2}
        stroke={hot ? 'var(--brass)' : covers ? 'var(--ink)' : 'var(--violet)'}
        strokeWidth={hot ? 5 : covers ? 3.5 : 1.6}
        strokeDasharray={edge.joint === 'mitre' ? '2 3' : undefined}
        vectorEffect="non-scaling-stroke"
      >
        <title>{edgeName(edge)}</title>
      </line>
      <text
        fontSize={text * 0.78}
        textAnchor="middle"
        fill={hot ? 'var(--brass)' : 'var(--dim)'}
        transform={`translate(${mark.x} ${mark.y})${upright ? ' rotate(-90)' : ''}`}
        {...halo(text)}
      >
        {jointMark(edge.joint)}
      </text>
    </g>
  )
}

import type { Schemas } from '../../api/client'
import { usePreferences } from '../../kit/preferences'

type View = Schemas['AssemblyView']
type Piece = Schemas['AssemblyPiece']

/** What lies on top is drawn last. */
const ORDER: Schemas['AssemblyRole'][] = ['beam', 'fitting', 'post', 'rail', 'fixedRail', 'spacer', 'plate', 'device']

const LOOK: Record<Schemas['AssemblyRole'], string> = {
  beam: 'fill-hair stroke-ink',
  fitting: 'fill-none stroke-dim',
  post: 'fill-dim stroke-ink',
  rail: 'fill-paper stroke-ink',
  fixedRail: 'fill-brass-soft stroke-ink',
  spacer: 'fill-hair stroke-dim',
  plate: 'fill-none stroke-ink',
  device: 'fill-none stroke-brass',
}

/** A level as it is put together, seen from above, with the middle of each rail from the left outside. */
export function AssemblyMap({
  assembly,
  hot,
  onHot,
}: {
  assembly: View
  hot: string | null
  onHot: (id: string | null) => void
}) {
  const { length } = usePreferences()
  const { lengthMm: w, widthMm: h } = assembly
  const text = Math.max(w, h) / 32
  const margin = text * 2
  const below = text * 5.5
  const rails = assembly.pieces.filter((p) => p.role === 'rail' || p.role === 'fixedRail').sort((a, b) => a.min.u - b.min.u)
  return (
    <svg
      viewBox={`${-margin} ${-margin} ${w + 2 * margin} ${h + margin + below}`}
      className="h-full max-h-full w-full"
      role="img"
      aria-label={`${assembly.title}: ${rails.length} rails on two beams, ${length(w)} by ${length(h)}`}
    >
      {[...assembly.pieces]
        .sort((a, b) => ORDER.indexOf(a.role) - ORDER.indexOf(b.role))
        .map((p) => (
          <rect
            key={p.id}
            {...place(p, h)}
            vectorEffect="non-scaling-stroke"
            strokeWidth={hot === p.id ? 3 : p.role === 'device' ? 2 : 1}
            className={LOOK[p.role]}
            onMouseEnter={() => onHot(p.id)}
            onMouseLeave={() => onHot(null)}
          >
            <title>{p.name}</title>
          </rect>
        ))}
      {assembly.points.map((p) => (
        <circle key={`${p.deviceId}/${p.number}`} cx={p.at.u} cy={h - p.at.v} r={text / 4} className="fill-ink" />
      ))}
      {assembly.pieces
        .filter((p) => p.role === 'device')
        .map((p) => (
          <text
            key={p.id}
            x={(p.min.u + p.max.u) / 2}
            y={h - (p.min.v + p.max.v) / 2 + text / 3}
            fontSize={text}
            textAnchor="middle"
            className="pointer-events-none fill-ink"
          >
            {p.name}
          </text>
        ))}
      {rails.map((p, i) => {
        const middle = (p.min.u + p.max.u) / 2
        const y = h + text * (1.6 + (i % 3) * 1.4)
        return (
          <g key={p.id}>
            <line x1={middle} x2={middle} y1={h} y2={y} vectorEffect="non-scaling-stroke" className="stroke-dim" />
            <text x={middle + text / 4} y={y} fontSize={text} className={hot === p.id ? 'fill-brass' : 'fill-ink'}>
              {length(middle)}
            </text>
          </g>
        )
      })}
    </svg>
  )
}

/** The measures at which a level is set, as a table. */
export function AssemblyTable({ assembly }: { assembly: View }) {
  const { length } = usePreferences()
  return (
    <table className="w-full">
      <thead>
        <tr>
          <th>measure</th>
          <th className="text-right">set to</th>
          <th className="pl-3">from</th>
        </tr>
      </thead>
      <tbody>
        {assembly.measures.map((m) => (
          <tr key={m.what} className="border-t border-hair">
            <td className="py-1">{m.what}</td>
            <td className="py-1 text-right text-[1.1rem]">{length(m.mm)}</td>
            <td className="py-1 pl-3 text-dim">{m.from}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function place(p: Piece, h: number) {
  return { x: p.min.u, y: h - p.max.v, width: p.max.u - p.min.u, height: p.max.v - p.min.v }
}

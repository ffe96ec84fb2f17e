import { useId } from 'react'
import type { Schemas } from '../../api/client'
import { HatchDefs, hatchOf } from '../../kit/drawing/hatch'
import { onRim, wholeOf } from '../../kit/drawing/outline'
import { usePreferences } from '../../kit/preferences'
import { useCatalog } from '../../project/useProject'
import { bevelEnd, type NumberedHole } from './holes'

type Uv = Schemas['Uv']

const outlinePath = (regions: Schemas['SeenArea'][], x: (u: number) => number, y: (v: number) => number) =>
  regions
    .flatMap((r) => [r.rim, ...r.inside])
    .map((ring) => ring.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.u)} ${y(p.v)}`).join('') + 'Z')
    .join('')

/** A hole from the edge, as one would see it through the part. */
function fromEdge(
  f: { edge: Schemas['PartEdge']; alongMm: number; diaMm: number; slotMm: number | null; depthMm: number },
  w: number,
  h: number,
): Uv[] {
  const half = (f.slotMm ?? f.diaMm) / 2
  const [a, b] = [f.alongMm - half, f.alongMm + half]
  const along = f.edge === 'uLeast' || f.edge === 'uMost'
  const [rim, end] = f.edge === 'uLeast' || f.edge === 'vLeast' ? [0, f.depthMm] : along ? [w, w - f.depthMm] : [h, h - f.depthMm]
  return [
    [rim, a],
    [end, a],
    [end, b],
    [rim, b],
  ].map(([deep = 0, side = 0]) => (along ? { u: deep, v: side } : { u: side, v: deep }))
}

/** The part with everything cut into it, seen from its stated face or turned over. */
/** The wider mouth of a hole: of a countersink or a counterbore. */
const rimOf = (hole: { sinkDiaMm: number | null; counterboreDiaMm: number | null }) => hole.sinkDiaMm ?? hole.counterboreDiaMm

export function HoleMap({
  part,
  holes,
  hot,
  onHot,
  turned,
  outline,
}: {
  part: Schemas['Part']
  /** What is left of its rectangle; null when that is whole. */
  outline: Schemas['SeenArea'][] | null
  holes: NumberedHole[]
  hot: string | null
  onHot: (id: string | null) => void
  turned: boolean
}) {
  const { length } = usePreferences()
  const catalog = useCatalog()
  const id = useId().replace(/[^a-z0-9]/gi, '')
  const [w, h] = [part.lengthMm, part.widthMm]
  const margin = Math.max(w, h) * 0.08 + 6
  const text = Math.max(w, h) * 0.026 + 2
  const x = (u: number) => (turned ? w - u : u)
  const y = (v: number) => h - v
  return (
    <svg
      viewBox={`${-margin} ${-margin * 0.5} ${w + margin * 1.5} ${h + margin * 1.6}`}
      className="h-full max-h-[27rem] w-full"
      role="group"
      aria-label={`${part.name}, ${length(w)} by ${length(h)}, seen from ${turned ? part.farSide : part.seenFrom}`}
    >
      <HatchDefs id={id} scale={Math.max(w, h) / 70} />
      <path
        d={outlinePath(outline ?? [wholeOf(w, h)], x, y)}
        fillRule="evenodd"
        fill={`url(#${id}-${hatchOf(catalog.data?.materials.find((m) => m.id === part.materialId))})`}
        fillOpacity={0.5}
        stroke="var(--ink)"
        strokeWidth={1.6}
        vectorEffect="non-scaling-stroke"
      />
      <clipPath id={`${id}-part`}>
        <rect width={w} height={h} />
      </clipPath>
      {part.features.map((f) => {
        if (f.kind === 'notch')
          return f.depthMm === null ? null : (
            <path
              key={f.id}
              d={outlinePath([{ rim: f.outline, inside: [] }], x, y)}
              clipPath={`url(#${id}-part)`}
              fill="var(--good)"
              fillOpacity={0.14}
              stroke="var(--good)"
              strokeDasharray={(f.from === 'far') !== turned ? '4 3' : undefined}
              vectorEffect="non-scaling-stroke"
            >
              <title>{`${f.purpose}, ${length(f.depthMm)} deep`}</title>
            </path>
          )
        if (f.kind === 'bevel') {
          const [from, to] = bevelEnd(f, w, h, part.thicknessMm)
          return (
            <line
              key={f.id}
              x1={x(from.u)}
              y1={y(from.v)}
              x2={x(to.u)}
              y2={y(to.v)}
              stroke="var(--good)"
              strokeDasharray={(f.from === 'seen') !== turned ? '4 3' : undefined}
              vectorEffect="non-scaling-stroke"
            >
              <title>{`${f.purpose}, ${f.angleDeg}°`}</title>
            </line>
          )
        }
        if (f.kind === 'mark')
          return (f.from === 'far') !== turned ? null : (
            <text
              key={f.id}
              transform={`translate(${x(f.at.u)} ${y(f.at.v)}) rotate(${turned ? f.turnDeg - 180 : -f.turnDeg})`}
              fontSize={f.heightMm * 1.35}
              fill="var(--ink)"
            >
              {f.text}
              <title>{`${f.purpose}, ${length(f.heightMm)} high`}</title>
            </text>
          )
        if (f.kind === 'bendLine')
          return (
            <line
              key={f.id}
              x1={x(f.start.u)}
              y1={y(f.start.v)}
              x2={x(f.end.u)}
              y2={y(f.end.v)}
              stroke="var(--violet)"
              strokeDasharray="10 3 2 3"
              vectorEffect="non-scaling-stroke"
            >
              <title>{`${f.purpose}: ${f.order}., ${f.angleDeg}° ${(f.from === 'far') !== turned ? 'away' : 'towards you'}, inside radius ${length(f.radiusMm)}`}</title>
            </line>
          )
        if (f.kind === 'edgeHole')
          return (
            <path
              key={f.id}
              d={outlinePath([{ rim: fromEdge(f, w, h), inside: [] }], x, y)}
              fill="none"
              stroke="var(--violet)"
              strokeDasharray="4 3"
              vectorEffect="non-scaling-stroke"
            >
              <title>{`${f.purpose}: ${length(f.diaMm)}, ${length(f.depthMm)} deep, ${length(f.fromSeenMm)} below this face`}</title>
            </path>
          )
        if (f.kind === 'channel')
          return (
            <rect
              key={f.id}
              x={Math.min(x(f.min.u), x(f.max.u))}
              y={y(f.max.v)}
              width={f.max.u - f.min.u}
              height={f.max.v - f.min.v}
              fill="var(--good)"
              fillOpacity={0.14}
              stroke="var(--good)"
              strokeDasharray={(f.from === 'far') !== turned ? '4 3' : undefined}
              vectorEffect="non-scaling-stroke"
            >
              <title>{`${f.purpose}, ${length(f.depthMm)} deep`}</title>
            </rect>
          )
        if (f.kind === 'opening' && onRim(f, w, h)) return null
        if (f.kind === 'opening')
          return f.heightMm === null ? (
            <circle
              key={f.id}
              cx={x(f.at.u)}
              cy={y(f.at.v)}
              r={f.widthMm / 2}
              fill="var(--paper)"
              stroke="var(--stop)"
              vectorEffect="non-scaling-stroke"
            >
              <title>{f.purpose}</title>
            </circle>
          ) : (
            <rect
              key={f.id}
              x={x(f.at.u) - f.widthMm / 2}
              y={y(f.at.v) - f.heightMm / 2}
              width={f.widthMm}
              height={f.heightMm}
              rx={f.cornerRadiusMm}
              fill="var(--paper)"
              stroke="var(--stop)"
              vectorEffect="non-scaling-stroke"
            >
              <title>{f.purpose}</title>
            </rect>
          )
        return null
      })}
      {holes.map(({ hole, number }) => {
        const chosen = hot === hole.id
        return (
          <g
            key={hole.id}
            className="cursor-pointer"
            onMouseEnter={() => onHot(hole.id)}
            onClick={() => document.getElementById('hole-' + hole.id)?.scrollIntoView({ block: 'center' })}
          >
            {chosen && (
              <path
                d={`M${turned ? w : 0} ${y(hole.at.v)}H${x(hole.at.u)}V${h}`}
                fill="none"
                stroke="var(--brass)"
                strokeWidth={1.5}
                vectorEffect="non-scaling-stroke"
              />
            )}
            {rimOf(hole) !== null && (
              <circle
                cx={x(hole.at.u)}
                cy={y(hole.at.v)}
                r={(rimOf(hole) ?? 0) / 2}
                fill="none"
                stroke="var(--violet)"
                strokeWidth={0.8}
                vectorEffect="non-scaling-stroke"
              />
            )}
            <circle
              cx={x(hole.at.u)}
              cy={y(hole.at.v)}
              r={Math.max(hole.diaMm / 2, text * 0.12)}
              fill={chosen ? 'var(--brass)' : 'var(--paper)'}
              stroke={chosen ? 'var(--brass)' : 'var(--violet)'}
              strokeWidth={1.6}
              vectorEffect="non-scaling-stroke"
            />
            <circle cx={x(hole.at.u)} cy={y(hole.at.v)} r={text * 0.9} fill="transparent" />
            <text
              x={x(hole.at.u) + text * 0.5}
              y={y(hole.at.v) - text * 0.4}
              fontSize={text * 0.85}
              fill={chosen ? 'var(--brass)' : 'var(--ink)'}
              fontWeight={chosen ? 700 : 400}
            >
              {number}
            </text>
          </g>
        )
      })}
      <path d={`M${turned ? w - text * 1.6 : text * 1.6} ${h}L${turned ? w : 0} ${h}V${h - text * 1.6}Z`} fill="var(--ink)" />
      <g fill="var(--dim)" stroke="var(--dim)" fontSize={text} textAnchor="middle">
        <path
          d={`M0 ${h + margin * 0.45}H${w}M0 ${h + 2}v${margin * 0.6}M${w} ${h + 2}v${margin * 0.6}`}
          strokeWidth={0.8}
          fill="none"
          vectorEffect="non-scaling-stroke"
        />
        <text x={w / 2} y={h + margin * 0.45 + text * 1.05} stroke="none">
          {length(w)}
        </text>
        <path
          d={`M${-margin * 0.35} 0V${h}M-2 0h${-margin * 0.5}M-2 ${h}h${-margin * 0.5}`}
          strokeWidth={0.8}
          fill="none"
          vectorEffect="non-scaling-stroke"
        />
        <text transform={`translate(${-margin * 0.48} ${h / 2}) rotate(-90)`} stroke="none">
          {length(h)}
        </text>
      </g>
    </svg>
  )
}

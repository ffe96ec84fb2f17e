import type { Schemas } from '../../api/client'
import { mm } from '../../kit/units'

/** A model to scale, seen from its face: body, mounting holes, cut-outs, ports with their direction. */
export function DeviceDrawing({ model }: { model: Schemas['HardwareModel'] }) {
  const margin = Math.max(model.widthMm, model.depthMm) * 0.16 + 4
  const text = Math.max(model.widthMm, model.depthMm) * 0.05 + 1
  const y = (v: number) => model.depthMm - v
  return (
    <svg
      viewBox={`${-margin} ${-margin} ${model.widthMm + 2 * margin} ${model.depthMm + 2 * margin}`}
      className="max-h-64 w-full"
      role="img"
      aria-label={`${model.name}: ${mm(model.widthMm)} by ${mm(model.depthMm)} mm, ${model.holes.length} holes, ${model.ports.length} ports`}
    >
      <rect
        width={model.widthMm}
        height={model.depthMm}
        fill="var(--bench)"
        stroke="var(--ink)"
        vectorEffect="non-scaling-stroke"
        strokeWidth={1.4}
      />
      {model.cutouts.map((c, i) =>
        c.heightMm === null ? (
          <circle
            key={i}
            cx={c.xMm}
            cy={y(c.yMm)}
            r={c.widthMm / 2}
            fill="none"
            stroke="var(--stop)"
            vectorEffect="non-scaling-stroke"
          />
        ) : (
          <rect
            key={i}
            x={c.xMm - c.widthMm / 2}
            y={y(c.yMm) - c.heightMm / 2}
            width={c.widthMm}
            height={c.heightMm}
            fill="none"
            stroke="var(--stop)"
            vectorEffect="non-scaling-stroke"
          />
        ),
      )}
      {model.ports.map((p) => {
        const along = p.exit === 'left' || p.exit === 'right'
        const flat = p.exit === 'up' || p.exit === 'down'
        const w = along ? 3 : p.widthMm
        const h = along ? p.widthMm : flat ? p.heightMm : 3
        return (
          <rect
            key={p.id}
            x={p.xMm - w / 2}
            y={y(p.yMm) - h / 2}
            width={w}
            height={h}
            fill={p.needsOpening ? 'var(--violet)' : 'var(--line)'}
          >
            <title>{`${p.name}, leaves to the ${p.exit}`}</title>
          </rect>
        )
      })}
      {model.holes.map((h, i) => (
        <circle
          key={i}
          cx={h.xMm}
          cy={y(h.yMm)}
          r={h.diaMm / 2}
          fill="var(--paper)"
          stroke="var(--violet)"
          vectorEffect="non-scaling-stroke"
          strokeWidth={1.4}
        />
      ))}
      <text x={model.widthMm / 2} y={model.depthMm + margin * 0.6} fontSize={text} textAnchor="middle" fill="var(--dim)">
        {mm(model.widthMm)}
      </text>
      <text
        fontSize={text}
        textAnchor="middle"
        fill="var(--dim)"
        transform={`translate(${-margin * 0.4} ${model.depthMm / 2}) rotate(-90)`}
      >
        {mm(model.depthMm)}
      </text>
    </svg>
  )
}

import type { Schemas } from '../../api/client'
import { mm } from '../../kit/units'

/** A model to scale, seen from its face: body, mounting holes, cut-outs, ports with their direction. */
export function DeviceDrawing({ model }: { model: Schemas['HardwareModel'] }) {
  const y = (v: number) => model.depthMm - v
  // rooms behind a panel device lie under its body here: only what shows beside it is drawn
  const rooms = model.keepOuts.filter(
    (k) => k.xMm < -0.01 || k.yMm < -0.01 || k.xMm + k.widthMm > model.widthMm + 0.01 || k.yMm + k.depthMm > model.depthMm + 0.01,
  )
  const left = Math.max(0, ...rooms.map((k) => -k.xMm))
  const below = Math.max(0, ...rooms.map((k) => -k.yMm))
  const beyond = Math.max(0, ...rooms.flatMap((k) => [k.xMm + k.widthMm - model.widthMm, k.yMm + k.depthMm - model.depthMm]))
  const text = Math.max(model.widthMm, model.depthMm) * 0.055 + 1
  const margin = Math.max(Math.max(model.widthMm, model.depthMm) * 0.16 + 4, left + 2.2 * text, below + 2.2 * text, beyond + 2)
  return (
    <svg
      viewBox={`${-margin} ${-margin} ${model.widthMm + 2 * margin} ${model.depthMm + 2 * margin}`}
      className="max-h-64 w-full"
      role="img"
      aria-label={`${model.name}: ${mm(model.widthMm)} by ${mm(model.depthMm)} mm, ${model.holes.length} holes, ${model.ports.length} ports`}
    >
      {rooms.map((k) => (
        <rect
          key={k.what + k.xMm + k.yMm}
          x={k.xMm}
          y={y(k.yMm + k.depthMm)}
          width={k.widthMm}
          height={k.depthMm}
          fill="var(--brass-soft)"
          fillOpacity={0.6}
          stroke="var(--brass)"
          strokeDasharray="3 3"
          vectorEffect="non-scaling-stroke"
        >
          <title>{`stays free: ${k.what}`}</title>
        </rect>
      ))}
      <rect
        width={model.widthMm}
        height={model.depthMm}
        fill="var(--bench)"
        stroke="var(--ink)"
        vectorEffect="non-scaling-stroke"
        strokeWidth={1.4}
      />
      {model.blocks.map((b, i) => (
        <rect
          key={`block ${i}`}
          x={b.xMm}
          y={y(b.yMm + b.depthMm)}
          width={b.widthMm}
          height={b.depthMm}
          fill="none"
          stroke="var(--ink)"
          vectorEffect="non-scaling-stroke"
        />
      ))}
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
      <text x={model.widthMm / 2} y={model.depthMm + below + text * 1.5} fontSize={text} textAnchor="middle" fill="var(--dim)">
        {mm(model.widthMm)}
      </text>
      <text
        fontSize={text}
        textAnchor="middle"
        fill="var(--dim)"
        transform={`translate(${-left - text * 0.8} ${model.depthMm / 2}) rotate(-90)`}
      >
        {mm(model.depthMm)}
      </text>
    </svg>
  )
}

import { useId } from 'react'
import type { Schemas } from '../../api/client'
import { HatchDefs, hatchOf } from '../../kit/drawing/hatch'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'

/** One sheet with its blanks and the offcuts worth keeping. */
export function SheetDrawing({ sheet }: { sheet: Schemas['SheetLayout'] }) {
  const { view, focus, setFocus } = useProject()
  const { length } = usePreferences()
  const catalog = useCatalog()
  const id = useId().replace(/[^a-z0-9]/gi, '')
  const text = sheet.lengthMm * 0.024
  const y = (v: number, h: number) => sheet.widthMm - v - h
  const hatch = hatchOf(catalog.data?.materials.find((m) => m.id === sheet.materialId))
  return (
    <figure className="mb-4">
      <figcaption className="mb-1 flex flex-wrap justify-between gap-2">
        <span>
          <b>
            {sheet.count > 1 && `${sheet.count} alike: `}
            {sheet.material} {length(sheet.nominalMm)}
          </b>
          , {length(sheet.lengthMm)} × {length(sheet.widthMm)}
          {sheet.fromOffcut ? ', an offcut' : sheet.onHand ? ', on hand' : ', to buy'}
        </span>
        <span className="text-dim">{(sheet.yield * 100).toFixed(0)} % used</span>
      </figcaption>
      <svg
        viewBox={`-2 -2 ${sheet.lengthMm + 4} ${sheet.widthMm + 4}`}
        className="w-full"
        role="group"
        aria-label={`Sheet of ${sheet.material}`}
      >
        <HatchDefs id={id} scale={sheet.lengthMm / 70} />
        <rect
          width={sheet.lengthMm}
          height={sheet.widthMm}
          fill="var(--bench)"
          stroke="var(--ink)"
          vectorEffect="non-scaling-stroke"
        />
        {sheet.offcuts.map((o, i) => (
          <g key={i}>
            <rect
              x={o.x}
              y={y(o.y, o.widthMm)}
              width={o.lengthMm}
              height={o.widthMm}
              fill="none"
              stroke="var(--line)"
              strokeDasharray="4 4"
              vectorEffect="non-scaling-stroke"
            />
            {o.lengthMm > text * 8 && o.widthMm > text * 1.5 && (
              <text
                x={o.x + o.lengthMm / 2}
                y={y(o.y, o.widthMm) + o.widthMm / 2}
                fontSize={text * 0.8}
                textAnchor="middle"
                fill="var(--dim)"
              >
                keep {length(o.lengthMm, 0)} × {length(o.widthMm, 0)}
              </text>
            )}
          </g>
        ))}
        {sheet.placements.map((p, i) => {
          const part = view.plan.parts.find((x) => x.id === p.partId)
          const hot = focus === p.partId
          return (
            <g
              key={i}
              className="cursor-pointer"
              onMouseEnter={() => setFocus(p.partId)}
              onClick={() => document.getElementById('row-' + p.partId)?.scrollIntoView({ block: 'center' })}
            >
              <rect
                x={p.x}
                y={y(p.y, p.widthMm)}
                width={p.lengthMm}
                height={p.widthMm}
                fill={hot ? 'var(--brass-soft)' : `url(#${id}-${hatch})`}
                stroke={hot ? 'var(--brass)' : 'var(--ink)'}
                strokeWidth={hot ? 3.5 : 1.2}
                vectorEffect="non-scaling-stroke"
              />
              <text
                fontSize={text}
                textAnchor="middle"
                fill="var(--ink)"
                paintOrder="stroke"
                stroke="var(--paper)"
                strokeWidth={text * 0.25}
                x={p.x + p.lengthMm / 2}
                y={y(p.y, p.widthMm) + p.widthMm / 2 - text * 0.15}
              >
                {part?.name}
              </text>
              <text
                fontSize={text * 0.9}
                textAnchor="middle"
                fill="var(--ink)"
                paintOrder="stroke"
                stroke="var(--paper)"
                strokeWidth={text * 0.25}
                x={p.x + p.lengthMm / 2}
                y={y(p.y, p.widthMm) + p.widthMm / 2 + text * 0.95}
              >
                {length(p.lengthMm)} × {length(p.widthMm)}
              </text>
            </g>
          )
        })}
      </svg>
    </figure>
  )
}

import type { Schemas } from '../../api/client'
import { Empty, Pane } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { EDGES, type EdgeKey } from './edges'
import { FACE_NAMES } from '../fit/decks'
import { Table } from '../../kit/table'

type Board = Schemas['JointBoard']

/** One joint as it is laid out on both boards, with the numbers to set gauge, fence and stop to. */
export function LayoutPane({ edge }: { edge: EdgeKey }) {
  const { view } = useProject()
  const { length } = usePreferences()
  const layout = view.plan.layouts.find((l) => l.edge === edge)
  const faces = EDGES.find((e) => e.key === edge)?.faces ?? ['front', 'left']
  const name = `${FACE_NAMES[faces[0]]} and ${FACE_NAMES[faces[1]].toLowerCase()}`
  if (!layout) return <Empty>{name}: nothing to lay out. The boards meet as they are cut.</Empty>
  return (
    <Pane title={`${name}: ${layout.word}, ${length(layout.lengthMm)} long`}>
      {layout.boards.map((b) => (
        <BoardDrawing key={b.partId} board={b} lengthMm={layout.lengthMm} />
      ))}
      {layout.settings.length > 0 && (
        <Table
          label="Settings of this joint"
          className="mt-2"
          rows={layout.settings}
          rowId={(s) => s.what}
          columns={[
            { head: 'set', value: (s) => s.what },
            {
              head: 'to',
              value: (s) => s.value,
              figure: true,
              large: true,
              cell: (s) => `${s.unit === 'mm' ? length(s.value) : s.value}${s.unit === 'degrees' ? '°' : ''}`,
            },
            { head: 'because', value: (s) => s.why, dim: true },
          ]}
        />
      )}
    </Pane>
  )
}

/** The board's end as a strip from its reference end: what is cut away hatched, centres as lines, distances below. */
function BoardDrawing({ board, lengthMm }: { board: Board; lengthMm: number }) {
  const { length } = usePreferences()
  const high = Math.max(lengthMm * 0.07, board.thicknessMm)
  const text = lengthMm * 0.022 + 1
  const marks = board.marks.filter((m) => m.toMm !== null || m.fromMm > 0)
  return (
    <figure className="mb-3">
      <figcaption className="text-[0.9rem]">
        <b>{board.name}</b>, {length(board.thicknessMm)} thick; measured from the {board.fromEnd} end
      </figcaption>
      <svg
        viewBox={`${-2 * text} ${-text * 0.4} ${lengthMm + 4 * text} ${high + text * 3.6}`}
        className="w-full"
        role="img"
        aria-label={`Layout on ${board.name}`}
      >
        <rect
          x={0}
          y={0}
          width={lengthMm}
          height={high}
          fill="var(--paper)"
          stroke="var(--ink)"
          vectorEffect="non-scaling-stroke"
        />
        {marks.map((m, i) => (
          <g key={`${m.what}-${i}`}>
            {m.toMm === null ? (
              <line
                x1={m.fromMm}
                x2={m.fromMm}
                y1={-text * 0.3}
                y2={high + text * 0.4}
                stroke="var(--violet)"
                vectorEffect="non-scaling-stroke"
                strokeWidth={1.5}
              />
            ) : (
              <polygon
                points={`${m.fromMm},${high} ${m.toMm},${high} ${m.farToMm ?? m.toMm},0 ${m.farFromMm ?? m.fromMm},0`}
                fill="var(--hair)"
                stroke="var(--violet)"
                vectorEffect="non-scaling-stroke"
              />
            )}
            <title>{m.what}</title>
          </g>
        ))}
        {[...new Set(marks.flatMap((m) => (m.toMm === null ? [m.fromMm] : [m.fromMm, m.toMm])))]
          .sort((a, b) => a - b)
          .map((at, i, all) =>
            all.length > 40 && i % 4 > 0 ? null : (
              <text
                key={at}
                x={at}
                y={high + text * (1.3 + (i % 2) * 1.15)}
                fontSize={Math.min(text, (lengthMm / Math.max(8, all.length)) * 0.62)}
                textAnchor="middle"
                fill="var(--ink)"
              >
                {length(at, 1)}
              </text>
            ),
          )}
      </svg>
    </figure>
  )
}

import type { Schemas } from '../../api/client'
import { Pane } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { Table } from '../../kit/table'
import { money } from '../../kit/units'
import { WhyFigure } from '../../kit/why'
import { useProject } from '../../project/context'
import { BarDrawing, SheetDrawing } from './SheetDrawing'

/** The cut list beside the nest: point at a row to find it on its sheet, and the other way round. */
export function CutsStation() {
  const { view } = useProject()
  const { cuts, cost } = view.plan
  const parts = view.plan.made.flatMap((m) => view.plan.parts.filter((p) => p.id === m.id))
  return (
    <div className="grid gap-3 lg:h-full lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
      <div className="flex min-h-0 flex-col gap-3 lg:overflow-auto">
        <Pane
          title={`Cut list: ${parts.length} parts${view.design.brief.quantity > 1 ? ` for each of ${view.design.brief.quantity}` : ''}`}
          className="flex-none"
        >
          <PartTable parts={parts} />
        </Pane>
        <Pane title="To buy" className="flex-none">
          <Table
            label="To buy"
            rows={cost.purchase}
            rowId={(l) => l.kind + l.item}
            columns={[
              { head: 'what', value: (l) => l.item },
              { head: 'count', value: (l) => l.count, figure: true },
              { head: 'each', value: (l) => l.priceCents / 100, figure: true, cell: (l) => money(l.priceCents) },
              { head: 'together', value: (l) => l.totalCents / 100, figure: true, cell: (l) => money(l.totalCents) },
            ]}
            foot={(columns) => (
              <tr className="border-t-2 border-line font-semibold">
                <td className="py-1" colSpan={columns - 1}>
                  Together
                </td>
                <td className="py-1 text-right">{money(cost.purchase.reduce((s, l) => s + l.totalCents, 0))}</td>
              </tr>
            )}
          />
        </Pane>
      </div>
      <Pane title="Sheets and bars">
        {cuts.tooLarge.length > 0 && <p className="mb-3 text-stop">No stock gives: {cuts.tooLarge.join(', ')}. See the snags.</p>}
        {cuts.sheets.map((s, i) => (
          <SheetDrawing key={i} sheet={s} number={i + 1} />
        ))}
        {cuts.bars.map((b, i) => (
          <BarDrawing key={i} bar={b} number={i + 1} />
        ))}
        <p className="text-[0.85rem] text-dim">
          Caution: push stick, riving knife and guard at the saw; no gloves near a running blade; dust mask.
        </p>
      </Pane>
    </div>
  )
}

function PartTable({ parts }: { parts: Schemas['Part'][] }) {
  const { focus, setFocus } = useProject()
  const { length, lengthNote } = usePreferences()
  const figure = (part: Schemas['Part'], name: string, value: number) => (
    <WhyFigure why={part.whys.find((w) => w.figure === name)}>
      <span title={lengthNote(value)}>{length(value)}</span>
    </WhyFigure>
  )
  const why = (name: string, value: (p: Schemas['Part']) => number) => ({
    value,
    mm: true as const,
    cell: (p: Schemas['Part']) => figure(p, name, value(p)),
  })
  return (
    <Table
      label="Cut list"
      className="overflow-x-auto"
      rows={parts}
      rowId={(p) => p.id}
      domId={(p) => 'row-' + p.id}
      hot={focus}
      onPoint={(p) => setFocus(p.id)}
      columns={[
        {
          head: 'part',
          value: (p) => p.name,
          className: 'whitespace-nowrap',
          cell: (p) => (
            <>
              {p.name}
              {p.stale && <span className="text-warn"> ▲ changed since it was cut</span>}
            </>
          ),
        },
        { head: 'material', value: (p) => p.material, dim: true },
        { head: 'length', large: true, ...why('length', (p) => p.lengthMm) },
        { head: 'width', large: true, ...why('width', (p) => p.widthMm) },
        { head: 'thick', ...why('thickness', (p) => p.thicknessMm) },
        {
          head: 'blank',
          value: (p) => p.blankLengthMm,
          mm: true,
          cell: (p) => (
            <>
              {figure(p, 'blank length', p.blankLengthMm)} × {figure(p, 'blank width', p.blankWidthMm)}
            </>
          ),
        },
        { head: 'grain', value: (p) => (p.grain ? 'length' : ''), dim: true },
        { head: 'mass, g', value: (p) => Number(p.massG.toFixed(1)), figure: true, hidden: true },
      ]}
    />
  )
}

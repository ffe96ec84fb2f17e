import { useEffect, useRef } from 'react'
import type { Schemas } from '../../api/client'
import { Pane } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
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
          <table className="w-full">
            <thead>
              <tr>
                <th>what</th>
                <th className="text-right">count</th>
                <th className="text-right">each</th>
                <th className="text-right">together</th>
              </tr>
            </thead>
            <tbody>
              {cost.purchase.map((l) => (
                <tr key={l.kind + l.item} className="border-t border-hair">
                  <td className="py-1 pr-2">{l.item}</td>
                  <td className="py-1 pr-2 text-right">{l.count}</td>
                  <td className="py-1 pr-2 text-right">{money(l.priceCents)}</td>
                  <td className="py-1 text-right">{money(l.totalCents)}</td>
                </tr>
              ))}
              <tr className="border-t-2 border-line font-semibold">
                <td className="py-1" colSpan={3}>
                  Together
                </td>
                <td className="py-1 text-right">{money(cost.purchase.reduce((s, l) => s + l.totalCents, 0))}</td>
              </tr>
            </tbody>
          </table>
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
  const { length, lengthNote, unitName } = usePreferences()
  const rows = useRef<HTMLTableSectionElement>(null)
  useEffect(() => {
    if (focus && rows.current)
      rows.current.querySelector(`[data-part="${CSS.escape(focus)}"]`)?.scrollIntoView({ block: 'nearest' })
  }, [focus])
  const figure = (part: Schemas['Part'], name: string, value: number) => (
    <WhyFigure why={part.whys.find((w) => w.figure === name)}>
      <span title={lengthNote(value)}>{length(value)}</span>
    </WhyFigure>
  )
  return (
    <div className="overflow-x-auto">
      <table className="w-full">
        <thead>
          <tr>
            <th>part</th>
            <th>material</th>
            <th className="text-right whitespace-nowrap">length {unitName}</th>
            <th className="text-right">width</th>
            <th className="text-right">thick</th>
            <th className="text-right">blank</th>
            <th className="pl-2">grain</th>
          </tr>
        </thead>
        <tbody ref={rows}>
          {parts.map((p) => (
            <tr
              key={p.id}
              id={'row-' + p.id}
              data-part={p.id}
              className={`border-t border-hair ${focus === p.id ? 'bg-brass-soft' : ''}`}
              onMouseEnter={() => setFocus(p.id)}
            >
              <td className="py-1 pr-2 whitespace-nowrap">
                {p.name}
                {p.stale && <span className="text-warn"> ▲ changed since it was cut</span>}
              </td>
              <td className="py-1 pr-2 text-[0.88rem] text-dim">{p.material}</td>
              <td className="py-1 pr-2 text-right text-[1.1rem]">{figure(p, 'length', p.lengthMm)}</td>
              <td className="py-1 pr-2 text-right text-[1.1rem]">{figure(p, 'width', p.widthMm)}</td>
              <td className="py-1 pr-2 text-right">{figure(p, 'thickness', p.thicknessMm)}</td>
              <td className="py-1 pr-2 text-right whitespace-nowrap">
                {figure(p, 'blank length', p.blankLengthMm)} × {figure(p, 'blank width', p.blankWidthMm)}
              </td>
              <td className="py-1 pl-2 text-[0.88rem] text-dim">{p.grain ? 'length' : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

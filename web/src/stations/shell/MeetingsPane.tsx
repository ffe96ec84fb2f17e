import type { Schemas } from '../../api/client'
import { Empty, Pane } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { Table } from '../../kit/table'

/** Where parts must go between others, what the seasons do to the wood, and what carries: three tables of numbers. */
export function MeetingsPane() {
  return (
    <div className="flex flex-col gap-3">
      <Stacks />
      <Movement />
      <Loads />
    </div>
  )
}

function Stacks() {
  const { view } = useProject()
  const { length } = usePreferences()
  const { meetings } = view.plan
  return (
    <Pane title="Where parts meet">
      {meetings.length === 0 && <Empty>No part goes between two others here.</Empty>}
      {meetings.length > 0 && (
        <Table
          label="Meetings"
          className="overflow-x-auto"
          rows={meetings}
          rowId={(m) => m.id}
          columns={[
            { head: 'meeting', value: (m) => m.what },
            { head: 'room', value: (m) => m.gapMm, mm: 2, large: true },
            { head: 'worst case ±', value: (m) => m.worstMm, mm: 2, className: (m) => (m.byRss ? 'text-dim' : '') },
            { head: 'RSS ±', value: (m) => m.rssMm, mm: 2, className: (m) => (m.byRss ? '' : 'text-dim') },
            {
              head: 'least left',
              value: (m) => m.leastMm,
              mm: 2,
              className: (m) => (m.closes ? 'text-good' : 'text-warn'),
              cell: (m, shown) => `${m.closes ? '✓' : '▲'} ${shown}`,
            },
            {
              head: 'fit',
              value: (m) => m.reached ?? 'tight',
              className: 'whitespace-nowrap',
              cell: (m, shown) => (
                <>
                  {shown}
                  {m.wanted !== null && m.wanted !== m.reached && (
                    <span className="block text-[0.82rem] text-dim">chosen {m.wanted}</span>
                  )}
                </>
              ),
            },
            {
              head: 'made of',
              value: (m) =>
                m.terms
                  .map(
                    (t) =>
                      `${t.sign < 0 ? '−' : '+'} ${t.name} ${length(t.nominalMm, 2)} ± ${length(t.plusMinusMm, 2)} (${t.from})`,
                  )
                  .join('; '),
              dim: true,
              className: 'min-w-48',
            },
          ]}
        />
      )}
      <p className="mt-2 text-[0.85rem] text-dim">
        Up to three sizes are judged by the worst case, four and more by the root of squares. How true each process is stands in
        the shop; a fit coupon replaces the usual figure.
      </p>
    </Pane>
  )
}

function Movement() {
  const { view } = useProject()
  const { air, parts } = view.plan.movement
  return (
    <Pane title="Wood through the year">
      <p className="text-[0.92rem]">
        Cut at {air.nowPercent.toFixed(1)} % moisture; at home it comes to {air.driestPercent.toFixed(1)} % in the driest weeks
        and {air.dampestPercent.toFixed(1)} % in the dampest.
      </p>
      {parts.length === 0 ? (
        <Empty>No part moves by as much as 0.2 mm.</Empty>
      ) : (
        <Table
          label="Seasons"
          className="mt-1 max-w-xl"
          rows={parts}
          rowId={(p) => p.partId}
          columns={[
            { head: 'part', value: (p) => p.name },
            { head: 'across the grain', value: (p) => p.acrossMm, mm: 1 },
            { head: 'shrinks', value: (p) => p.shrinkMm, mm: 2, large: true },
            { head: 'swells', value: (p) => p.swellMm, mm: 2, large: true },
          ]}
        />
      )}
    </Pane>
  )
}

function Loads() {
  const { view } = useProject()
  const { loads } = view.plan
  return (
    <Pane title="What carries">
      {loads.length === 0 && (
        <Empty>Nothing stands on it, sticks, hangs on hinges or on magnets. What it carries is said in the brief.</Empty>
      )}
      {loads.map((l) => (
        <LoadLine key={l.id} load={l} />
      ))}
    </Pane>
  )
}

function LoadLine({ load }: { load: Schemas['LoadCase'] }) {
  const { length } = usePreferences()
  const show = (v: number) => (load.kind === 'sag' ? length(v, 2) + ' mm' : `${v.toFixed(1)} N`)
  return (
    <p className="border-t border-hair py-1 first:border-t-0">
      {load.what}:{' '}
      <b className={`text-[1.1rem] ${load.holds ? 'text-good' : 'text-warn'}`}>
        {load.holds ? '✓' : '▲'} {show(load.value)}
      </b>{' '}
      of {show(load.limit)}
      <span className="block text-[0.84rem] text-dim">{load.why}</span>
    </p>
  )
}

import type { Schemas } from '../../api/client'
import { Empty, Pane } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'

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
        <table className="w-full min-w-[42rem]">
          <thead>
            <tr>
              <th>meeting</th>
              <th className="pr-3 text-right">room</th>
              <th className="pr-3 text-right">worst case ±</th>
              <th className="pr-3 text-right">RSS ±</th>
              <th className="pr-3 text-right">least left</th>
              <th>fit</th>
              <th className="pl-3">made of</th>
            </tr>
          </thead>
          <tbody>
            {meetings.map((m) => (
              <tr key={m.id} className="border-t border-hair align-top">
                <td className="py-1 pr-3">{m.what}</td>
                <td className="py-1 pr-3 text-right text-[1.1rem]">{length(m.gapMm, 2)}</td>
                <td className={`py-1 pr-3 text-right ${m.byRss ? 'text-dim' : ''}`}>{length(m.worstMm, 2)}</td>
                <td className={`py-1 pr-3 text-right ${m.byRss ? '' : 'text-dim'}`}>{length(m.rssMm, 2)}</td>
                <td className={`py-1 pr-3 text-right whitespace-nowrap ${m.closes ? 'text-good' : 'text-warn'}`}>
                  {m.closes ? '✓' : '▲'} {length(m.leastMm, 2)}
                </td>
                <td className="py-1 whitespace-nowrap">
                  {m.reached ?? 'tight'}
                  {m.wanted !== null && m.wanted !== m.reached && (
                    <span className="block text-[0.82rem] text-dim">chosen {m.wanted}</span>
                  )}
                </td>
                <td className="py-1 pl-3 text-[0.84rem] text-dim">
                  {m.terms
                    .map(
                      (t) =>
                        `${t.sign < 0 ? '−' : '+'} ${t.name} ${length(t.nominalMm, 2)} ± ${length(t.plusMinusMm, 2)} (${t.from})`,
                    )
                    .join('; ')}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
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
  const { length } = usePreferences()
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
        <table className="mt-1 w-full max-w-xl">
          <thead>
            <tr>
              <th>part</th>
              <th className="text-right">across the grain</th>
              <th className="text-right">shrinks</th>
              <th className="text-right">swells</th>
            </tr>
          </thead>
          <tbody>
            {parts.map((p) => (
              <tr key={p.partId} className="border-t border-hair">
                <td className="py-1">{p.name}</td>
                <td className="py-1 text-right">{length(p.acrossMm, 1)}</td>
                <td className="py-1 text-right text-[1.1rem]">{length(p.shrinkMm, 2)}</td>
                <td className="py-1 text-right text-[1.1rem]">{length(p.swellMm, 2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
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

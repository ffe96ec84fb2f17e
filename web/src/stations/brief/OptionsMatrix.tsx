import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Empty, Pane, Select } from '../../kit/controls'
import { NumberField, TextField } from '../../kit/fields'
import { money } from '../../kit/units'
import { useProject } from '../../project/context'

type Brief = Schemas['Brief']
type Kind = Schemas['OptionKind']

const MEASURES: Record<
  Schemas['Measure'],
  { name: string; field: keyof Schemas['OptionFigures'] | null; say: (v: number) => string }
> = {
  judgement: { name: 'judgement, 0 to 10', field: null, say: String },
  volumeL: { name: 'volume', field: 'volumeL', say: (v) => `${v.toFixed(2)} l` },
  costCents: { name: 'cost', field: 'costCents', say: money },
  hours: { name: 'hours', field: 'hours', say: (v) => `${v.toFixed(1)} h` },
  massG: { name: 'mass', field: 'massG', say: (v) => `${v.toFixed(0)} g` },
  parts: { name: 'parts', field: 'parts', say: (v) => v.toFixed(0) },
  heatPerLitre: { name: 'heat per litre', field: 'heatW', say: (v) => `${v.toFixed(2)} W/l` },
}

const KINDS: Record<Kind, string> = {
  thisDesign: 'This design',
  variant: 'This design as it is now, kept',
  oldCase: 'Keep the old case',
  plainShelf: 'A plain shelf',
  bought: 'Buy one',
}

const NOTHING: Schemas['OptionFigures'] = { volumeL: null, costCents: null, hours: null, massG: null, parts: null, heatW: null }

const freeId = (base: string, taken: string[]) => {
  let id = base
  for (let n = 2; taken.includes(id); n++) id = `${base}-${n}`
  return id
}

/** Options against weighted criteria: the plan fills in what it knows, the rest is asked for. */
export function OptionsMatrix({ pages }: { pages: ReactNode }) {
  const { view, changes } = useProject()
  const { brief } = view.design
  const { criteria, options } = brief
  const { decision, tally } = view.plan
  const set = (label: string, part: Partial<Brief>) => void changes.edit(label, (d) => ({ ...d, brief: { ...d.brief, ...part } }))
  const change = (id: string, part: Partial<Schemas['Criterion']>) =>
    set('Criterion', { criteria: criteria.map((c) => (c.id === id ? { ...c, ...part } : c)) })
  const option = (id: string, part: Partial<Schemas['DesignOption']>) =>
    set('Option', { options: options.map((o) => (o.id === id ? { ...o, ...part } : o)) })
  const best = decision.totals.find((t) => t.rank === 1)
  const nameOf = (id: string) => options.find((o) => o.id === id)?.name ?? id
  const addOption = (kind: Kind) => {
    const kept: Schemas['OptionFigures'] =
      kind === 'variant'
        ? {
            volumeL: tally.volumeL,
            costCents: tally.costCents / brief.quantity,
            hours: tally.hours / brief.quantity,
            massG: tally.massG,
            parts: tally.parts,
            heatW: tally.heatW,
          }
        : NOTHING
    const id = freeId(
      kind.toLowerCase(),
      options.map((o) => o.id),
    )
    set('Add an option', {
      options: [
        ...options,
        { id, kind, name: kind === 'variant' ? `Variant ${options.length + 1}` : KINDS[kind], figures: kept, judgements: [] },
      ],
    })
  }
  return (
    <Pane title="Options against criteria" actions={pages}>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <Select
          className="max-w-64"
          aria-label="Add a criterion"
          value=""
          onChange={(e) => {
            const measure = e.target.value as Schemas['Measure']
            if (!measure) return
            const id = freeId(
              measure.toLowerCase(),
              criteria.map((c) => c.id),
            )
            const name = measure === 'judgement' ? 'Look' : MEASURES[measure].name
            set('Add a criterion', { criteria: [...criteria, { id, name, weight: 5, measure, builtScore: null }] })
          }}
        >
          <option value="">add a criterion</option>
          {Object.entries(MEASURES).map(([key, m]) => (
            <option key={key} value={key}>
              {m.name}
            </option>
          ))}
        </Select>
        <Select
          className="max-w-64"
          aria-label="Add an option"
          value=""
          onChange={(e) => e.target.value && addOption(e.target.value as Kind)}
        >
          <option value="">add an option</option>
          {(Object.keys(KINDS) as Kind[])
            .filter((k) => k !== 'thisDesign' || options.every((o) => o.kind !== 'thisDesign'))
            .map((k) => (
              <option key={k} value={k}>
                {KINDS[k]}
              </option>
            ))}
        </Select>
        {best && (
          <p className="text-[1.2rem]">
            First: <b>{nameOf(best.optionId)}</b>, {best.total?.toFixed(1)} of 10
          </p>
        )}
        {decision.asked > 0 && <p className="text-warn">{decision.asked} to be filled in</p>}
      </div>
      {(criteria.length === 0 || options.length === 0) && (
        <Empty>
          Choose what the work is to be judged by before it is built, and what it stands against: this design, a variant kept as
          it is now, the old case, a plain shelf, one bought. Volume, cost, hours, mass and parts come from the plan.
        </Empty>
      )}
      {criteria.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full">
            <thead>
              <tr>
                <th>criterion</th>
                <th className="w-20">weight</th>
                {options.map((o) => (
                  <th key={o.id} className="min-w-36 pl-3">
                    <TextField label={KINDS[o.kind]} value={o.name} onCommit={(name) => option(o.id, { name })} />
                  </th>
                ))}
                <th className="w-24 pl-3">as built</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {criteria.map((c) => (
                <tr key={c.id} className="border-t border-hair align-top">
                  <td className="py-1">
                    <TextField label={MEASURES[c.measure].name} value={c.name} onCommit={(name) => change(c.id, { name })} />
                    {decision.tips
                      .filter((t) => t.criterionId === c.id)
                      .map((t) => (
                        <p key={t.weight} className="text-[0.82rem] text-dim">
                          at weight {t.weight.toFixed(1)}, {nameOf(t.thenOptionId)} draws level
                        </p>
                      ))}
                  </td>
                  <td className="py-1 pt-6 pl-2">
                    <NumberField
                      label={`Weight of ${c.name}, 0 to 10`}
                      hideLabel
                      least={0}
                      most={10}
                      value={c.weight}
                      onCommit={(v) => v !== null && change(c.id, { weight: v })}
                    />
                  </td>
                  {options.map((o) => {
                    const cell = decision.cells.find((x) => x.criterionId === c.id && x.optionId === o.id)
                    return (
                      <td key={o.id} className="py-1 pt-6 pl-3">
                        <Cell cell={cell} criterion={c} option={o} onChange={(part) => option(o.id, part)} />
                      </td>
                    )
                  })}
                  <td className="py-1 pt-6 pl-3">
                    <NumberField
                      label={`${c.name}, as built, 0 to 10`}
                      hideLabel
                      nullable
                      least={0}
                      most={10}
                      value={c.builtScore}
                      onCommit={(v) => change(c.id, { builtScore: v })}
                    />
                  </td>
                  <td className="py-1 pt-6 pl-2">
                    <Button
                      aria-label={`Take out ${c.name}`}
                      onClick={() =>
                        set('Take out a criterion', {
                          criteria: criteria.filter((x) => x.id !== c.id),
                          options: options.map((o) => ({ ...o, judgements: o.judgements.filter((j) => j.criterionId !== c.id) })),
                        })
                      }
                    >
                      ×
                    </Button>
                  </td>
                </tr>
              ))}
              <tr className="border-t border-line">
                <td className="py-2" colSpan={2}>
                  weighted mean
                </td>
                {options.map((o) => {
                  const total = decision.totals.find((t) => t.optionId === o.id)
                  return (
                    <td key={o.id} className={`py-2 pl-3 text-[1.4rem] ${total?.rank === 1 ? 'text-brass' : ''}`}>
                      {typeof total?.total === 'number' ? total.total.toFixed(1) : '–'}
                      {total?.rank && <span className="text-[0.85rem] text-dim"> place {total.rank}</span>}
                    </td>
                  )
                })}
                <td className="py-2 pl-3 text-[1.4rem]">{decision.builtTotal === null ? '–' : decision.builtTotal.toFixed(1)}</td>
                <td />
              </tr>
              <tr>
                <td colSpan={2} />
                {options.map((o) => (
                  <td key={o.id} className="pl-3">
                    <Button
                      aria-label={`Take out ${o.name}`}
                      onClick={() => set('Take out an option', { options: options.filter((x) => x.id !== o.id) })}
                    >
                      Take out
                    </Button>
                  </td>
                ))}
                <td colSpan={2} />
              </tr>
            </tbody>
          </table>
        </div>
      )}
      <p className="mt-3 text-[0.85rem] text-dim">
        Measured criteria score 10 for the best option and 0 for the worst, evenly between; less is better.
      </p>
    </Pane>
  )
}

function Cell({
  cell,
  criterion,
  option,
  onChange,
}: {
  cell: Schemas['MatrixCell'] | undefined
  criterion: Schemas['Criterion']
  option: Schemas['DesignOption']
  onChange: (part: Partial<Schemas['DesignOption']>) => void
}) {
  const { name, field, say } = MEASURES[criterion.measure]
  if (field === null)
    return (
      <NumberField
        label={`${criterion.name}: ${option.name}`}
        hideLabel
        nullable
        least={0}
        most={10}
        value={cell?.score ?? null}
        onCommit={(v) => {
          const others = option.judgements.filter((j) => j.criterionId !== criterion.id)
          onChange({ judgements: v === null ? others : [...others, { criterionId: criterion.id, score: v }] })
        }}
      />
    )
  const own = option.figures[field]
  const derived = option.kind === 'thisDesign' || (typeof cell?.value === 'number' && own === null)
  return derived ? (
    <p className="text-right">
      {typeof cell?.value === 'number' ? say(cell.value) : '–'}
      <span className="block text-[0.85rem] text-dim">
        {typeof cell?.score === 'number' ? cell.score.toFixed(1) : 'not known'}
      </span>
    </p>
  ) : (
    <div>
      <NumberField
        label={`${field === 'heatW' ? 'heat, W' : name}: ${option.name}`}
        hideLabel
        nullable
        least={0}
        most={1e7}
        value={own === null ? null : field === 'costCents' ? own / 100 : own}
        onCommit={(v) =>
          onChange({ figures: { ...option.figures, [field]: v === null ? null : field === 'costCents' ? v * 100 : v } })
        }
      />
      <span className="block text-right text-[0.85rem] text-dim">
        {typeof cell?.score === 'number' ? cell.score.toFixed(1) : 'to be filled in'}
      </span>
    </div>
  )
}

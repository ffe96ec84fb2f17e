import type { Schemas } from '../../api/client'
import { Field, Pane, Select } from '../../kit/controls'
import { LengthField, NumberField, TextField } from '../../kit/fields'
import { money } from '../../kit/units'
import { useProject } from '../../project/context'

const PLACES: Record<Schemas['Place'], string> = {
  desk: 'on a desk',
  floor: 'on the floor',
  shelf: 'on a shelf',
  drawer: 'in a drawer',
  wall: 'on a wall',
  insideAnother: 'inside another object',
}

/** What is asked for, before anything is drawn. */
export function BriefStation() {
  const { view, changes } = useProject()
  const { brief, name } = view.design
  const set = (label: string, part: Partial<Schemas['Brief']>) =>
    void changes.edit(label, (d) => ({ ...d, brief: { ...d.brief, ...part } }))
  const t = view.plan.tally
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <Pane title="Brief">
        <div className="grid gap-3 sm:grid-cols-2">
          <TextField label="Name" value={name} onCommit={(v) => void changes.edit('Rename', (d) => ({ ...d, name: v }))} />
          <Field label="Where it stands">
            <Select value={brief.place} onChange={(e) => set('Place', { place: e.target.value as Schemas['Place'] })}>
              {Object.entries(PLACES).map(([key, text]) => (
                <option key={key} value={key}>
                  {text}
                </option>
              ))}
            </Select>
          </Field>
          <div className="sm:col-span-2">
            <TextField
              label="What it holds and is for"
              lines={3}
              value={brief.purpose}
              onCommit={(purpose) => set('Purpose', { purpose })}
            />
          </div>
        </div>
        <h2 className="mt-5 mb-1">At most this large</h2>
        <div className="grid grid-cols-3 gap-3">
          <LengthField
            label="Width"
            nullable
            placeholder="free"
            value={brief.limitWidthMm}
            onCommit={(v) => set('Width limit', { limitWidthMm: v })}
          />
          <LengthField
            label="Depth"
            nullable
            placeholder="free"
            value={brief.limitDepthMm}
            onCommit={(v) => set('Depth limit', { limitDepthMm: v })}
          />
          <LengthField
            label="Height with feet"
            nullable
            placeholder="free"
            value={brief.limitHeightMm}
            onCommit={(v) => set('Height limit', { limitHeightMm: v })}
          />
        </div>
        <h2 className="mt-5 mb-1">How many, for how much</h2>
        <div className="grid grid-cols-3 gap-3">
          <NumberField
            label="Units to build"
            whole
            least={1}
            most={1000}
            value={brief.quantity}
            onCommit={(v) => set('Quantity', { quantity: v ?? 1 })}
          />
          <NumberField
            label="Budget for one"
            nullable
            least={0}
            most={10_000_000}
            value={brief.budgetCents === null ? null : brief.budgetCents / 100}
            onCommit={(v) => set('Budget', { budgetCents: v === null ? null : Math.round(v * 100) })}
          />
          <NumberField
            label="Case in use today, litres"
            nullable
            least={0.01}
            most={10_000}
            value={brief.oldCaseVolumeL}
            onCommit={(v) => set('Old case', { oldCaseVolumeL: v })}
          />
        </div>
        <div className="mt-5">
          <TextField label="Notes" lines={4} value={brief.notes} onCommit={(notes) => set('Notes', { notes })} />
        </div>
      </Pane>
      <Pane title="Where the plan stands">
        <dl className="grid grid-cols-[1fr_auto] gap-y-2">
          <Line name="Volume" value={`${t.volumeL.toFixed(2)} l`} />
          {brief.oldCaseVolumeL !== null && (
            <Line name="Against today's case" value={`${((t.volumeL / brief.oldCaseVolumeL) * 100).toFixed(0)} %`} />
          )}
          <Line name="Inside filled by devices" value={`${(t.filledShare * 100).toFixed(0)} %`} />
          <Line name="Cost, all units" value={money(t.costCents)} />
          <Line name="Cost of one" value={money(t.costCents / brief.quantity)} />
          {brief.budgetCents !== null && (
            <Line name="Left of the budget for one" value={money(brief.budgetCents - t.costCents / brief.quantity)} />
          )}
          <Line name="Hours, all units" value={t.hours.toFixed(1)} />
        </dl>
      </Pane>
    </div>
  )
}

function Line({ name, value }: { name: string; value: string }) {
  return (
    <>
      <dt className="text-dim">{name}</dt>
      <dd className="text-right text-[1.15rem]">{value}</dd>
    </>
  )
}

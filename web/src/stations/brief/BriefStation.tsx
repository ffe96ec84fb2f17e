import type { Schemas } from '../../api/client'
import { useState } from 'react'
import { Button, Field, Pane, Select } from '../../kit/controls'
import { Keys } from '../../kit/tabs'
import { LengthField, NumberField, TextField } from '../../kit/fields'
import { money } from '../../kit/units'
import { useProject } from '../../project/context'
import { FACE_NAMES } from '../fit/decks'
import { LikenessPane } from './LikenessPane'
import { OptionsMatrix } from './OptionsMatrix'

const PLACES: Record<Schemas['UsedAt'], string> = {
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
  const [page, setPage] = useState<'brief' | 'options' | 'likeness'>('brief')
  const pages = (
    <Keys
      label="Page of the brief"
      value={page}
      onChange={setPage}
      options={[
        ['brief', 'Brief'],
        ['options', 'Options'],
        ['likeness', 'Likeness'],
      ]}
    />
  )
  if (page === 'options') return <OptionsMatrix pages={pages} />
  if (page === 'likeness') return <LikenessPane pages={pages} />
  return (
    <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_20rem]">
      <Pane title="Brief" actions={pages}>
        <div className="grid gap-3 sm:grid-cols-2">
          <TextField label="Name" value={name} onCommit={(v) => void changes.edit('Rename', (d) => ({ ...d, name: v }))} />
          <Field label="Where it stands">
            <Select value={brief.place} onChange={(e) => set('Place', { place: e.target.value as Schemas['UsedAt'] })}>
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
        <h2 className="mt-5 mb-1">Where and how it is used</h2>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-3">
          <Field label="Stands or hangs on its">
            <Select value={brief.standsOn} onChange={(e) => set('Way up', { standsOn: e.target.value as Schemas['Face'] })}>
              {Object.entries(FACE_NAMES).map(([key, text]) => (
                <option key={key} value={key}>
                  {text.toLowerCase()}
                </option>
              ))}
            </Select>
          </Field>
          <NumberField
            label="Carries, kg"
            nullable
            least={0}
            most={1000}
            value={brief.carriesKg}
            onCommit={(v) => set('Load', { carriesKg: v })}
          />
          <NumberField
            label="Driest at home, % humidity"
            least={5}
            most={95}
            value={brief.home.driestPercent}
            onCommit={(v) => v !== null && set('Home', { home: { ...brief.home, driestPercent: v } })}
          />
          <NumberField
            label="Dampest at home, % humidity"
            least={5}
            most={95}
            value={brief.home.dampestPercent}
            onCommit={(v) => v !== null && set('Home', { home: { ...brief.home, dampestPercent: v } })}
          />
          <NumberField
            label="One like it bought, price"
            nullable
            least={0}
            most={10_000_000}
            value={brief.baselineCents === null ? null : brief.baselineCents / 100}
            onCommit={(v) => set('Baseline', { baselineCents: v === null ? null : Math.round(v * 100) })}
          />
        </div>
        <h2 className="mt-5 mb-1">By when</h2>
        <div className="grid grid-cols-2 gap-3 sm:grid-cols-4">
          <DateField label="Begin" value={brief.startOn} onCommit={(v) => set('Start', { startOn: v })} />
          <DateField label="Due" value={brief.dueOn} onCommit={(v) => set('Due date', { dueOn: v })} />
          <NumberField
            label="Hours a day"
            nullable
            least={0.25}
            most={24}
            value={brief.hoursPerDay}
            onCommit={(v) => set('Hours a day', { hoursPerDay: v })}
          />
          <NumberField
            label="Days a week"
            whole
            least={1}
            most={7}
            value={brief.workDaysPerWeek}
            onCommit={(v) => v !== null && set('Days a week', { workDaysPerWeek: v })}
          />
        </div>
        <ServiceNeeds needs={brief.service} devices={view.design.devices} onChange={(service) => set('Service', { service })} />
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

/** A day, as the calendar gives it; empty = open. */
function DateField({
  label,
  value,
  onCommit,
}: {
  label: string
  value: string | null
  onCommit: (value: string | null) => void
}) {
  return (
    <Field label={label}>
      <input
        type="date"
        className="min-h-9 w-full rounded-sm border border-line bg-paper px-2"
        value={value ?? ''}
        onChange={(e) =>
          (e.target.value === '' || /^\d{4}-\d{2}-\d{2}$/.test(e.target.value)) && onCommit(e.target.value || null)
        }
      />
    </Field>
  )
}

/** What has to be reached again and again, and how often. */
function ServiceNeeds({
  needs,
  devices,
  onChange,
}: {
  needs: Schemas['ServiceNeed'][]
  devices: Schemas['Device'][]
  onChange: (needs: Schemas['ServiceNeed'][]) => void
}) {
  const free = devices.filter((d) => needs.every((n) => n.deviceId !== d.id))
  return (
    <>
      <h2 className="mt-5 mb-1">What wants service</h2>
      {needs.map((n) => (
        <div key={n.deviceId} className="mb-1 grid grid-cols-[minmax(0,1fr)_9rem_auto] items-end gap-2">
          <span className="pb-2">{devices.find((d) => d.id === n.deviceId)?.name ?? n.deviceId}</span>
          <NumberField
            label="times a year"
            whole
            least={1}
            most={1000}
            value={n.timesPerYear}
            onCommit={(v) =>
              v !== null && onChange(needs.map((x) => (x.deviceId === n.deviceId ? { ...x, timesPerYear: v } : x)))
            }
          />
          <Button
            aria-label={`No service for ${n.deviceId}`}
            onClick={() => onChange(needs.filter((x) => x.deviceId !== n.deviceId))}
          >
            ×
          </Button>
        </div>
      ))}
      <Select
        aria-label="Add a device that wants service"
        value=""
        disabled={free.length === 0}
        onChange={(e) => e.target.value && onChange([...needs, { deviceId: e.target.value, timesPerYear: 1 }])}
      >
        <option value="">{devices.length === 0 ? 'no hardware yet' : 'add a device'}</option>
        {free.map((d) => (
          <option key={d.id} value={d.id}>
            {d.name}
          </option>
        ))}
      </Select>
    </>
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

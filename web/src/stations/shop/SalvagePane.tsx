import type { Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { NumberField, TextField } from '../../kit/fields'

const CONDITIONS: Record<Schemas['Condition'], string> = { good: 'good', worn: 'worn', untested: 'untested' }

export function ConditionField({
  value,
  onChange,
}: {
  value: Schemas['Condition']
  onChange: (value: Schemas['Condition']) => void
}) {
  return (
    <Field label="Condition">
      <Select value={value} onChange={(e) => onChange(e.target.value as Schemas['Condition'])}>
        {Object.entries(CONDITIONS).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </Select>
    </Field>
  )
}

/** Harvested devices and screws, used before anything is bought; untested ones are not counted on. */
export function SalvagePane({
  items,
  models,
  onChange,
}: {
  items: Schemas['SalvageItem'][]
  models: [string, string][]
  onChange: (items: Schemas['SalvageItem'][]) => void
}) {
  const add = (kind: Schemas['SalvageKind'], of: string) => {
    const n = Math.max(0, ...items.map((o) => Number(o.id.replace(/\D/g, '')) || 0)) + 1
    onChange([...items, { id: `salvage-${n}`, kind, of, count: 1, condition: 'good' }])
  }
  return (
    <Pane
      title="Salvage"
      actions={
        <>
          <Button disabled={models.length === 0} onClick={() => add('device', models[0]?.[0] ?? '')}>
            Add a device
          </Button>
          <Button onClick={() => add('screw', 'M3 x 8 pan')}>Add screws</Button>
        </>
      }
    >
      {items.length === 0 && (
        <Empty>
          Nothing harvested. Devices and screws registered here are used before anything is bought; sheets go to the offcuts.
        </Empty>
      )}
      {items.map((item) => {
        const set = (part: Partial<Schemas['SalvageItem']>) =>
          onChange(items.map((x) => (x.id === item.id ? { ...x, ...part } : x)))
        return (
          <div key={item.id} className="mb-2 grid grid-cols-[minmax(0,1fr)_4.5rem_6.5rem_auto] items-end gap-2">
            {item.kind === 'device' ? (
              <Field label="Device">
                <Select value={item.of} onChange={(e) => set({ of: e.target.value })}>
                  {models.map(([id, name]) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </Select>
              </Field>
            ) : (
              <TextField label="Screw, as the purchase list names it" value={item.of} onCommit={(of) => set({ of })} />
            )}
            <NumberField
              label="Count"
              whole
              least={0}
              most={10_000}
              value={item.count}
              onCommit={(v) => v !== null && set({ count: v })}
            />
            <ConditionField value={item.condition} onChange={(condition) => set({ condition })} />
            <Button aria-label="Take out of salvage" onClick={() => onChange(items.filter((x) => x.id !== item.id))}>
              ×
            </Button>
          </div>
        )
      })}
    </Pane>
  )
}

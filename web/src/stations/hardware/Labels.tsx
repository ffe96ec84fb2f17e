import type { Schemas } from '../../api/client'
import { Field, Select } from '../../kit/controls'
import { LengthField, NumberField } from '../../kit/fields'
import { useProject } from '../../project/context'
import { useUsual } from '../../project/useProject'

/** How all labels of the housing come onto their panels. */
export function Labels() {
  const { view, changes } = useProject()
  const { engraved } = view.design
  const usual = useUsual()
  const set = (next: Schemas['Engraved'] | null) => void changes.edit('Labels', (d) => ({ ...d, engraved: next }))
  return (
    <div className="col-span-2 grid grid-cols-[minmax(0,2fr)_1fr_1fr] items-end gap-2">
      <Field label="All labels are">
        <Select
          value={engraved ? 'engraved' : 'finish'}
          disabled={!usual}
          onChange={(e) => set(e.target.value === 'finish' || !usual ? null : usual.engraved)}
        >
          <option value="finish">put on the finish</option>
          <option value="engraved">engraved</option>
        </Select>
      </Field>
      {engraved && (
        <>
          <LengthField label="Deep" value={engraved.depthMm} onCommit={(v) => v !== null && set({ ...engraved, depthMm: v })} />
          <NumberField
            label="Cutter, °"
            least={10}
            most={120}
            value={engraved.cutterDeg}
            onCommit={(v) => v !== null && set({ ...engraved, cutterDeg: v })}
          />
        </>
      )}
    </div>
  )
}

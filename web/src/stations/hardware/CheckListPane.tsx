import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Empty, Pane, Select } from '../../kit/controls'
import { useProject } from '../../project/context'
import { placeOfDevice } from '../../project/places'
import { Table } from '../../kit/table'

const KINDS: Record<Schemas['CheckKind'], string> = {
  port: 'port',
  fixing: 'fixing',
  air: 'air',
  need: 'needs',
  cable: 'cable',
  label: 'label',
}
const STATES: Record<Schemas['CheckState'], [string, string]> = {
  provided: ['✓ provided', 'text-good'],
  leftOut: ['– left out on purpose', 'text-dim'],
  missing: ['▲ missing', 'text-warn font-semibold'],
}

/** Everything that the devices ask for, against what the plan provides: nothing is forgotten silently. */
export function CheckListPane() {
  const { view, setFocus } = useProject()
  const [only, setOnly] = useState<Schemas['CheckState'] | ''>('')
  const lines = view.plan.checkList
  const shown = lines.filter((l) => only === '' || l.state === only)
  const missing = lines.filter((l) => l.state === 'missing').length
  return (
    <Pane
      title={missing > 0 ? `Check list: ${missing} missing` : 'Check list: all provided'}
      actions={
        <Select aria-label="Show" value={only} onChange={(e) => setOnly(e.target.value as Schemas['CheckState'] | '')}>
          <option value="">everything, {lines.length}</option>
          {(Object.keys(STATES) as Schemas['CheckState'][]).map((s) => (
            <option key={s} value={s}>
              {STATES[s][0].slice(2)}, {lines.filter((l) => l.state === s).length}
            </option>
          ))}
        </Select>
      }
    >
      {shown.length === 0 && <Empty>{lines.length === 0 ? 'No device yet: nothing is asked for.' : 'None.'}</Empty>}
      {shown.length > 0 && (
        <Table
          label="Check list"
          rows={shown}
          rowId={(l) => `${l.deviceId} ${l.kind} ${l.what}`}
          onPoint={(l) => setFocus(placeOfDevice(l.deviceId))}
          columns={[
            { head: 'device', value: (l) => view.design.devices.find((d) => d.id === l.deviceId)?.name },
            {
              head: 'asks for',
              value: (l) => `${KINDS[l.kind]} ${l.what}`,
              cell: (l) => (
                <>
                  <span className="text-dim">{KINDS[l.kind]}</span> {l.what}
                </>
              ),
            },
            {
              head: 'state',
              value: (l) => STATES[l.state][0],
              className: (l) => `whitespace-nowrap ${STATES[l.state][1]}`,
            },
            { head: 'where', value: (l) => l.where },
          ]}
        />
      )}
    </Pane>
  )
}

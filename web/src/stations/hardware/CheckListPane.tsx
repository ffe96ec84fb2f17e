import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Empty, Pane, Select } from '../../kit/controls'
import { useProject } from '../../project/context'
import { placeOfDevice } from '../../project/places'

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
        <table className="w-full">
          <thead>
            <tr>
              <th>device</th>
              <th>asks for</th>
              <th>state</th>
              <th>where</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((l, i) => (
              <tr key={i} className="border-t border-hair align-top" onMouseEnter={() => setFocus(placeOfDevice(l.deviceId))}>
                <td className="py-1 pr-2">{view.design.devices.find((d) => d.id === l.deviceId)?.name}</td>
                <td className="py-1 pr-2">
                  <span className="text-dim">{KINDS[l.kind]}</span> {l.what}
                </td>
                <td className={`py-1 pr-2 whitespace-nowrap ${STATES[l.state][1]}`}>{STATES[l.state][0]}</td>
                <td className="py-1 text-[0.9rem]">{l.where}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Pane>
  )
}

import type { Schemas } from '../../api/client'
import { Pane } from '../../kit/controls'
import { LengthField, NumberField } from '../../kit/fields'

type Printing = Schemas['PrintSettings']

const LENGTHS: [keyof Printing, string][] = [
  ['lineMm', 'Line'],
  ['layerMm', 'Layer'],
  ['filamentMm', 'Filament'],
  ['edgeMarginMm', 'Free round the bed'],
]

const NUMBERS: [keyof Printing, string, number, number][] = [
  ['speedMmPerS', 'Speed, mm/s', 1, 1000],
  ['efficiency', 'Share of it kept', 0.05, 1],
  ['layerOverheadS', 'A change of layer, s', 0, 120],
  ['centsPerGram', 'Cents a gram', 0, 1000],
]

/** How the shop prints: what the time and plastic of printed parts are reckoned with. */
export function PrintingPane({ printing, onChange }: { printing: Printing; onChange: (printing: Printing) => void }) {
  const set = (key: keyof Printing) => (v: number | null) => {
    if (v !== null) onChange({ ...printing, [key]: v })
  }
  return (
    <Pane title="Printing">
      <div className="grid grid-cols-2 gap-2 lg:grid-cols-4">
        {LENGTHS.map(([key, label]) => (
          <LengthField key={key} label={label} value={printing[key]} onCommit={set(key)} />
        ))}
        {NUMBERS.map(([key, label, least, most]) => (
          <NumberField key={key} label={label} least={least} most={most} value={printing[key]} onCommit={set(key)} />
        ))}
      </div>
    </Pane>
  )
}

import type { Schemas } from '../../api/client'
import { Button, Empty, Pane } from '../../kit/controls'
import { LengthField, NumberField } from '../../kit/fields'

type Shop = Schemas['ShopProfile']

/** The workshop's air and its clamps: what a glue-up is planned with. */
export function ClampsPane({ shop, onChange }: { shop: Shop; onChange: (part: Partial<Shop>) => void }) {
  const change = (i: number, part: Partial<Schemas['ClampStock']>) =>
    onChange({ clamps: shop.clamps.map((c, k) => (k === i ? { ...c, ...part } : c)) })
  return (
    <Pane
      title="Gluing"
      actions={<Button onClick={() => onChange({ clamps: [...shop.clamps, { opensMm: 300, count: 2 }] })}>Add clamps</Button>}
    >
      <div className="grid grid-cols-2 gap-2 lg:grid-cols-4">
        <NumberField
          label="Workshop, °C"
          least={-10}
          most={50}
          value={shop.air.temperatureC}
          onCommit={(v) => v !== null && onChange({ air: { ...shop.air, temperatureC: v } })}
        />
        <NumberField
          label="Humidity, %"
          least={5}
          most={95}
          value={shop.air.humidityPercent}
          onCommit={(v) => v !== null && onChange({ air: { ...shop.air, humidityPercent: v } })}
        />
        <NumberField
          label="Spread, min/m"
          least={0}
          most={60}
          value={shop.rates.spreadMinPerM}
          onCommit={(v) => v !== null && onChange({ rates: { ...shop.rates, spreadMinPerM: v } })}
        />
        <NumberField
          label="Set a piece, min"
          least={0}
          most={60}
          value={shop.rates.placeMin}
          onCommit={(v) => v !== null && onChange({ rates: { ...shop.rates, placeMin: v } })}
        />
      </div>
      {shop.clamps.length === 0 && <Empty>No clamps listed: then nothing is judged by them.</Empty>}
      {shop.clamps.map((c, i) => (
        <div key={i} className="mt-2 grid grid-cols-[8rem_6rem_auto] items-end gap-2">
          <LengthField label="Opens to" value={c.opensMm} onCommit={(v) => v !== null && change(i, { opensMm: v })} />
          <NumberField
            label="Count"
            whole
            least={0}
            most={500}
            value={c.count}
            onCommit={(v) => v !== null && change(i, { count: v })}
          />
          <div>
            <Button
              aria-label={`Take out clamps ${i + 1}`}
              onClick={() => onChange({ clamps: shop.clamps.filter((_, k) => k !== i) })}
            >
              ×
            </Button>
          </div>
        </div>
      ))}
    </Pane>
  )
}

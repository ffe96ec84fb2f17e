import type { Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField, TextField } from '../../kit/fields'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'
import { BoxView } from './BoxView'
import { ChainEditor } from './ChainEditor'
import { decksOf } from './decks'

/** Where everything stands: three views beside the chains, the chosen device's place, the trays. */
export function FitStation() {
  const { view, changes, focus } = useProject()
  const change = (id: string, label: string, how: (d: Schemas['Device']) => Schemas['Device']) =>
    void changes.edit(label, (x) => ({ ...x, devices: x.devices.map((d) => (d.id === id ? how(d) : d)) }))
  const round = (v: number) => Math.round(v * 1000) / 1000
  const move = (id: string, du: number, dv: number) =>
    change(id, 'Move a device', (d) => ({ ...d, uMm: round(d.uMm + du), vMm: round(d.vMm + dv) }))
  const turn = (id: string) => change(id, 'Turn a device', (d) => ({ ...d, quarterTurns: (d.quarterTurns + 1) % 4 }))
  const { x: w, y: d, z: h } = view.plan.outer.max
  const margin = Math.max(w, d, h) * 0.07 + 8
  const room = 2 * margin
  const device = focus?.startsWith('device/') ? view.design.devices.find((d) => d.id === focus.slice(7)) : undefined
  return (
    <div className="grid gap-3 lg:h-full lg:grid-cols-[minmax(0,1fr)_23rem]">
      <div className="flex min-h-[26rem] min-w-0 flex-col border border-line bg-paper p-3">
        <div
          className="grid min-h-0 flex-1 gap-2 max-[700px]:!grid-cols-1 max-[700px]:!grid-rows-none"
          style={{
            gridTemplateColumns: `minmax(0,${w + room}fr) minmax(0,${d + room}fr)`,
            gridTemplateRows: `minmax(0,${d + room}fr) minmax(0,${h + room}fr)`,
          }}
        >
          <BoxView which="top" margin={margin} onMove={move} onTurn={turn} />
          <div className="overflow-auto text-[0.88rem] text-dim">
            <p className="mb-1">Drag a device, or choose it and use the arrow keys.</p>
            <p>Violet marks ports. A dashed red outline has a snag.</p>
            <BoxSize />
          </div>
          <BoxView which="front" margin={margin} onMove={move} onTurn={turn} />
          <BoxView which="side" margin={margin} onMove={move} onTurn={turn} />
        </div>
      </div>
      <div className="flex min-h-0 flex-col gap-3 lg:overflow-auto">
        <Pane title="Chains">
          <ChainEditor />
        </Pane>
        {device ? (
          <PlaceEditor key={device.id} device={device} onChange={(label, how) => change(device.id, label, how)} />
        ) : (
          <Trays />
        )}
      </div>
    </div>
  )
}

function BoxSize() {
  const { view, changes } = useProject()
  const { box } = view.design
  const set = (label: string, part: Partial<Schemas['PanelBox']>) =>
    void changes.edit(label, (d) => ({ ...d, box: { ...d.box, ...part } }))
  return (
    <div className="mt-3 grid grid-cols-2 gap-2 text-ink">
      <LengthField label="Width" value={box.widthMm} onCommit={(v) => v !== null && set('Width', { widthMm: v })} />
      <LengthField label="Depth" value={box.depthMm} onCommit={(v) => v !== null && set('Depth', { depthMm: v })} />
      <LengthField label="Height" value={box.heightMm} onCommit={(v) => v !== null && set('Height', { heightMm: v })} />
      <Field label="These are">
        <Select
          value={box.basis}
          onChange={(e) => {
            const basis = e.target.value as Schemas['SizeBasis']
            const { outer, inner } = view.plan
            const of = (k: 'x' | 'y' | 'z') =>
              Math.round((basis === 'outer' ? outer.max[k] - outer.min[k] : inner.max[k] - inner.min[k]) * 1e6) / 1e6
            set('Sizes meant', { basis, widthMm: of('x'), depthMm: of('y'), heightMm: of('z') })
          }}
        >
          <option value="outer">outside</option>
          <option value="inner">inside</option>
        </Select>
      </Field>
    </div>
  )
}

function PlaceEditor({
  device,
  onChange,
}: {
  device: Schemas['Device']
  onChange: (label: string, how: (d: Schemas['Device']) => Schemas['Device']) => void
}) {
  const { view, changes, setFocus } = useProject()
  const placed = view.plan.devices.find((d) => d.id === device.id)
  const ports = view.plan.ports.filter((p) => p.deviceId === device.id && p.state !== 'inside')
  return (
    <Pane
      title={device.name}
      actions={
        <Button look="quiet" onClick={() => setFocus(null)}>
          Done
        </Button>
      }
    >
      <div className="grid grid-cols-2 gap-2">
        <LengthField
          big
          label="u"
          value={device.uMm}
          onCommit={(v) => v !== null && onChange('Move a device', (d) => ({ ...d, uMm: v }))}
        />
        <LengthField
          big
          label="v"
          value={device.vMm}
          onCommit={(v) => v !== null && onChange('Move a device', (d) => ({ ...d, vMm: v }))}
        />
        <Field label="Carried by">
          <Select value={device.deckId} onChange={(e) => void changes.moveDevice(device.id, e.target.value)}>
            {decksOf(view.design).map((d) => (
              <option key={d.id} value={d.id}>
                {d.name}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Quarter turns">
          <Select
            value={device.quarterTurns}
            onChange={(e) => onChange('Turn a device', (d) => ({ ...d, quarterTurns: Number(e.target.value) }))}
          >
            {[0, 1, 2, 3].map((q) => (
              <option key={q}>{q}</option>
            ))}
          </Select>
        </Field>
      </div>
      <p className="mt-2 text-[0.85rem] text-dim">
        {device.deckId.startsWith('panel/') && device.deckId !== 'panel/bottom'
          ? 'Seen from outside, from the lower left corner of the box.'
          : 'Seen from above, from the front left corner.'}
        {placed?.mirrored && !placed.inPanel && ' The pattern is mirrored there: the device looks inwards.'}
      </p>
      {ports.length > 0 && (
        <ul className="mt-1 text-[0.88rem]">
          {ports.map((p) => (
            <li key={p.portId} className={p.state === 'outOfReach' || p.state === 'blocked' ? 'text-warn' : ''}>
              {p.name}: {p.verdict}
            </li>
          ))}
        </ul>
      )}
    </Pane>
  )
}

function Trays() {
  const { view, changes } = useProject()
  const catalog = useCatalog()
  const { trays } = view.design
  const set = (id: string, label: string, part: Partial<Schemas['Tray']>) =>
    void changes.edit(label, (d) => ({ ...d, trays: d.trays.map((t) => (t.id === id ? { ...t, ...part } : t)) }))
  const add = () =>
    void changes.edit('Add a tray', (d) => {
      let n = d.trays.length + 1
      while (d.trays.some((t) => t.id === `tray-${n}`) || d.devices.some((x) => x.id === `tray-${n}`)) n++
      return {
        ...d,
        trays: [
          ...d.trays,
          {
            id: `tray-${n}`,
            name: `Tray ${n}`,
            materialId: 'aluminium-5052',
            nominalMm: 2,
            measuredMm: null,
            undersideMm: 30,
            gapMm: 1,
            support: 'rails',
            railBarId: 'aluminium-6061-15x15',
          },
        ],
      }
    })
  return (
    <Pane title="Trays" actions={<Button onClick={add}>Add a tray</Button>}>
      {trays.length === 0 && <Empty>No tray. Hardware can also stand on the bottom or hang on any panel.</Empty>}
      {trays.map((t) => (
        <div key={t.id} className="mb-3 grid grid-cols-2 gap-2 border-b border-hair pb-3 last:mb-0 last:border-b-0 last:pb-0">
          <TextField label="Name" value={t.name} onCommit={(name) => set(t.id, 'Rename tray', { name })} />
          <LengthField
            label="Underside above the floor"
            value={t.undersideMm}
            onCommit={(v) => v !== null && set(t.id, 'Tray height', { undersideMm: v })}
          />
          <Field label="Material">
            <Select
              value={`${t.materialId}|${t.nominalMm}`}
              onChange={(e) => {
                const [materialId = '', nominal = ''] = e.target.value.split('|')
                set(t.id, 'Tray material', { materialId, nominalMm: Number(nominal), measuredMm: null })
              }}
            >
              {catalog.data && <StockOptions catalog={catalog.data} />}
            </Select>
          </Field>
          <LengthField
            label="Measured thickness"
            nullable
            placeholder="as sold"
            value={t.measuredMm}
            onCommit={(v) => set(t.id, 'Tray thickness', { measuredMm: v })}
          />
          <Field label="Carried by">
            <Select
              value={t.support === 'rails' ? (t.railBarId ?? '') : t.support}
              onChange={(e) => {
                const value = e.target.value
                set(
                  t.id,
                  'Tray support',
                  value === 'none' || value === 'posts' ? { support: value } : { support: 'rails', railBarId: value },
                )
              }}
            >
              <option value="none">nothing</option>
              <option value="posts">four posts</option>
              {catalog.data?.bars.map((b) => (
                <option key={b.id} value={b.id}>
                  rails, {catalog.data.materials.find((m) => m.id === b.materialId)?.name} {b.name}
                </option>
              ))}
            </Select>
          </Field>
          <LengthField
            label="Gap to the walls"
            value={t.gapMm}
            onCommit={(v) => v !== null && set(t.id, 'Tray gap', { gapMm: v })}
          />
          <div className="col-span-2 flex justify-end">
            <Button
              disabled={view.design.devices.some((d) => d.deckId === t.id)}
              title={view.design.devices.some((d) => d.deckId === t.id) ? 'Devices stand on it' : undefined}
              onClick={() => void changes.edit('Take out a tray', (d) => ({ ...d, trays: d.trays.filter((x) => x.id !== t.id) }))}
            >
              Take out
            </Button>
          </div>
        </div>
      ))}
    </Pane>
  )
}

/** Every sheet on sale once per material and thickness. */
export function StockOptions({ catalog }: { catalog: Schemas['CatalogView'] }) {
  const seen = new Map(catalog.sheets.map((s) => [`${s.materialId}|${s.nominalMm}`, s]))
  return (
    <>
      {[...seen.entries()].map(([key, s]) => (
        <option key={key} value={key}>
          {catalog.materials.find((m) => m.id === s.materialId)?.name} {s.nominalMm} mm
        </option>
      ))}
    </>
  )
}

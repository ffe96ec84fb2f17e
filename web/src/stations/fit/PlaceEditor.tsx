import type { Schemas } from '../../api/client'
import { Button, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'
import { countedFromFront, decksOf } from './decks'

const SEEN: Record<Schemas['TrayPlane'], string> = {
  level: 'Seen from above, from the front left corner.',
  facesFront: 'Seen from the front, from the lower left corner of the plate.',
  facesRight: 'Seen from the right, from the lower front corner of the plate.',
}

/** The chosen device: its deck, its place on it, the way it lies. */
export function PlaceEditor({
  device,
  onChange,
}: {
  device: Schemas['Device']
  onChange: (label: string, how: (d: Schemas['Device']) => Schemas['Device']) => void
}) {
  const { view, changes, setFocus } = useProject()
  const catalog = useCatalog()
  const placed = view.plan.devices.find((d) => d.id === device.id)
  const tray = view.design.trays.find((t) => t.id === device.deckId)
  const model = catalog.data?.hardware.find((m) => m.id === device.modelId)
  const drilled = (tray ?? view.design.box.panels.find((p) => 'panel/' + p.face === device.deckId))?.drilled.length ?? 0
  // a board on a wall is measured from its left edge as one stands before it
  const fromLeft = placed && countedFromFront(view.design, device.deckId) ? placed.body.min.x - view.plan.outer.min.x : null
  const u = fromLeft ?? device.uMm
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
          label={fromLeft === null ? 'u' : 'u from the left'}
          value={Math.round(u * 1e6) / 1e6}
          onCommit={(v) =>
            v !== null && onChange('Move a device', (d) => ({ ...d, uMm: fromLeft === null ? v : d.uMm - (v - fromLeft) }))
          }
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
      <div className="mt-2 grid gap-1">
        {tray && (
          <Tick
            label={`On the far face of ${tray.name}`}
            checked={device.farFace}
            onChange={(farFace) => onChange('Other face', (d) => ({ ...d, farFace }))}
          />
        )}
        {model?.mount === 'standoffs' && (
          <Tick
            label="Turned over, component side to the deck"
            checked={device.turnedOver}
            onChange={(turnedOver) => onChange('Turn over', (d) => ({ ...d, turnedOver, standoffMm: null }))}
          />
        )}
        {drilled > 0 && (
          <Tick
            label={`On the ${drilled} holes that are there`}
            checked={device.onDrilledHoles}
            onChange={(onDrilledHoles) => onChange('Holes that are there', (d) => ({ ...d, onDrilledHoles }))}
          />
        )}
        {device.adapter && (
          <Tick label="On an adapter plate" checked onChange={() => onChange('No adapter', (d) => ({ ...d, adapter: null }))} />
        )}
        {model && model.mount !== 'panelNut' && model.mount !== 'panelScrews' && (
          <StuckField device={device} model={model} onChange={onChange} />
        )}
        <Tick
          label="Stays here when a shell is searched"
          checked={device.locked}
          onChange={(locked) => onChange('Lock', (d) => ({ ...d, locked }))}
        />
      </div>
      <p className="mt-2 text-[0.85rem] text-dim">
        {tray
          ? SEEN[tray.plane]
          : device.deckId === 'panel/bottom'
            ? SEEN.level
            : fromLeft !== null
              ? 'Seen from the front, from the lower left corner of the board.'
              : 'Seen from outside, from the lower left corner of the box.'}
        {placed?.mirrored && !placed.inPanel && fromLeft === null && ' The pattern is mirrored there: the device looks inwards.'}
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

/** Held by strips instead of screws; how much they bear stands under “Fits and loads” of the shell. */
function StuckField({
  device,
  model,
  onChange,
}: {
  device: Schemas['Device']
  model: Schemas['HardwareModel']
  onChange: (label: string, change: (d: Schemas['Device']) => Schemas['Device']) => void
}) {
  const { stuck } = device
  const set = (next: Schemas['Device']['stuck']) => onChange('Stick it', (d) => ({ ...d, stuck: next }))
  return (
    <div className="grid grid-cols-3 items-end gap-2">
      <Field label="Held by">
        <Select
          value={stuck?.kind ?? ''}
          onChange={(e) => {
            const kind = e.target.value as Schemas['StickKind'] | ''
            set(
              kind === ''
                ? null
                : { kind, widthMm: stuck?.widthMm ?? 20, lengthMm: stuck?.lengthMm ?? Math.round(Math.min(model.widthMm, 60)) },
            )
          }}
        >
          <option value="">its screws</option>
          <option value="foamTape">foam tape</option>
          <option value="hookAndLoop">hook-and-loop</option>
        </Select>
      </Field>
      {stuck && (
        <>
          <LengthField label="Strip width" value={stuck.widthMm} onCommit={(v) => v !== null && set({ ...stuck, widthMm: v })} />
          <LengthField
            label="Strip length"
            value={stuck.lengthMm}
            onCommit={(v) => v !== null && set({ ...stuck, lengthMm: v })}
          />
        </>
      )}
    </div>
  )
}

import type { Schemas } from '../../api/client'
import { Button, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { useProject } from '../../project/context'
import { screwed, screwsOf } from '../../project/mounting'
import { useCatalog, useUsual } from '../../project/useProject'
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
            onChange={(turnedOver) => onChange('Turn over', (d) => ({ ...screwed(d, { standoffMm: null }), turnedOver }))}
          />
        )}
        {model && <HeldBy device={device} model={model} drilled={drilled} onChange={onChange} />}
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

const STRIPS: Record<Schemas['StickKind'], string> = { foamTape: 'foam tape', hookAndLoop: 'hook-and-loop' }

/** One choice; how much strips bear stands under “Fits and loads” of the shell. */
function HeldBy({
  device,
  model,
  drilled,
  onChange,
}: {
  device: Schemas['Device']
  model: Schemas['HardwareModel']
  drilled: number
  onChange: (label: string, change: (d: Schemas['Device']) => Schemas['Device']) => void
}) {
  const { mounting } = device
  const usual = useUsual()
  const strips = mounting.by === 'sticking' ? mounting : null
  const set = (next: Schemas['DeviceMounting']) => onChange('Hold it', (d) => ({ ...d, mounting: next }))
  const choose = (by: string) => {
    const screws = screwsOf(mounting)
    if (by === 'ownFixings' || by === 'deckHoles') set({ by, ...screws })
    else if (by === 'adapter') {
      if (usual) set({ by, plate: usual.plate, ...screws })
    } else {
      const { widthMm, lengthMm } = strips ?? { widthMm: 20, lengthMm: Math.round(Math.min(model.widthMm, 60)) }
      set({ by: 'sticking', kind: by as Schemas['StickKind'], widthMm, lengthMm })
    }
  }
  const inPanel = model.mount === 'panelNut' || model.mount === 'panelScrews'
  const onPlate = drilled > 1 && (model.mount === 'standoffs' || model.mount === 'tappedBody')
  const choices = [
    ['ownFixings', inPanel ? 'its own nut or screws' : 'its screws'],
    ...(drilled > 0 || mounting.by === 'deckHoles' ? [['deckHoles', `the ${drilled} holes that are there`]] : []),
    ...(onPlate || mounting.by === 'adapter' ? [['adapter', 'a plate between']] : []),
    ...(inPanel && !strips ? [] : Object.entries(STRIPS)),
  ]
  if (choices.length === 1) return null
  return (
    <div className="grid grid-cols-3 items-end gap-2">
      <Field label="Held by">
        <Select value={strips?.kind ?? mounting.by} onChange={(e) => choose(e.target.value)}>
          {choices.map(([by, name]) => (
            <option key={by} value={by}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
      {strips && (
        <>
          <LengthField
            label="Strip width"
            value={strips.widthMm}
            onCommit={(v) => v !== null && set({ ...strips, widthMm: v })}
          />
          <LengthField
            label="Strip length"
            value={strips.lengthMm}
            onCommit={(v) => v !== null && set({ ...strips, lengthMm: v })}
          />
        </>
      )}
    </div>
  )
}

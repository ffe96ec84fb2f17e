import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken, type Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField, TextField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { money } from '../../kit/units'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'
import { decksOf, isPanel } from '../fit/decks'
import { CheckListPane } from './CheckListPane'
import { CheckSheet } from './CheckSheet'
import { DeviceDrawing } from './DeviceDrawing'
import { Labels } from './Labels'
import { LibraryKeys } from './LibraryKeys'
import { MeasurePane } from './MeasurePane'
import { RemoveModel } from './RemoveModel'
import { ModelEditor } from './ModelEditor'
import { MOUNTS, symmetryWords } from './models'
import { screwed } from '../../project/mounting'
import { placeOfDevice } from '../../project/places'

type Model = Schemas['HardwareModel']

/** Picks devices from the catalog and lists those that are in. */
export function HardwareStation() {
  const { view, changes, setFocus } = useProject()
  const catalog = useCatalog()
  const [search, setSearch] = useState('')
  const [chosen, setChosen] = useState<string | null>(null)
  const [editing, setEditing] = useState<'new' | 'copy' | 'change' | null>(null)
  const [checking, setChecking] = useState(false)
  const [measuring, setMeasuring] = useState(false)
  const models = catalog.data?.hardware ?? []
  const words = search.toLowerCase().split(/\s+/).filter(Boolean)
  const found = models.filter((m) => words.every((w) => `${m.name} ${m.group} ${m.id}`.toLowerCase().includes(w)))
  const model = models.find((m) => m.id === chosen) ?? found[0]
  const add = (m: Model, deckId: string) => {
    void changes.addDevice(m.id, deckId).then((after) => {
      const added = after?.design.devices.at(-1)
      if (added) setFocus(placeOfDevice(added.id))
    })
  }
  return (
    <div className="grid gap-3 lg:h-full lg:grid-cols-[17rem_minmax(0,1fr)_22rem]">
      <Pane
        title="Catalog"
        actions={
          <input
            aria-label="Search the catalog"
            placeholder="search"
            className="min-h-8 w-36 rounded-sm border border-line bg-bench px-2"
            value={search}
            onChange={(e) => setSearch(e.target.value)}
          />
        }
      >
        <LibraryKeys />
        {catalog.isError && <p className="text-stop">The catalog could not be read.</p>}
        {[...new Set(found.map((m) => m.group))].map((group) => (
          <div key={group} className="mb-3">
            <p className="text-[0.82rem] text-dim">{group}</p>
            <ul>
              {found
                .filter((m) => m.group === group)
                .map((m) => (
                  <li key={m.id}>
                    <button
                      type="button"
                      aria-current={m.id === model?.id}
                      className={`w-full px-2 py-1 text-left ${m.id === model?.id ? 'bg-brass-soft' : 'hover:bg-violet-soft'}`}
                      onClick={() => {
                        setChosen(m.id)
                        setChecking(false)
                      }}
                    >
                      {m.name}
                    </button>
                  </li>
                ))}
            </ul>
          </div>
        ))}
        {found.length === 0 && catalog.data && <Empty>No model matches “{search}”.</Empty>}
      </Pane>
      {checking ? (
        <CheckListPane />
      ) : editing ? (
        <ModelEditor
          from={editing === 'new' ? null : (model ?? null)}
          version={(editing === 'change' && model && catalog.data?.own[model.id]) || 0}
          onDone={(id) => {
            setEditing(null)
            if (id) {
              setSearch('')
              setChosen(id)
            }
          }}
        />
      ) : model && measuring ? (
        <MeasurePane key={model.id} model={model} onOwn={setChosen} onDone={() => setMeasuring(false)} />
      ) : model ? (
        <ModelPane key={model.id} model={model} onAdd={add} onEdit={setEditing} onMeasure={() => setMeasuring(true)} />
      ) : (
        <Pane title="Model">
          <Empty>Choose a model on the left.</Empty>
        </Pane>
      )}
      <Pane
        title={`In this housing: ${view.design.devices.length}`}
        actions={
          <Button aria-pressed={checking} onClick={() => setChecking(!checking)}>
            {checking ? 'Models' : 'Check list'}
          </Button>
        }
      >
        {view.design.devices.length === 0 && (
          <Empty>
            Nothing yet. Pick a model, choose what carries it, and add it. Its place is found for you and can be changed at Fit.
          </Empty>
        )}
        <ul>
          {view.design.devices.map((d) => (
            <DeviceLine key={d.id} device={d} models={models} />
          ))}
        </ul>
      </Pane>
    </div>
  )
}

function ModelPane({
  model,
  onAdd,
  onEdit,
  onMeasure,
}: {
  model: Model
  onAdd: (model: Model, deckId: string) => void
  onEdit: (how: 'new' | 'copy' | 'change') => void
  onMeasure: () => void
}) {
  const { view } = useProject()
  const { length } = usePreferences()
  const version = useCatalog().data?.own[model.id]
  const panel = model.mount === 'panelNut' || model.mount === 'panelScrews'
  const named = decksOf(view.design)
  const offers = useQuery({
    queryKey: ['decks', view.id, view.revision, model.id],
    queryFn: async () =>
      taken(await api.GET('/api/projects/{id}/decks/{modelId}', { params: { path: { id: view.id, modelId: model.id } } })),
  })
  // what fits comes first; until the server has answered, the order of the design
  const decks = offers.data
    ? offers.data.flatMap((o) => named.filter((d) => d.id === o.deckId).map((d) => ({ ...d, free: o.free, reason: o.reason })))
    : named.map((d) => ({ ...d, free: true, reason: '' }))
  const [picked, setPicked] = useState<string | null>(null)
  const usual = panel ? 'panel/front' : (named.find((d) => !isPanel(d.id))?.id ?? 'panel/bottom')
  const fits = (id: string) => decks.some((d) => d.id === id && d.free)
  const deck = picked ?? (fits(usual) ? usual : (decks.find((d) => d.free)?.id ?? usual))
  return (
    <Pane
      title={model.name}
      actions={
        <>
          <Button onClick={onMeasure}>Measure</Button>
          {version !== undefined && <Button onClick={() => onEdit('change')}>Change</Button>}
          <Button onClick={() => onEdit('copy')}>Copy and change</Button>
          <Button onClick={() => onEdit('new')}>Own model</Button>
        </>
      }
    >
      <DeviceDrawing model={model} />
      <p className="my-2 text-center text-[1.35rem]">
        {length(model.widthMm)} × {length(model.depthMm)} × {length(model.heightMm)}
      </p>
      <div className="flex flex-wrap items-end gap-2 border-y border-hair py-3">
        <div className="min-w-40 flex-1">
          <Field label="Carried by">
            <Select value={deck} onChange={(e) => setPicked(e.target.value)}>
              {decks.map((d) => (
                <option key={d.id} value={d.id}>
                  {d.free ? d.name : `${d.name} (no place)`}
                </option>
              ))}
            </Select>
          </Field>
          {!fits(deck) && <p className="mt-1 text-[0.85rem] text-warn">{decks.find((d) => d.id === deck)?.reason}</p>}
        </div>
        <Button look="main" onClick={() => onAdd(model, deck)}>
          Add
        </Button>
      </div>
      <dl className="mt-3 grid grid-cols-[8rem_1fr] gap-x-3 gap-y-1 text-[0.92rem]">
        <dt className="text-dim">Held by</dt>
        <dd>
          {MOUNTS[model.mount]}
          {model.threadSize ? `, ${model.threadSize}` : ''}
          {model.depthMaxMm !== null ? `, at most ${length(model.depthMaxMm)} deep` : ''}
        </dd>
        {model.panelMaxMm !== null && (
          <>
            <dt className="text-dim">Clamps panels</dt>
            <dd>
              {length(model.panelMinMm ?? 0)} to {length(model.panelMaxMm)}
            </dd>
          </>
        )}
        {model.holes.length > 0 && (
          <>
            <dt className="text-dim">Pattern</dt>
            <dd className={model.symmetry.noTrap ? '' : 'text-warn'}>
              {model.holes.length} holes, {symmetryWords(model.symmetry)}
            </dd>
          </>
        )}
        <dt className="text-dim">Ports</dt>
        <dd>
          {model.ports.length === 0
            ? 'none'
            : model.ports.map((p) => `${p.name} (${p.exit}${p.needsOpening ? '' : ', inside'})`).join(', ')}
        </dd>
        {model.blocks.length > 0 && (
          <>
            <dt className="text-dim">Made of</dt>
            <dd>{model.blocks.map((b) => `${length(b.widthMm)} × ${length(b.depthMm)} × ${length(b.heightMm)}`).join('; ')}</dd>
          </>
        )}
        {model.keepOuts.length > 0 && (
          <>
            <dt className="text-dim">Stays free</dt>
            <dd>
              {model.keepOuts
                .map((k) => `${k.what} ${length(k.widthMm)} × ${length(k.depthMm)} × ${length(k.heightMm)}`)
                .join('; ')}
            </dd>
          </>
        )}
        {model.tails.length > 0 && (
          <>
            <dt className="text-dim">Cable tails</dt>
            <dd>{model.tails.map((t) => `${t.name} ${length(t.lengthMm)}, leaves ${t.exit}`).join('; ')}</dd>
          </>
        )}
        {model.air.length > 0 && (
          <>
            <dt className="text-dim">Air</dt>
            <dd>{model.air.map((a) => `${a.role} at its ${a.side}`).join(', ')}</dd>
          </>
        )}
        {model.needs.length > 0 && (
          <>
            <dt className="text-dim">Needs</dt>
            <dd>{model.needs.map((n) => n.replaceAll('-', ' ')).join(', ')}</dd>
          </>
        )}
        <dt className="text-dim">Mass, heat</dt>
        <dd>
          {model.massG} g, {model.heatW} W
        </dd>
        <dt className="text-dim">Price</dt>
        <dd>{money(model.priceCents)}</dd>
        <dt className="text-dim">Trust</dt>
        <dd>
          {model.confidence}. {model.source}
        </dd>
      </dl>
      <CheckSheet model={model} />
      {version !== undefined && <RemoveModel model={model} version={version} />}
    </Pane>
  )
}

function DeviceLine({ device, models }: { device: Schemas['Device']; models: Model[] }) {
  const { view, changes, focus, setFocus } = useProject()
  const place = placeOfDevice(device.id)
  const open = focus === place
  const model = models.find((m) => m.id === device.modelId)
  const setClosed = (portId: string, closed: boolean) =>
    set('Port', { closedPorts: closed ? [...device.closedPorts, portId] : device.closedPorts.filter((c) => c !== portId) })
  const cabled = (portId: string) =>
    view.design.links.some(
      (l) => (l.fromDeviceId === device.id && l.fromPortId === portId) || (l.toDeviceId === device.id && l.toPortId === portId),
    )
  const set = (label: string, part: Partial<Schemas['Device']>) =>
    void changes.edit(label, (d) => ({ ...d, devices: d.devices.map((x) => (x.id === device.id ? { ...x, ...part } : x)) }))
  return (
    <li className="border-b border-hair last:border-b-0">
      <button
        type="button"
        aria-expanded={open}
        className={`flex w-full items-baseline justify-between gap-2 px-1 py-2 text-left ${open ? 'bg-brass-soft' : 'hover:bg-violet-soft'}`}
        onClick={() => setFocus(open ? null : place)}
      >
        <span>{device.name}</span>
        <span className="text-[0.82rem] text-dim">{decksOf(view.design).find((d) => d.id === device.deckId)?.name}</span>
      </button>
      {open && (
        <div className="grid gap-2 px-1 pb-3">
          <TextField label="Name" value={device.name} onCommit={(name) => set('Rename device', { name })} />
          <Field label="Carried by">
            <Select value={device.deckId} onChange={(e) => void changes.moveDevice(device.id, e.target.value)}>
              {decksOf(view.design).map((d) => (
                <option key={d.id} value={d.id}>
                  {d.name}
                </option>
              ))}
            </Select>
          </Field>
          {model?.mount === 'standoffs' && device.mounting.by !== 'sticking' && (
            <LengthField
              label="Standoff"
              nullable
              placeholder="lowest that fits"
              value={device.mounting.standoffMm}
              onCommit={(v) => set('Standoff', screwed(device, { standoffMm: v }))}
            />
          )}
          {model && model.panelMaxMm !== null && (
            <LengthField
              label="Panel thinned from behind to"
              nullable
              placeholder="full thickness"
              value={device.rebateToMm}
              onCommit={(v) => set('Rebate', { rebateToMm: v })}
            />
          )}
          {view.plan.checkList.some((l) => l.deviceId === device.id && l.kind === 'label') && (
            <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-2">
              <TextField label="Label beside it" value={device.marking ?? ''} onCommit={(marking) => set('Label', { marking })} />
              <Button
                aria-pressed={device.marking === ''}
                onClick={() => set('Label', { marking: device.marking === '' ? null : '' })}
              >
                None
              </Button>
              <Labels />
            </div>
          )}
          {model?.provides.includes('airflow') && <GrilleEditor device={device} onSet={(g) => set('Grille', { grille: g })} />}
          {model?.ports
            .filter((p) => p.needsOpening)
            .map((p) => (
              <Tick
                key={p.id}
                label={`${p.name} reached from outside`}
                checked={!device.closedPorts.includes(p.id)}
                onChange={(open) => setClosed(p.id, !open)}
              />
            ))}
          {model?.ports
            .filter((p) => !p.needsOpening && !cabled(p.id))
            .map((p) => (
              <Tick
                key={p.id}
                label={`${p.name} stays unused`}
                checked={device.closedPorts.includes(p.id)}
                onChange={(closed) => setClosed(p.id, closed)}
              />
            ))}
          <div className="flex justify-end">
            <Button
              onClick={() => {
                setFocus(null)
                void changes.edit(`Take out ${device.name}`, (d) => ({
                  ...d,
                  devices: d.devices.filter((x) => x.id !== device.id),
                }))
              }}
            >
              Take out
            </Button>
          </div>
        </div>
      )}
    </li>
  )
}

function GrilleEditor({ device, onSet }: { device: Schemas['Device']; onSet: (grille: Schemas['Grille'] | null) => void }) {
  const grille = device.grille ?? { kind: 'closed' as const, holeDiaMm: 6, pitchMm: 7 }
  return (
    <div className="grid grid-cols-3 gap-2">
      <Field label="Air opening">
        <Select
          value={grille.kind}
          onChange={(e) => {
            const kind = e.target.value as Schemas['GrilleKind']
            onSet(
              kind === 'roundHoles'
                ? { kind, holeDiaMm: grille.holeDiaMm || 6, pitchMm: grille.pitchMm || 7 }
                : { ...grille, kind },
            )
          }}
        >
          <option value="closed">closed</option>
          <option value="open">open</option>
          <option value="roundHoles">round holes</option>
        </Select>
      </Field>
      {grille.kind === 'roundHoles' && (
        <>
          <LengthField label="Hole" value={grille.holeDiaMm} onCommit={(v) => onSet({ ...grille, holeDiaMm: v ?? 6 })} />
          <LengthField label="Pitch" value={grille.pitchMm} onCommit={(v) => onSet({ ...grille, pitchMm: v ?? 7 })} />
        </>
      )}
    </div>
  )
}

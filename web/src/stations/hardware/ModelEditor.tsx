import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Field, Pane, Select } from '../../kit/controls'
import { LengthField, NumberField, TextField } from '../../kit/fields'
import { useCatalog } from '../../project/useProject'
import { DeviceDrawing } from './DeviceDrawing'
import { EXITS, Named, Ports, Rows } from './ModelRows'
import { blankModel, copyOf, MOUNTS } from './models'
import { PatternImport } from './PatternImport'

type Model = Schemas['HardwareModel']

/** A block in the model's own frame. */
const SPAN: ['xMm' | 'yMm' | 'zMm' | 'widthMm' | 'depthMm' | 'heightMm', string][] = [
  ['xMm', 'x'],
  ['yMm', 'y'],
  ['zMm', 'z'],
  ['widthMm', 'wide'],
  ['depthMm', 'deep'],
  ['heightMm', 'high'],
]

/** Makes an own model, from nothing or from the one that is shown, or changes one of the shop's own. */
export function ModelEditor({
  from,
  version,
  onDone,
}: {
  from: Model | null
  /** Of the own model that is changed in place; 0 makes a new one. */
  version: number
  onDone: (id: string | null) => void
}) {
  const catalog = useCatalog()
  const cache = useQueryClient()
  const [model, setModel] = useState<Model>(() =>
    from ? (version > 0 ? from : copyOf(from, catalog.data?.hardware ?? [])) : blankModel(catalog.data?.hardware ?? []),
  )
  // the version that the editing began on, whatever another window does meanwhile
  const [base] = useState(version)
  const set = (part: Partial<Model>) => setModel((m) => ({ ...m, ...part }))
  const save = useMutation({
    mutationFn: async (kept: Schemas['ModelChange']) => taken(await api.POST('/api/catalog/models', { body: [kept] })),
    onSuccess: (view, kept) => {
      cache.setQueryData(['catalog'], view)
      void cache.invalidateQueries({ queryKey: ['project'] })
      onDone(kept.model.id)
    },
    // the newest version is asked for; what is being edited stays until it is decided
    onError: () => cache.invalidateQueries({ queryKey: ['catalog'] }),
  })
  const conflict = save.error instanceof RefusedError && save.error.problem.status === 409
  const panel = model.mount === 'panelNut' || model.mount === 'panelScrews'
  const sizes: [keyof Model & ('widthMm' | 'depthMm' | 'heightMm' | 'frontMm' | 'underMm' | 'boardMm'), string][] = [
    ['widthMm', 'Width'],
    ['depthMm', 'Depth'],
    ['heightMm', panel ? 'Behind the panel' : 'Height'],
    ['boardMm', 'Board or flange'],
    panel ? ['frontMm', 'Proud of the panel'] : ['underMm', 'Solder side'],
  ]
  return (
    <Pane
      title={version > 0 ? `Change ${from?.name}` : 'Own model'}
      actions={
        <>
          <Button onClick={() => onDone(null)}>Give up</Button>
          <Button look="main" disabled={save.isPending} onClick={() => save.mutate({ model, version: base })}>
            Keep
          </Button>
        </>
      }
    >
      {save.error && (
        <p role="alert" className="mb-2 text-stop">
          <b>Not kept.</b> {save.error instanceof RefusedError ? save.error.message : 'The server does not answer.'}
        </p>
      )}
      {conflict && (
        <div className="mb-2 flex flex-wrap gap-2">
          <Button onClick={() => save.mutate({ model: copyOf(model, catalog.data?.hardware ?? []), version: 0 })}>
            Keep mine as a model of its own
          </Button>
          <Button onClick={() => onDone(model.id)}>Show the newest</Button>
        </div>
      )}
      <DeviceDrawing model={model} />
      <div className="mt-2 grid grid-cols-2 gap-2">
        <TextField label="Name" value={model.name} onCommit={(name) => set({ name })} />
        {version === 0 && <TextField label="Short id" value={model.id} onCommit={(id) => set({ id })} />}
        <TextField label="Group" value={model.group} onCommit={(group) => set({ group })} />
        <Field label="Held by">
          <Select value={model.mount} onChange={(e) => set({ mount: e.target.value as Schemas['MountStyle'] })}>
            {Object.entries(MOUNTS).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </Field>
      </div>
      <div className="mt-2 grid grid-cols-3 gap-2">
        {sizes.map(([key, name]) => (
          <LengthField key={key} label={name} value={model[key]} onCommit={(v) => v !== null && set({ [key]: v })} />
        ))}
        <Field label="Screw">
          <Select value={model.threadSize ?? ''} onChange={(e) => set({ threadSize: e.target.value || null })}>
            <option value="">none</option>
            {catalog.data?.threads.map((t) => (
              <option key={t}>{t}</option>
            ))}
          </Select>
        </Field>
        <LengthField
          label="Deepest screw"
          nullable
          placeholder="free"
          value={model.depthMaxMm}
          onCommit={(v) => set({ depthMaxMm: v })}
        />
        {panel && (
          <LengthField
            label="Thickest panel"
            nullable
            placeholder="any"
            value={model.panelMaxMm}
            onCommit={(v) => set({ panelMaxMm: v })}
          />
        )}
        <NumberField
          label="Mass g"
          least={0}
          most={100_000}
          value={model.massG}
          onCommit={(v) => v !== null && set({ massG: v })}
        />
        <NumberField
          label="Heat W"
          least={0}
          most={10_000}
          value={model.heatW}
          onCommit={(v) => v !== null && set({ heatW: v })}
        />
        <NumberField
          label="Current A"
          least={0}
          most={200}
          value={model.currentA}
          onCommit={(v) => v !== null && set({ currentA: v })}
        />
        <NumberField
          label="Draws W"
          least={0}
          most={10_000}
          value={model.takes?.watts ?? 0}
          onCommit={(v) => v !== null && set({ takes: v > 0 ? { volts: model.takes?.volts ?? [5], watts: v } : null })}
        />
        {model.takes && (
          <NumberField
            label="at V"
            least={0.5}
            most={600}
            value={model.takes.volts[0] ?? 5}
            onCommit={(v) => v !== null && set({ takes: { volts: [v], watts: model.takes?.watts ?? 0 } })}
          />
        )}
      </div>
      <PatternImport
        onTake={(p) => set({ holes: p.holes, ...(p.fromOutline ? { widthMm: p.widthMm, depthMm: p.depthMm } : {}) })}
      />
      <Rows
        title="Holes"
        rows={model.holes}
        blank={{ xMm: 5, yMm: 5, diaMm: 3.2, thread: null }}
        fields={[
          ['xMm', 'x'],
          ['yMm', 'y'],
          ['diaMm', 'dia'],
        ]}
        pick={{
          key: 'thread',
          name: 'screw',
          none: `as the others, ${model.threadSize ?? 'none'}`,
          of: catalog.data?.threads ?? [],
        }}
        onChange={(holes) => set({ holes })}
      />
      <Rows
        title="Gives power"
        rows={model.gives}
        blank={{ volts: 5, watts: 10 }}
        fields={[
          ['volts', 'V'],
          ['watts', 'W'],
        ]}
        onChange={(gives) => set({ gives })}
      />
      {panel && (
        <Rows
          title="Cut-outs (no height = round)"
          rows={model.cutouts}
          blank={{ xMm: model.widthMm / 2, yMm: model.depthMm / 2, widthMm: 12, heightMm: null, cornerRadiusMm: 0 }}
          fields={[
            ['xMm', 'middle x'],
            ['yMm', 'middle y'],
            ['widthMm', 'width'],
            ['heightMm', 'height'],
          ]}
          onChange={(cutouts) => set({ cutouts })}
        />
      )}
      <Ports ports={model.ports} onChange={(ports) => set({ ports })} />
      <Rows
        title="Blocks of its body (none = all of its size)"
        rows={model.blocks}
        blank={{ xMm: 0, yMm: 0, zMm: 0, widthMm: model.widthMm, depthMm: model.depthMm, heightMm: model.heightMm }}
        fields={SPAN}
        onChange={(blocks) => set({ blocks })}
      />
      <Named
        title="Room that stays free"
        rows={model.keepOuts}
        blank={{ what: 'cable bend', xMm: -20, yMm: 0, zMm: 0, widthMm: 20, depthMm: model.depthMm, heightMm: model.heightMm }}
        name="what"
        fields={SPAN}
        onChange={(keepOuts) => set({ keepOuts })}
      />
      <Named
        title="Cable tails"
        rows={model.tails}
        blank={{ name: 'lead', xMm: 0, yMm: 0, zMm: 0, exit: 'left' as Schemas['Direction'], diaMm: 3, lengthMm: 200 }}
        name="name"
        exit
        fields={[
          ['xMm', 'x'],
          ['yMm', 'y'],
          ['zMm', 'z'],
          ['diaMm', 'dia'],
          ['lengthMm', 'long'],
        ]}
        onChange={(tails) => set({ tails })}
      />
      <section className="mt-4">
        <h3 className="mb-1 text-[0.95rem] font-semibold">Breathes</h3>
        <div className="grid grid-cols-3 gap-2">
          {EXITS.map((side) => (
            <Field key={side} label={side}>
              <Select
                value={model.air.find((a) => a.side === side)?.role ?? ''}
                onChange={(e) => {
                  const role = e.target.value as Schemas['AirRole'] | ''
                  const others = model.air.filter((a) => a.side !== side)
                  set({ air: role === '' ? others : [...others, { side, role, openAreaMm2: 0 }] })
                }}
              >
                <option value="">no</option>
                <option value="intake">takes in</option>
                <option value="exhaust">blows out</option>
                <option value="either">either</option>
              </Select>
            </Field>
          ))}
        </div>
      </section>
    </Pane>
  )
}

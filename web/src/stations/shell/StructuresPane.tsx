import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken } from '../../api/client'
import { Button, Empty, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField, NumberField } from '../../kit/fields'
import { useProject } from '../../project/context'
import { useCatalog } from '../../project/useProject'
import { FACE_NAMES } from '../fit/decks'
import { EDGES, type EdgeKey } from './edges'
import { LevelsPane } from './LevelsPane'
import { valueOf, withValue, type Ask, type Structure } from './systems'

export function useSystems() {
  return useQuery({ queryKey: ['systems'], queryFn: async () => taken(await api.GET('/api/systems')), staleTime: Infinity })
}

/** What is built besides panels and plates; each structure with the decisions of its system. */
export function StructuresPane() {
  const { view, changes } = useProject()
  const systems = useSystems()
  const [wanted, setWanted] = useState('railFrame')
  const add = useMutation({ mutationFn: () => changes.addStructure(wanted) })
  const { structures } = view.design
  const change = (id: string, label: string, how: (s: Structure) => Structure) =>
    void changes.edit(label, (d) => ({ ...d, structures: d.structures.map((s) => (s.id === id ? how(s) : s)) }))
  return (
    <>
      <Pane title={`Structures: ${structures.length}`}>
        <div className="flex items-end gap-2">
          <div className="min-w-0 flex-1">
            <Field label="Way to build">
              <Select value={wanted} onChange={(e) => setWanted(e.target.value)}>
                {systems.data?.map((s) => (
                  <option key={s.key} value={s.key}>
                    {s.name}
                  </option>
                ))}
              </Select>
            </Field>
          </div>
          <Button look="main" disabled={add.isPending} onClick={() => add.mutate()}>
            Add
          </Button>
        </div>
        <p className="mt-1 text-[0.88rem] text-dim">{systems.data?.find((s) => s.key === wanted)?.about}</p>
        {structures.length === 0 && <Empty>None: six panels and their joints. Add a structure to build another way.</Empty>}
      </Pane>
      {structures.map((s) => (
        <Pane
          key={s.id}
          title={systems.data?.find((x) => x.key === s.system)?.name ?? s.id}
          actions={
            <Button look="quiet" onClick={() => void changes.removeStructure(s.id)}>
              Take out
            </Button>
          }
        >
          <div className="grid grid-cols-2 gap-2">
            {(systems.data?.find((x) => x.key === s.system)?.asks ?? []).map((asked) => (
              <AskedField
                key={asked.key}
                asked={asked}
                structure={s}
                onChange={(value) => change(s.id, asked.label, (x) => withValue(x, asked.key, value))}
              />
            ))}
          </div>
          {s.system === 'bentWrap' && <p className="mt-2 text-[0.88rem]">Its corners are compared under “Corners”.</p>}
          {s.system === 'levelFrame' && <LevelsPane />}
        </Pane>
      ))}
    </>
  )
}

function AskedField({ asked, structure, onChange }: { asked: Ask; structure: Structure; onChange: (value: unknown) => void }) {
  const { view } = useProject()
  const catalog = useCatalog()
  const value = valueOf(structure, asked.key)
  if (value === undefined) return null
  switch (asked.kind) {
    case 'length':
      return (
        <LengthField
          label={asked.label}
          nullable={asked.empty !== null}
          placeholder={asked.empty ?? undefined}
          value={value as number | null}
          onCommit={(v) => (v !== null || asked.empty !== null) && onChange(v)}
        />
      )
    case 'number':
      return (
        <NumberField
          label={asked.label}
          least={asked.least ?? 0}
          most={asked.most ?? Number.MAX_SAFE_INTEGER}
          whole={asked.whole}
          value={value as number}
          onCommit={(v) => v !== null && onChange(v)}
        />
      )
    case 'flag':
      return (
        <div className="col-span-2">
          <Tick label={asked.label} checked={value as boolean} onChange={onChange} />
        </div>
      )
    case 'faces':
      return <ManyOf label={asked.label} all={Object.entries(FACE_NAMES)} value={value as string[]} onChange={onChange} />
    case 'edges':
      return (
        <ManyOf
          label={asked.label}
          all={EDGES.map((e) => [e.key, `${FACE_NAMES[e.faces[0]]}, ${FACE_NAMES[e.faces[1]].toLowerCase()}`])}
          value={value as EdgeKey[]}
          onChange={onChange}
        />
      )
    default: {
      const options: [string, string][] =
        asked.kind === 'choice'
          ? asked.words.map((w) => [w.key, w.text])
          : asked.kind === 'tray'
            ? view.design.trays.map((t) => [t.id, t.name])
            : asked.kind === 'bar'
              ? (catalog.data?.bars ?? []).map((b) => [
                  b.id,
                  `${catalog.data?.materials.find((m) => m.id === b.materialId)?.name ?? ''} ${b.name}`,
                ])
              : (catalog.data?.materials ?? []).map((m) => [m.id, m.name])
      return (
        <Field label={asked.label}>
          <Select value={String(value)} onChange={(e) => onChange(e.target.value)}>
            {options.map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </Field>
      )
    }
  }
}

/** Several of a list, in the order in which they are ticked. */
function ManyOf({
  label,
  all,
  value,
  onChange,
}: {
  label: string
  all: [string, string][]
  value: string[]
  onChange: (value: string[]) => void
}) {
  return (
    <fieldset className="col-span-2">
      <legend className="text-[0.82rem] text-dim">
        {label}: {value.length}
      </legend>
      <div className="grid grid-cols-2 gap-x-2">
        {all.map(([key, name]) => (
          <Tick
            key={key}
            label={value.length > 1 && value[0] === key && all.length === 6 ? `${name} (first)` : name}
            checked={value.includes(key)}
            onChange={(on) => onChange(on ? [...value, key] : value.filter((v) => v !== key))}
          />
        ))}
      </div>
    </fieldset>
  )
}

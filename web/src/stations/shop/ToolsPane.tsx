import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField, TextField } from '../../kit/fields'

type Tool = Schemas['Tool']
type Limit = 'lengthMm' | 'widthMm' | 'heightMm' | 'thicknessMm' | 'kerfMm' | 'toleranceMm'

const KINDS: Record<Schemas['ToolKind'], { name: string; limits: [Limit, string][]; metal: boolean }> = {
  saw: {
    name: 'saw',
    limits: [
      ['widthMm', 'Widest rip'],
      ['thicknessMm', 'Cut depth'],
      ['kerfMm', 'Kerf'],
    ],
    metal: true,
  },
  router: {
    name: 'router',
    limits: [
      ['lengthMm', 'Bed length'],
      ['widthMm', 'Bed width'],
      ['thicknessMm', 'Thickest'],
    ],
    metal: true,
  },
  laser: {
    name: 'laser',
    limits: [
      ['lengthMm', 'Bed length'],
      ['widthMm', 'Bed width'],
      ['thicknessMm', 'Thickest'],
      ['kerfMm', 'Kerf'],
    ],
    metal: false,
  },
  brake: {
    name: 'brake',
    limits: [
      ['lengthMm', 'Bend length'],
      ['thicknessMm', 'Thickest'],
    ],
    metal: false,
  },
  printer: {
    name: 'printer',
    limits: [
      ['lengthMm', 'Bed length'],
      ['widthMm', 'Bed width'],
      ['heightMm', 'Build height'],
      ['toleranceMm', 'Tolerance'],
    ],
    metal: false,
  },
}

/** Machines with their limits, drills and taps. What is left empty is not judged by. */
export function ToolsPane({
  tools,
  threads,
  onChange,
}: {
  tools: Schemas['ToolSet']
  threads: string[]
  onChange: (tools: Schemas['ToolSet']) => void
}) {
  const [error, setError] = useState<string | null>(null)
  const add = (kind: Schemas['ToolKind']) => {
    const n = Math.max(0, ...tools.machines.map((o) => Number(o.id.replace(/\D/g, '')) || 0)) + 1
    onChange({
      ...tools,
      machines: [
        ...tools.machines,
        {
          id: `tool-${n}`,
          kind,
          name: KINDS[kind].name,
          lengthMm: null,
          widthMm: null,
          heightMm: null,
          thicknessMm: null,
          kerfMm: null,
          toleranceMm: null,
          metal: false,
        },
      ],
    })
  }
  const missing = threads.filter((t) => !tools.taps.includes(t))
  return (
    <Pane
      title="Tools on hand"
      actions={
        <Select
          aria-label="Add a machine"
          value=""
          onChange={(e) => e.target.value && add(e.target.value as Schemas['ToolKind'])}
        >
          <option value="">add a machine</option>
          {Object.entries(KINDS).map(([key, k]) => (
            <option key={key} value={key}>
              {k.name}
            </option>
          ))}
        </Select>
      }
    >
      {tools.machines.length === 0 && (
        <Empty>No machine stated: plans are not held to any. State yours, and what they cannot make becomes a snag.</Empty>
      )}
      {tools.machines.map((tool) => {
        const set = (part: Partial<Tool>) =>
          onChange({ ...tools, machines: tools.machines.map((t) => (t.id === tool.id ? { ...t, ...part } : t)) })
        const kind = KINDS[tool.kind]
        return (
          <div key={tool.id} className="mb-3 grid grid-cols-3 items-end gap-2 border-b border-hair pb-3 sm:grid-cols-4">
            <TextField label={kind.name} value={tool.name} onCommit={(name) => set({ name })} />
            {kind.limits.map(([key, name]) => (
              <LengthField
                key={key}
                label={name}
                nullable
                placeholder="any"
                value={tool[key]}
                onCommit={(v) => set({ [key]: v })}
              />
            ))}
            {kind.metal && <Tick label="cuts metal" checked={tool.metal} onChange={(metal) => set({ metal })} />}
            <Button
              className="justify-self-start"
              aria-label={`Take out ${tool.name}`}
              onClick={() => onChange({ ...tools, machines: tools.machines.filter((t) => t.id !== tool.id) })}
            >
              ×
            </Button>
          </div>
        )
      })}
      <TextField
        label="Drills, mm, with commas; empty = not judged"
        value={tools.drillsMm.join(', ')}
        onCommit={(text) => {
          const read = text.split(/[,;\s]+/).filter(Boolean)
          const bad = read.find((r) => !(Number(r) >= 0.2 && Number(r) <= 100))
          if (bad !== undefined) return setError(`Drill is "${bad}": it must be a number from 0.2 to 100 mm.`)
          setError(null)
          onChange({ ...tools, drillsMm: read.map(Number) })
        }}
      />
      {error && (
        <p role="alert" className="text-[0.85rem] text-stop">
          {error}
        </p>
      )}
      <div className="mt-2">
        <Field label="Taps; none = not judged">
          <Select value="" onChange={(e) => e.target.value && onChange({ ...tools, taps: [...tools.taps, e.target.value] })}>
            <option value="">add a tap</option>
            {missing.map((t) => (
              <option key={t}>{t}</option>
            ))}
          </Select>
        </Field>
        <div className="mt-1 flex flex-wrap gap-1">
          {tools.taps.map((t) => (
            <Button
              key={t}
              aria-label={`Take out tap ${t}`}
              onClick={() => onChange({ ...tools, taps: tools.taps.filter((x) => x !== t) })}
            >
              {t} ×
            </Button>
          ))}
        </div>
      </div>
    </Pane>
  )
}

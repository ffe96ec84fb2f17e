import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Field, Select, Tick } from '../../kit/controls'
import { LengthField, TextField } from '../../kit/fields'

/** The sides of a model that something leaves or breathes by. */
export const EXITS: Schemas['Direction'][] = ['left', 'right', 'front', 'back', 'up', 'down']

function Group({ title, count, onAdd, children }: { title: string; count: number; onAdd: () => void; children: ReactNode }) {
  return (
    <section className="mt-4">
      <header className="mb-1 flex items-center justify-between">
        <h3 className="text-[0.95rem] font-semibold">
          {title}: {count}
        </h3>
        <Button onClick={onAdd}>Add</Button>
      </header>
      {children}
    </section>
  )
}

function TakeOut({ what, onTake }: { what: string; onTake: () => void }) {
  return (
    <Button aria-label={`Take out ${what}`} onClick={onTake}>
      ×
    </Button>
  )
}

/** Rows of lengths. */
export function Rows<T extends Record<string, number | string | null>>({
  title,
  rows,
  blank,
  fields,
  pick,
  onChange,
}: {
  title: string
  rows: T[]
  blank: T
  /** Lengths of a row. */
  fields: [keyof T & string, string][]
  /** A choice of a row, after its lengths. */
  pick?: { key: keyof T & string; name: string; none: string; of: string[] }
  onChange: (rows: T[]) => void
}) {
  const change = (i: number, part: Partial<T>) => onChange(rows.map((r, n) => (n === i ? { ...r, ...part } : r)))
  return (
    <Group title={title} count={rows.length} onAdd={() => onChange([...rows, blank])}>
      {rows.map((row, i) => (
        <div
          key={i}
          className="mb-1 grid items-end gap-2"
          style={{ gridTemplateColumns: `1.5rem repeat(${fields.length + (pick ? 1 : 0)}, minmax(0,1fr)) auto` }}
        >
          <span className="pb-2 text-right text-dim">{i + 1}</span>
          {fields.map(([key, name]) => (
            <LengthField
              key={key}
              label={name}
              nullable={blank[key] === null}
              value={(row[key] as number | null) ?? null}
              onCommit={(v) => change(i, { [key]: v } as Partial<T>)}
            />
          ))}
          {pick && (
            <Field label={pick.name}>
              <Select
                value={(row[pick.key] as string | null) ?? ''}
                onChange={(e) => change(i, { [pick.key]: e.target.value || null } as Partial<T>)}
              >
                <option value="">{pick.none}</option>
                {pick.of.map((o) => (
                  <option key={o}>{o}</option>
                ))}
              </Select>
            </Field>
          )}
          <TakeOut what={`${title.toLowerCase()} ${i + 1}`} onTake={() => onChange(rows.filter((_, n) => n !== i))} />
        </div>
      ))}
    </Group>
  )
}

/** Rows with a name in front of their lengths, and where asked for the side that they leave by. */
export function Named<T extends object>({
  title,
  rows,
  blank,
  name,
  fields,
  exit = false,
  onChange,
}: {
  title: string
  rows: T[]
  blank: T
  name: keyof T & string
  fields: [keyof T & string, string][]
  exit?: boolean
  onChange: (rows: T[]) => void
}) {
  return (
    <Group title={title} count={rows.length} onAdd={() => onChange([...rows, blank])}>
      {rows.map((row, i) => {
        const set = (part: object) => onChange(rows.map((r, n) => (n === i ? { ...r, ...part } : r)))
        return (
          <div key={i} className="mb-2 grid grid-cols-4 items-end gap-2 border-t border-hair pt-1">
            <TextField label="Name" value={String(row[name])} onCommit={(v) => set({ [name]: v })} />
            {exit && (
              <Field label="Leaves to the">
                <Select value={String(row['exit' as keyof T])} onChange={(e) => set({ exit: e.target.value })}>
                  {EXITS.map((x) => (
                    <option key={x}>{x}</option>
                  ))}
                </Select>
              </Field>
            )}
            {fields.map(([key, label]) => (
              <LengthField key={key} label={label} value={row[key] as number} onCommit={(v) => v !== null && set({ [key]: v })} />
            ))}
            <TakeOut what={`${title.toLowerCase()} ${i + 1}`} onTake={() => onChange(rows.filter((_, n) => n !== i))} />
          </div>
        )
      })}
    </Group>
  )
}

/** Sockets and plugs of a model. */
export function Ports({ ports, onChange }: { ports: Schemas['Port'][]; onChange: (ports: Schemas['Port'][]) => void }) {
  const add = () => {
    let n = ports.length + 1
    while (ports.some((p) => p.id === `port-${n}`)) n++
    onChange([
      ...ports,
      {
        id: `port-${n}`,
        name: `port ${n}`,
        kind: 'data',
        xMm: 0,
        yMm: 10,
        zMm: 5,
        exit: 'left',
        widthMm: 12,
        heightMm: 8,
        plugWidthMm: 16,
        plugHeightMm: 12,
        reachMm: 2,
        needsOpening: true,
        round: false,
      },
    ])
  }
  return (
    <Group title="Ports" count={ports.length} onAdd={add}>
      {ports.map((port, i) => {
        const set = (part: Partial<Schemas['Port']>) => onChange(ports.map((p, n) => (n === i ? { ...p, ...part } : p)))
        return (
          <div key={port.id} className="mb-2 grid grid-cols-4 items-end gap-2 border-t border-hair pt-1">
            <TextField label="Name" value={port.name} onCommit={(name) => set({ name })} />
            <Field label="Leaves to the">
              <Select value={port.exit} onChange={(e) => set({ exit: e.target.value as Schemas['Direction'] })}>
                {EXITS.map((x) => (
                  <option key={x}>{x}</option>
                ))}
              </Select>
            </Field>
            <LengthField label="x" value={port.xMm} onCommit={(v) => v !== null && set({ xMm: v })} />
            <LengthField label="y" value={port.yMm} onCommit={(v) => v !== null && set({ yMm: v })} />
            <LengthField label="z" value={port.zMm} onCommit={(v) => v !== null && set({ zMm: v })} />
            <LengthField
              label="Wide"
              value={port.widthMm}
              onCommit={(v) => v !== null && set({ widthMm: v, plugWidthMm: v + 4 })}
            />
            <LengthField
              label="High"
              value={port.heightMm}
              onCommit={(v) => v !== null && set({ heightMm: v, plugHeightMm: v + 4 })}
            />
            <TakeOut what={port.name} onTake={() => onChange(ports.filter((_, n) => n !== i))} />
            <div className="col-span-4">
              <Tick label="Reached from outside" checked={port.needsOpening} onChange={(needsOpening) => set({ needsOpening })} />
            </div>
          </div>
        )
      })}
    </Group>
  )
}

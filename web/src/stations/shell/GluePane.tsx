import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField, NumberField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'

/** What is glued in which go, in what time, with which clamps, and whether it stands square. */
export function GluePane() {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const glues = useQuery({ queryKey: ['glues'], queryFn: async () => taken(await api.GET('/api/glues')), staleTime: Infinity })
  const { glue } = view.plan
  const { glueUp } = view.design
  const set = (label: string, part: Partial<Schemas['GlueUp']>) =>
    void changes.edit(label, (d) => ({ ...d, glueUp: { ...d.glueUp, ...part } }))
  if (glue.stages.length === 0) return <Empty>Nothing of wood is glued in this design.</Empty>
  return (
    <div className="flex flex-col gap-3">
      <Pane title="Glue-up">
        <div className="grid grid-cols-2 items-end gap-3 lg:grid-cols-4">
          <Field label="Glue">
            <Select value={glueUp.glue} onChange={(e) => set('Glue', { glue: e.target.value })}>
              {glues.data?.map((g) => (
                <option key={g.name} value={g.name}>
                  {g.name}
                </option>
              ))}
            </Select>
          </Field>
          <NumberField
            label="Goes"
            whole
            least={1}
            most={20}
            value={glueUp.stages}
            onCommit={(v) => v !== null && set('Goes', { stages: v })}
          />
          <LengthField
            label="Caul under the pads"
            value={glueUp.caulMm}
            onCommit={(v) => v !== null && set('Caul', { caulMm: v })}
          />
          <p className="text-[0.92rem]">
            Workable <b className="text-[1.15rem]">{glue.workingMin.toFixed(1)} min</b> at {glue.roomC} °C, under clamps{' '}
            {glue.clampMin.toFixed(0)} min, full strength after {glue.fullStrengthH} h
            {glue.glueMl !== null && `; about ${Math.ceil(glue.glueMl)} ml`}.
          </p>
        </div>
        <p className="mt-2 text-[0.85rem] text-dim">
          Gloves and air: read the glue’s sheet. Dry fit with all clamps set before the first bottle is opened.
        </p>
      </Pane>
      {glue.stages.map((s) => {
        const late = s.minutes > glue.workingMin
        return (
          <Pane
            key={s.number}
            title={`Go ${s.number} of ${glue.stages.length}`}
            actions={
              <span className={late ? 'text-warn' : 'text-good'}>
                <b className="text-[1.2rem]">{s.minutes.toFixed(1)} min</b> {late ? '▲ longer than the glue allows' : '✓ in time'}
              </span>
            }
          >
            <p>
              Set in this order: <b>{s.pieces.join(', ')}</b>.
            </p>
            <p className="text-[0.92rem]">
              {s.joints} glue lines, {length(s.lineMm, 0)} in all.
            </p>
            {s.clamps.length > 0 && (
              <ul className="mt-1 text-[0.95rem]">
                {s.clamps.map((c) => (
                  <li key={c.across}>
                    <b>{c.count} clamps</b> across {c.across}, opening {length(c.opensMm, 0)}{' '}
                    <span className="text-dim">({c.what})</span>
                  </li>
                ))}
              </ul>
            )}
          </Pane>
        )
      })}
      {glue.squares.map((s) => (
        <SquarePane key={s.name} frame={s} />
      ))}
    </div>
  )
}

/** Two diagonals typed in, and what they say. */
function SquarePane({ frame }: { frame: Schemas['SquareCheck'] }) {
  const { view } = useProject()
  const { length } = usePreferences()
  const [first, setFirst] = useState<number | null>(null)
  const [second, setSecond] = useState<number | null>(null)
  const read = useMutation({
    mutationFn: async (body: { frame: string; firstMm: number; secondMm: number }) =>
      taken(await api.POST('/api/projects/{id}/square', { params: { path: { id: view.id } }, body })),
  })
  const ask = (a: number | null, b: number | null) => {
    setFirst(a)
    setSecond(b)
    if (a !== null && b !== null) read.mutate({ frame: frame.name, firstMm: a, secondMm: b })
  }
  return (
    <Pane title={`Square, ${frame.name}, after go ${frame.stage}`}>
      <div className="grid grid-cols-2 items-end gap-3 lg:grid-cols-[10rem_10rem_minmax(0,1fr)]">
        <LengthField big nullable label="Lower left to upper right" value={first} onCommit={(v) => ask(v, second)} />
        <LengthField big nullable label="Lower right to upper left" value={second} onCommit={(v) => ask(first, v)} />
        <p className="text-[0.92rem]">
          Inside {length(frame.widthMm, 1)} × {length(frame.heightMm, 1)}: each diagonal is{' '}
          <b className="text-[1.15rem]">{length(frame.diagonalMm, 1)}</b>, and the two may differ by {length(frame.allowMm, 2)}.
        </p>
      </div>
      {read.data && (
        <p role="status" className={`mt-2 text-[1.05rem] ${read.data.square ? 'text-good' : 'text-warn'}`}>
          {read.data.square ? '✓ ' : '▲ '}
          {read.data.say}
        </p>
      )}
      {read.error instanceof RefusedError && (
        <p role="alert" className="mt-2 text-stop">
          {read.error.message}
        </p>
      )}
    </Pane>
  )
}

import { useMutation, useQuery } from '@tanstack/react-query'
import { use, useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { figuresOf, touchedBy } from '../../frame/effects'
import { Button, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField, NumberField, TextField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { ProjectContext, type OpenProject } from '../../project/context'
import { digits, readList, readPoints } from './keys'
import { SumSketch, type Values } from './SumSketch'
import type { Sum } from './SumsStation'

type Input = Schemas['CalculatorInputLine']
type Figure = Schemas['FigureLine']

/** One sum: what goes in, what comes out, a sketch with the numbers, formula and source; with a project open its numbers too. */
export function SumSheet({ sum }: { sum: Sum }) {
  const [inputs, setInputs] = useState<Values>(sum.start)
  const open = use(ProjectContext)
  const result = useQuery({
    queryKey: ['sum', sum.name, inputs],
    queryFn: async () =>
      taken(await api.POST('/api/calc/{name}', { params: { path: { name: sum.name } }, body: inputs as never })) as Values,
    placeholderData: (before) => before,
    retry: false,
  })
  const figures = useQuery({
    queryKey: ['figures', open?.view.id, open?.view.revision],
    enabled: open !== null,
    queryFn: async () => taken(await api.GET('/api/projects/{id}/figures', { params: { path: { id: open?.view.id ?? '' } } })),
    placeholderData: (before) => before,
  })
  const refused = result.error instanceof RefusedError ? result.error : null
  const outputs = refused ? {} : (result.data ?? {})
  const set = (key: string, value: unknown) => setInputs((now) => ({ ...now, [key]: value }))
  return (
    <div className="flex flex-col gap-3">
      <Pane
        title={sum.title}
        actions={
          <Button look="quiet" onClick={() => setInputs(sum.start)}>
            Example again
          </Button>
        }
      >
        <div className="grid gap-4 md:grid-cols-[minmax(0,15rem)_minmax(0,1fr)]">
          <div className="flex flex-col gap-2" role="group" aria-label="What goes in">
            {sum.inputs.map((input) => (
              <SumInput
                key={input.key.key}
                input={input}
                value={inputs[input.key.key]}
                figures={figures.data ?? []}
                onChange={(v) => set(input.key.key, v)}
              />
            ))}
          </div>
          <div className="min-w-0">
            <SumSketch sum={sum} inputs={inputs} onType={set} />
            {refused ? (
              <p role="alert" className="mt-2 border border-stop px-3 py-2">
                {refused.message}
              </p>
            ) : (
              <table className="mt-2 w-full" aria-label="Results">
                <tbody>
                  {sum.outputs.map((key) => (
                    <Result key={key.key} name={key} value={outputs[key.key]} open={open} figures={figures.data ?? []} />
                  ))}
                </tbody>
              </table>
            )}
          </div>
        </div>
      </Pane>
      <Pane title="Where it comes from">
        <p className="font-mono text-[0.86rem] break-words">{sum.formula}</p>
        <p className="mt-1 text-[0.92rem]">{sum.source}</p>
        <h3 className="mt-2 text-[0.88rem] font-semibold">Good for</h3>
        <ul className="columns-1 text-[0.86rem] text-dim lg:columns-2">
          {sum.inputs.map((i) => (
            <li key={i.key.key}>
              {i.key.name}: {i.expected}
              {i.key.sign && ` (${i.key.sign})`}
            </li>
          ))}
        </ul>
      </Pane>
    </div>
  )
}

/** One input by its kind, with the numbers of the project that have its unit. */
function SumInput({
  input,
  value,
  figures,
  onChange,
}: {
  input: Input
  value: unknown
  figures: Figure[]
  onChange: (value: unknown) => void
}) {
  const { name, unit, sign } = input.key
  const label = sign && unit !== 'mm' ? `${name}, ${sign}` : name
  switch (input.kind) {
    case 'choice':
      return (
        <Field label={name}>
          <Select value={String(value)} onChange={(e) => onChange(e.target.value)}>
            {input.words.map((w) => (
              <option key={w} value={w}>
                {w.replaceAll('_', ' ')}
              </option>
            ))}
          </Select>
        </Field>
      )
    case 'flag':
      return <Tick label={name} checked={value === true} onChange={onChange} />
    case 'list':
    case 'points':
      return <ListField label={label} input={input} value={value} onChange={onChange} />
    default:
      return (
        <div className="grid grid-cols-[minmax(0,1fr)_auto] items-end gap-1">
          {unit === 'mm' ? (
            <LengthField
              label={name}
              nullable={input.orNull}
              value={value as number | null}
              onCommit={(v) => (v !== null || input.orNull) && onChange(v)}
            />
          ) : (
            <NumberField
              label={label}
              least={input.least ?? -1e9}
              most={input.most ?? 1e9}
              whole={input.whole}
              nullable={input.orNull}
              value={value as number | null}
              onCommit={(v) => (v !== null || input.orNull) && onChange(v)}
            />
          )}
          <FromProject name={name} figures={figures.filter((f) => f.unit === unit)} onTake={onChange} />
        </div>
      )
  }
}

function ListField({
  label,
  input,
  value,
  onChange,
}: {
  label: string
  input: Input
  value: unknown
  onChange: (value: unknown) => void
}) {
  const [error, setError] = useState<string | null>(null)
  const text = (value as (number | number[])[])
    .map((v) => (Array.isArray(v) ? v.join(' ') : String(v)))
    .join(input.kind === 'points' ? '; ' : ' ')
  return (
    <div>
      <TextField
        label={label}
        value={text}
        onCommit={(typed) => {
          const read = input.kind === 'points' ? readPoints(typed) : readList(typed)
          setError(read ? null : `${label} is "${typed}": it must be ${input.expected}.`)
          if (read) onChange(read)
        }}
      />
      {error && (
        <p role="alert" className="mt-0.5 text-[0.8rem] text-stop">
          {error}
        </p>
      )}
    </div>
  )
}

/** Numbers of the open project in groups; nothing without a project or without a number of that unit. */
function FromProject({ name, figures, onTake }: { name: string; figures: Figure[]; onTake: (value: number) => void }) {
  if (figures.length === 0) return null
  return (
    <Select
      className="max-w-20 text-[0.85rem]"
      aria-label={`Take ${name} from the project`}
      value=""
      onChange={(e) => {
        const figure = figures.find((f) => f.id === e.target.value)
        if (figure) onTake(Number(figure.value.toFixed(6)))
      }}
    >
      <option value="">take</option>
      <Grouped figures={figures} />
    </Select>
  )
}

function Grouped({ figures }: { figures: Figure[] }) {
  return [...new Set(figures.map((f) => f.group))].map((group) => (
    <optgroup key={group} label={group}>
      {figures
        .filter((f) => f.group === group)
        .map((f) => (
          <option key={f.id} value={f.id}>
            {f.name}: {digits(f.value)}
          </option>
        ))}
    </optgroup>
  ))
}

/** One result, the largest thing on the sheet, and where in the project it could go. */
function Result({
  name,
  value,
  open,
  figures,
}: {
  name: Schemas['SumKey']
  value: unknown
  open: OpenProject | null
  figures: Figure[]
}) {
  const { length } = usePreferences()
  const { name: word, unit, sign } = name
  const [target, setTarget] = useState<Figure | null>(null)
  const places = figures.filter((f) => f.settable && f.unit === unit)
  const text =
    typeof value === 'number'
      ? unit === 'mm'
        ? length(value, 3)
        : digits(value)
      : typeof value === 'boolean'
        ? value
          ? 'yes'
          : 'no'
        : Array.isArray(value)
          ? value
              .map((v: unknown) => (Array.isArray(v) ? `(${v.map((x) => digits(Number(x))).join(', ')})` : digits(Number(v))))
              .join(', ')
          : value === null
            ? 'none'
            : value === undefined
              ? ''
              : String(value as string)
  return (
    <>
      <tr className="border-t border-hair align-baseline">
        <th scope="row" className="py-1 pr-3 text-left font-normal">
          {word}
        </th>
        <td className="py-1 text-right text-[1.5rem] leading-tight font-semibold text-brass">
          <output>{text}</output>
        </td>
        <td className="w-14 py-1 pl-2 text-dim">{sign}</td>
        <td className="w-28 py-1 text-right">
          {open && typeof value === 'number' && places.length > 0 && (
            <Select
              className="max-w-28 text-[0.85rem]"
              aria-label={`Send ${word} to the project`}
              value=""
              onChange={(e) => setTarget(places.find((f) => f.id === e.target.value) ?? null)}
            >
              <option value="">send to</option>
              <Grouped figures={places} />
            </Select>
          )}
        </td>
      </tr>
      {open && target && typeof value === 'number' && (
        <tr>
          <td colSpan={4}>
            <Send open={open} target={target} value={value} onDone={() => setTarget(null)} />
          </td>
        </tr>
      )}
    </>
  )
}

/** What the number would do in its place, before it goes there. */
function Send({ open, target, value, onDone }: { open: OpenProject; target: Figure; value: number; onDone: () => void }) {
  const { length } = usePreferences()
  const body = { expectedRevision: open.view.revision, id: target.id, value: Number(value.toFixed(4)) }
  const preview = useQuery({
    queryKey: ['figure-preview', open.view.id, body],
    queryFn: async () =>
      taken(await api.POST('/api/projects/{id}/figures/preview', { params: { path: { id: open.view.id } }, body })),
    retry: false,
  })
  const put = useMutation({ mutationFn: () => open.changes.putFigure(target.id, body.value), onSuccess: onDone })
  const show = (v: number) => (target.unit === 'mm' ? length(v, 2) : `${digits(v)} ${target.unit}`)
  return (
    <div
      role="group"
      aria-label={`Send to ${target.name}`}
      className="mb-2 border border-brass bg-brass-soft px-3 py-2 text-[0.92rem]"
    >
      <b>{target.name}</b>: {show(target.value)} becomes {show(body.value)}.{' '}
      {preview.error instanceof RefusedError && <span className="text-stop">{preview.error.message}</span>}
      {preview.data && (
        <>
          {figuresOf(preview.data).join(', ') || 'No figure moves'}; {touchedBy(preview.data).length} parts touched.
          {preview.data.findingsGained.map((f) => (
            <span key={f.id} className="block text-warn">
              brings: {f.text}
            </span>
          ))}
        </>
      )}
      <span className="mt-1 flex gap-2">
        <Button look="main" disabled={!preview.data || put.isPending} onClick={() => put.mutate()}>
          Put it there
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </span>
    </div>
  )
}

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useEffectEvent, useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Pane } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { mm } from '../../kit/units'
import { useProject } from '../../project/context'
import { Table } from '../../kit/table'

type Row = Schemas['DimensionRecord']

/** Caliper readings of one model, dimension by dimension; the mean without an outlier can be accepted into the model. */
export function MeasurePane({
  model,
  onOwn,
  onDone,
}: {
  model: Schemas['HardwareModel']
  /** A model that came with the application stays as it is: the measures went into one of the shop's own, which is measured on. */
  onOwn: (id: string) => void
  onDone: () => void
}) {
  const cache = useQueryClient()
  const { view, changes } = useProject()
  const key = ['readings', model.id]
  const path = { path: { id: model.id } }
  const [at, setAt] = useState('width')
  const caliper = useQuery({ queryKey: ['caliper'], queryFn: async () => taken(await api.GET('/api/caliper')) })
  const rows = useQuery({
    queryKey: key,
    queryFn: async () => taken(await api.GET('/api/catalog/models/{id}/readings', { params: path })),
  })
  const add = useMutation({
    scope: { id: `readings-${model.id}` },
    mutationFn: async (reading: Schemas['NewReading']) =>
      taken(await api.POST('/api/catalog/models/{id}/readings', { params: path, body: reading })),
    onSuccess: (now) => cache.setQueryData(key, now),
  })
  const drop = useMutation({
    mutationFn: async (reading: Schemas['DroppedReading']) =>
      taken(await api.POST('/api/catalog/models/{id}/readings/drop', { params: path, body: reading })),
    onSuccess: (now) => cache.setQueryData(key, now),
  })
  const accept = useMutation({
    mutationFn: async (dimension: string) =>
      taken(await api.POST('/api/catalog/models/{id}/readings/accept', { params: path, body: { key: dimension } })),
    onSuccess: async (measured) => {
      await Promise.all([
        cache.invalidateQueries({ queryKey: ['catalog'] }),
        cache.invalidateQueries({ queryKey: key }),
        cache.invalidateQueries({ queryKey: ['project'] }),
      ])
      if (measured.id === model.id) return
      // the piece in hand is the one in this housing
      if (view.design.devices.some((d) => d.modelId === model.id))
        await changes.edit(`Use ${measured.name}`, (d) => ({
          ...d,
          devices: d.devices.map((x) => (x.modelId === model.id ? { ...x, modelId: measured.id } : x)),
        }))
      onOwn(measured.id)
    },
  })
  const press = useMutation({
    mutationFn: async () => taken(await api.POST('/api/caliper/press', { body: { modelId: model.id, key: at } })),
  })
  // A reading pressed before the line stands would go nowhere.
  const [listening, setListening] = useState(false)
  const receive = useEffectEvent((reading: Schemas['CaliperReading']) =>
    add.mutate({ key: at, valueMm: reading.valueMm, source: reading.source }),
  )
  useEffect(() => {
    if (typeof EventSource === 'undefined') return
    const stream = new EventSource('/api/caliper/stream')
    stream.addEventListener('listening', () => setListening(true))
    stream.addEventListener('error', () => setListening(false))
    stream.addEventListener('reading', (e) => receive(JSON.parse((e as MessageEvent<string>).data) as Schemas['CaliperReading']))
    return () => stream.close()
  }, [])
  const row = rows.data?.find((r) => r.key === at)
  const error = add.error ?? drop.error ?? accept.error ?? press.error
  return (
    <Pane title={`Measure: ${model.name}`} actions={<Button onClick={onDone}>Done</Button>}>
      <div className="mb-3 border border-brass bg-brass-soft px-3 py-2">
        <p className="text-[0.9rem]">
          {caliper.data ? (
            <>
              <b>{caliper.data.name}</b>
              {caliper.data.simulated && ': not a real instrument. It stands in for one and scatters like one.'}
            </>
          ) : (
            'No caliper is plugged in.'
          )}
        </p>
        {row && (
          <div className="mt-1 flex flex-wrap items-end gap-3">
            <p className="min-w-40">
              <span className="block text-[0.85rem] text-dim">{row.name}</span>
              <span className="text-[1.9rem] leading-tight">
                {row.readings.at(-1) ? mm(row.readings.at(-1)?.valueMm ?? 0, 2) : '–'}
              </span>
            </p>
            {caliper.data?.simulated && (
              <Button look="main" disabled={press.isPending || !listening} onClick={() => press.mutate()}>
                Press its button
              </Button>
            )}
            <div className="w-32">
              <LengthField
                label="Typed reading"
                nullable
                value={null}
                onCommit={(v) => v !== null && add.mutate({ key: at, valueMm: v, source: 'typed' })}
              />
            </div>
          </div>
        )}
      </div>
      {error && (
        <p role="alert" className="mb-2 text-stop">
          {error instanceof RefusedError ? error.message : 'The server does not answer.'}
        </p>
      )}
      <Table
        label={`Dimensions of ${model.name}`}
        rows={rows.data ?? NONE}
        rowId={(r) => r.key}
        hot={at}
        below={(r) =>
          r.key === at && r.readings.length > 0 && <Readings row={r} onDrop={(index) => drop.mutate({ key: r.key, index })} />
        }
        columns={[
          {
            head: 'dimension',
            value: (r) => r.name,
            cell: (r) => (
              <button
                type="button"
                aria-pressed={r.key === at}
                className="min-h-8 w-full px-1 text-left hover:underline"
                onClick={() => setAt(r.key)}
              >
                {r.name}
              </button>
            ),
          },
          { head: 'nominal', value: (r) => r.nominalMm, mm: 2 },
          { head: 'readings', value: (r) => r.readings.length, figure: true },
          { head: 'mean', value: (r) => r.acceptMm, mm: 3 },
          { head: 'range', value: (r) => r.rangeMm, mm: 2 },
          {
            head: 'differs',
            value: (r) => r.differenceMm,
            mm: 3,
            className: (r) => (r.differenceMm !== null && Math.abs(r.differenceMm) >= 0.1 ? 'text-warn' : ''),
            cell: (r, shown) => (r.differenceMm !== null && r.differenceMm > 0 ? '+' : '') + shown,
          },
          {
            head: '',
            cell: (r) =>
              r.acceptMm !== null && (
                <Button aria-label={`Accept ${r.name}`} onClick={() => accept.mutate(r.key)}>
                  Accept
                </Button>
              ),
          },
        ]}
      />
    </Pane>
  )
}

const NONE: Row[] = []

/** Readings one by one: pressed, one goes. */
function Readings({ row, onDrop }: { row: Row; onDrop: (index: number) => void }) {
  return (
    <>
      <ul className="flex flex-wrap gap-1">
        {row.readings.map((r, i) => (
          <li key={i}>
            <Button
              className={i === row.outlierIndex ? 'text-stop line-through' : ''}
              title={`${r.source}; press to take it out`}
              aria-label={`Take out reading ${mm(r.valueMm, 2)}${i === row.outlierIndex ? ', an outlier' : ''}`}
              onClick={() => onDrop(i)}
            >
              {mm(r.valueMm, 2)}
            </Button>
          </li>
        ))}
      </ul>
      {row.outlierIndex !== null && (
        <p className="text-[0.85rem] text-stop">
          Reading {row.outlierIndex + 1} stands apart by the Dixon test (90 %) and is left out of the mean.
        </p>
      )}
    </>
  )
}

import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Pane } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { figuresOf } from '../../frame/effects'
import { useProject } from '../../project/context'
import { Table } from '../../kit/table'

/** The same inside in cardboard: what to cut, and what measuring it taught. */
export function MockUpPane() {
  const { view, changes } = useProject()
  const [card, setCard] = useState(3)
  const [tab, setTab] = useState(20)
  const [readings, setReadings] = useState<Record<string, number | null>>({})
  const mockUp = useQuery({
    queryKey: ['mock-up', view.id, view.revision, card, tab],
    queryFn: async () =>
      taken(
        await api.GET('/api/projects/{id}/mock-up', { params: { path: { id: view.id }, query: { cardMm: card, tabMm: tab } } }),
      ),
    placeholderData: (before) => before,
  })
  const lines = mockUp.data?.lines ?? []
  const given = lines.flatMap((l) => {
    const measuredMm = readings[l.key]
    return typeof measuredMm === 'number' && Math.abs(measuredMm - l.planMm) > 1e-6 ? [{ key: l.key, measuredMm }] : []
  })
  const preview = useMutation({
    mutationFn: async () =>
      taken(
        await api.POST('/api/projects/{id}/mock-up/preview', {
          params: { path: { id: view.id } },
          body: { expectedRevision: view.revision, readings: given },
        }),
      ),
  })
  const effect: Schemas['Consequences'] | undefined = preview.data
  return (
    <div className="grid min-h-0 flex-1 gap-3 lg:grid-cols-2">
      <Pane
        title="Cardboard to cut"
        actions={
          <a
            className="inline-flex min-h-9 items-center border border-line px-3 hover:border-violet"
            href={`/api/projects/${view.id}/mock-up.pdf?cardMm=${card}&tabMm=${tab}`}
          >
            True-scale sheets, PDF
          </a>
        }
      >
        <div className="mb-2 grid grid-cols-2 gap-2">
          <LengthField label="Card" value={card} onCommit={(v) => v !== null && setCard(v)} />
          <LengthField label="Tab" value={tab} onCommit={(v) => v !== null && setTab(v)} />
        </div>
        {mockUp.error && (
          <p role="alert" className="text-stop">
            {mockUp.error instanceof RefusedError ? mockUp.error.message : 'The server does not answer.'}
          </p>
        )}
        <Table
          label="Pieces of the mock-up"
          rows={mockUp.data?.pieces ?? []}
          rowId={(p) => p.id}
          columns={[
            { head: 'piece', value: (p) => p.name },
            { head: 'length', value: (p) => p.lengthMm, mm: true },
            { head: 'width', value: (p) => p.widthMm, mm: true },
            { head: 'folds', value: (p) => p.folds, figure: true },
          ]}
        />
        <p className="mt-2 text-dim">{mockUp.data && `${(mockUp.data.cardDm2 / 100).toFixed(2)} m² of card.`}</p>
      </Pane>
      <Pane
        title="Measured on the mock-up"
        actions={
          <>
            <Button disabled={given.length === 0} onClick={() => preview.mutate()}>
              What it would change
            </Button>
            <Button
              look="main"
              disabled={given.length === 0}
              onClick={() =>
                void changes.takeMockUp(given).then(() => {
                  setReadings({})
                  preview.reset()
                })
              }
            >
              Take over {given.length}
            </Button>
          </>
        }
      >
        {preview.error && (
          <p role="alert" className="mb-2 text-stop">
            {preview.error instanceof RefusedError ? preview.error.message : 'The server does not answer.'}
          </p>
        )}
        {effect && (
          <p role="status" className="mb-2 border border-brass px-2 py-1">
            {figuresOf(effect).join(', ') || 'No figure moves.'}
            {effect.findingsGained.map((f) => (
              <span key={f.id} className="block text-warn">
                brings: {f.text}
              </span>
            ))}
            {effect.findingsLost.map((f) => (
              <span key={f.id} className="block text-good">
                mends: {f.text}
              </span>
            ))}
          </p>
        )}
        <Table
          label="The mock-up against the plan"
          rows={lines}
          rowId={(l) => l.key}
          columns={[
            { head: 'what', value: (l) => l.name },
            { head: 'plan', value: (l) => l.planMm, mm: true },
            {
              head: 'measured',
              value: (l) => readings[l.key] ?? null,
              mm: true,
              className: 'w-24',
              cell: (l) => (
                <LengthField
                  hideLabel
                  label={`Measured: ${l.name}`}
                  nullable
                  value={readings[l.key] ?? null}
                  onCommit={(v) => setReadings({ ...readings, [l.key]: v })}
                />
              ),
            },
          ]}
        />
      </Pane>
    </div>
  )
}

import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Pane } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { figuresOf } from '../../frame/effects'
import { useProject } from '../../project/context'

/** The same inside in cardboard: what to cut, and what measuring it taught. */
export function MockUpPane() {
  const { view, changes } = useProject()
  const { length } = usePreferences()
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
        <table className="w-full">
          <thead>
            <tr>
              <th>piece</th>
              <th className="pr-3 text-right">length</th>
              <th className="pr-3 text-right">width</th>
              <th className="text-right">folds</th>
            </tr>
          </thead>
          <tbody>
            {mockUp.data?.pieces.map((p) => (
              <tr key={p.id} className="border-t border-hair">
                <td className="py-0.5 pr-2">{p.name}</td>
                <td className="py-0.5 pr-3 text-right">{length(p.lengthMm)}</td>
                <td className="py-0.5 pr-3 text-right">{length(p.widthMm)}</td>
                <td className="py-0.5 text-right">{p.folds}</td>
              </tr>
            ))}
          </tbody>
        </table>
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
        <table className="w-full">
          <thead>
            <tr>
              <th>what</th>
              <th className="text-right">plan</th>
              <th className="text-right">measured</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((l) => (
              <tr key={l.key} className="border-t border-hair">
                <td className="py-0.5 pr-2">{l.name}</td>
                <td className="py-0.5 pr-2 text-right whitespace-nowrap">{length(l.planMm)}</td>
                <td className="w-24 py-0.5">
                  <LengthField
                    hideLabel
                    label={`Measured: ${l.name}`}
                    nullable
                    value={readings[l.key] ?? null}
                    onCommit={(v) => setReadings({ ...readings, [l.key]: v })}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Pane>
    </div>
  )
}

import { useQuery } from '@tanstack/react-query'
import { api, taken } from '../api/client'
import { Button } from '../kit/controls'
import { useProject } from '../project/context'
import { figuresOf, touchedBy } from './effects'

/** While one asks "what if": what is different from where it began, to be kept or dropped as a whole. */
export function WhatIfBar({ since, onEnd }: { since: number; onEnd: () => void }) {
  const { view, changes } = useProject()
  const effect = useQuery({
    queryKey: ['since', view.id, since, view.revision],
    queryFn: async () =>
      taken(await api.GET('/api/projects/{id}/since/{revision}', { params: { path: { id: view.id, revision: since } } })),
  })
  const touched = effect.data ? touchedBy(effect.data) : []
  const figures = effect.data ? figuresOf(effect.data) : []
  return (
    <section aria-label="What if" className="mb-3 border border-brass bg-brass-soft px-3 py-2">
      <div className="flex flex-wrap items-center gap-3">
        <p className="min-w-0 flex-1">
          <b>What if</b>, since revision {since}:{' '}
          {view.revision === since || (touched.length === 0 && figures.length === 0)
            ? 'nothing has changed yet. Change anything; then keep it or drop it.'
            : `${figures.join(', ')}${figures.length > 0 && touched.length > 0 ? '; ' : ''}${touched.length > 0 ? `${touched.length} parts touched` : ''}.`}
        </p>
        <Button look="main" onClick={onEnd}>
          Keep
        </Button>
        <Button
          disabled={changes.busy}
          onClick={() => {
            if (view.revision !== since) void changes.goTo(view.revision, since)
            onEnd()
          }}
        >
          Drop
        </Button>
      </div>
      {effect.data && (
        <ul className="text-[0.88rem]">
          {effect.data.findingsLost.map((f) => (
            <li key={f.id} className="text-good">
              ✓ mended: {f.text}
            </li>
          ))}
          {effect.data.findingsGained.map((f) => (
            <li key={f.id} className={f.severity === 'stop' ? 'text-stop' : f.severity === 'warn' ? 'text-warn' : ''}>
              {f.severity === 'stop' ? '■' : f.severity === 'warn' ? '▲' : '·'} new: {f.text}
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, taken, type Schemas } from '../api/client'
import { Button, Empty } from '../kit/controls'
import { useProject } from '../project/context'
import { figuresOf, touchedBy } from './effects'
import { homeOf, STATIONS } from './stations'

const marks = { stop: '■', warn: '▲', note: '·' } as const
const colours = { stop: 'text-stop', warn: 'text-warn', note: 'text-dim' } as const

/** Snags from the right: what, where, why, and remedies that show their effect before they are taken. */
export function SnagDrawer({ onClose }: { onClose: () => void }) {
  const { view } = useProject()
  const { findings } = view.plan
  return (
    <aside
      aria-label="Snags"
      className="fixed top-0 right-0 bottom-0 z-30 flex w-[min(27rem,94vw)] flex-col border-l border-line bg-paper"
    >
      <header className="flex items-center justify-between border-b border-line px-4 py-2">
        <h2>Snags</h2>
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </header>
      <ol className="flex-1 overflow-auto">
        {findings.length === 0 && (
          <li className="px-4">
            <Empty>Nothing stands in the way.</Empty>
          </li>
        )}
        {findings.map((f) => (
          <Snag key={f.id} finding={f} />
        ))}
      </ol>
    </aside>
  )
}

function Snag({ finding }: { finding: Schemas['Finding'] }) {
  const { view, setFocus } = useProject()
  const station = STATIONS.find((s) => s.key === homeOf(finding.code))
  return (
    <li className="border-b border-hair px-4 py-3" onMouseEnter={() => setFocus(finding.places[0] ?? null)}>
      <p className="flex gap-2">
        <span className={`${colours[finding.severity]} font-semibold`} title={finding.severity}>
          {marks[finding.severity]}
        </span>
        <span>
          {finding.text}{' '}
          {station && (
            <Link
              className="text-[0.85rem] whitespace-nowrap text-violet underline"
              to={`/project/${view.id}/${station.key}`}
              onClick={() => setFocus(finding.places[0] ?? null)}
            >
              to {station.name}
            </Link>
          )}
        </span>
      </p>
      {finding.remedies.map((r) => (
        <RemedyLine key={r.id} finding={finding} remedy={r} />
      ))}
    </li>
  )
}

function RemedyLine({ finding, remedy }: { finding: Schemas['Finding']; remedy: Schemas['Remedy'] }) {
  const { view, changes } = useProject()
  const [open, setOpen] = useState(false)
  const preview = useQuery({
    queryKey: ['remedy', view.id, view.revision, finding.id, remedy.id],
    enabled: open,
    queryFn: async () =>
      taken(
        await api.POST('/api/projects/{id}/remedies/preview', {
          params: { path: { id: view.id } },
          body: { expectedRevision: view.revision, findingId: finding.id, remedyId: remedy.id },
        }),
      ),
  })
  return (
    <div className="mt-2 ml-5 border-l-2 border-violet pl-2">
      <button type="button" className="text-left text-violet underline" aria-expanded={open} onClick={() => setOpen(!open)}>
        {remedy.title}
      </button>
      {open && preview.isPending && <p className="text-dim">Trying it out.</p>}
      {open && preview.isError && <p className="text-stop">It could not be tried: the project has moved on.</p>}
      {open &&
        preview.data &&
        (preview.data.possible && preview.data.consequences ? (
          <>
            <Effect effect={preview.data.consequences} />
            <Button
              look="main"
              className="mt-1"
              disabled={changes.busy}
              onClick={() => void changes.applyRemedy(finding.id, remedy.id)}
            >
              Do it
            </Button>
          </>
        ) : (
          <p className="text-dim">There is no free place or stock for it here.</p>
        ))}
    </div>
  )
}

function Effect({ effect }: { effect: Schemas['Consequences'] }) {
  const figures = figuresOf(effect)
  const touched = touchedBy(effect)
  return (
    <ul className="text-[0.88rem]">
      <li>{touched.length === 0 ? 'No part changes' : `Touches ${touched.length}: ${touched.join(', ')}`}</li>
      {figures.length > 0 && <li>{figures.join('; ')}</li>}
      {effect.findingsLost.map((f) => (
        <li key={f.id} className="text-good">
          ✓ mends: {f.text}
        </li>
      ))}
      {effect.findingsGained.map((f) => (
        <li key={f.id} className={colours[f.severity]}>
          {marks[f.severity]} brings: {f.text}
        </li>
      ))}
    </ul>
  )
}

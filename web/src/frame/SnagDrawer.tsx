import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { api, taken, type Schemas } from '../api/client'
import { Button, Empty } from '../kit/controls'
import { useProject } from '../project/context'
import { figuresOf, touchedBy } from './effects'
import { STATIONS } from './stations'

const marks = { stop: '■', warn: '▲', note: '·' } as const
const colours = { stop: 'text-stop', warn: 'text-warn', note: 'text-dim' } as const

/** What would mend these is tried as soon as they are shown; for the others when asked. */
const ASKED_AT_ONCE = 5

/** Snags from the right: what, where, why, and remedies that were tried, with their effect, before they are taken. */
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
        {findings.map((f, i) => (
          <Snag key={f.id} finding={f} ask={i < ASKED_AT_ONCE && f.severity !== 'note'} />
        ))}
      </ol>
    </aside>
  )
}

function Snag({ finding, ask }: { finding: Schemas['Finding']; ask: boolean }) {
  const { view, setFocus } = useProject()
  const station = STATIONS.find((s) => s.key === finding.station)
  return (
    <li className="border-b border-hair px-4 py-3" onMouseEnter={() => setFocus(finding.places[0] ?? null)}>
      <p className="flex gap-2">
        <span className={`${colours[finding.severity]} font-semibold`} title={finding.severity}>
          {marks[finding.severity]}
        </span>
        <span title={finding.about ?? undefined}>
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
      <Remedies finding={finding} ask={ask} />
    </li>
  )
}

function Remedies({ finding, ask }: { finding: Schemas['Finding']; ask: boolean }) {
  const { view } = useProject()
  const [asked, setAsked] = useState(ask)
  const offers = useQuery({
    queryKey: ['remedies', view.id, view.revision, finding.id],
    enabled: asked,
    queryFn: async () =>
      taken(
        await api.POST('/api/projects/{id}/remedies', {
          params: { path: { id: view.id } },
          body: { expectedRevision: view.revision, findingId: finding.id },
        }),
      ),
  })
  if (!asked) {
    return (
      <button type="button" className="mt-1 ml-5 text-[0.85rem] text-violet underline" onClick={() => setAsked(true)}>
        What would mend it?
      </button>
    )
  }

  return (
    <div className="mt-2 ml-5">
      {offers.isPending && <p className="text-dim">Trying what would mend it.</p>}
      {offers.isError && <p className="text-stop">It could not be tried: the project has moved on.</p>}
      {offers.data?.length === 0 && (
        <p className="text-dim">
          {finding.severity === 'note'
            ? 'Nothing has to be done about it.'
            : 'No single change mends it without a new stop: change it by hand.'}
        </p>
      )}
      {offers.data?.map((o) => (
        <RemedyLine key={o.id} finding={finding} offer={o} />
      ))}
    </div>
  )
}

function RemedyLine({ finding, offer }: { finding: Schemas['Finding']; offer: Schemas['RemedyOffer'] }) {
  const { changes } = useProject()
  const [open, setOpen] = useState(false)
  return (
    <div className="mt-2 border-l-2 border-violet pl-2">
      <button type="button" className="text-left text-violet underline" aria-expanded={open} onClick={() => setOpen(!open)}>
        {offer.title}
      </button>
      {offer.consequences.workLost.length > 0 && (
        <p className="text-[0.85rem] text-warn">▲ spoils what is made: {offer.consequences.workLost.join(', ')}</p>
      )}
      {open && (
        <>
          <Effect effect={offer.consequences} />
          <Button
            look="main"
            className="mt-1"
            disabled={changes.busy}
            onClick={() => void changes.applyRemedy(finding.id, offer.id)}
          >
            Do it
          </Button>
        </>
      )}
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

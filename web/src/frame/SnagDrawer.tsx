import { useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { Link } from 'react-router'
import { api, taken, type Schemas } from '../api/client'
import { Button, Drawer, Empty } from '../kit/controls'
import { useProject } from '../project/context'
import { figuresOf, namesOf, touchedBy } from './effects'
import { STATIONS } from './stations'

const marks = { stop: '■', warn: '▲', note: '·' } as const
const colours = { stop: 'text-stop', warn: 'text-warn', note: 'text-dim' } as const

/** What would mend these is tried as soon as they are shown; for the others when asked. */
const ASKED_AT_ONCE = 5

/** Of one kind, before the rest is asked for. */
const SHOWN = 3

/** Snags from the right: what, where, why, and remedies that were tried, with their effect, before they are taken. */
export function SnagDrawer({ onClose }: { onClose: () => void }) {
  const { view } = useProject()
  const { findings } = view.plan
  return (
    <Drawer title="Snags" onClose={onClose}>
      {findings.length === 0 && (
        <div className="px-4">
          <Empty>Nothing stands in the way.</Empty>
        </div>
      )}
      {findings.filter((f) => f.severity === 'stop').length > 1 && (
        <div className="border-b border-line px-4 py-3">
          <MendAll code={null}>What would mend all stops?</MendAll>
        </div>
      )}
      {kindsOf(findings).map(({ first, all, at }) => (
        <Kind
          key={`${first.severity} ${first.code}`}
          first={first}
          all={all}
          ask={at < ASKED_AT_ONCE && first.severity !== 'note'}
        />
      ))}
    </Drawer>
  )
}

type Finding = Schemas['Finding']

/** Snags of one kind together, in the order in which they are best mended. */
export function kindsOf(findings: Finding[]): { first: Finding; all: Finding[]; at: number }[] {
  const kinds = new Map<string, { first: Finding; all: Finding[]; at: number }>()
  for (const [at, f] of findings.entries()) {
    const key = `${f.severity} ${f.code}`
    const kind = kinds.get(key)
    if (kind) kind.all.push(f)
    else kinds.set(key, { first: f, all: [f], at })
  }
  return [...kinds.values()]
}

/** A kind of snag: what it is in general where there are several, then each of them. */
function Kind({ first, all, ask }: { first: Finding; all: Finding[]; ask: boolean }) {
  const [open, setOpen] = useState(false)
  const shown = open ? all : all.slice(0, SHOWN)
  return (
    <section className="border-b border-line" aria-label={first.about ?? first.code}>
      {all.length > 1 && (
        <header className="bg-ground px-4 py-2">
          <h3>
            <span className={colours[first.severity]}>{marks[first.severity]}</span> {all.length} times: {first.about}
          </h3>
          {first.severity !== 'note' && <MendAll code={first.code}>What would mend them together?</MendAll>}
        </header>
      )}
      <ol>
        {shown.map((f) => (
          <Snag key={f.id} finding={f} ask={ask && all.length === 1} />
        ))}
      </ol>
      {shown.length < all.length && (
        <Button look="quiet" className="w-full text-violet" onClick={() => setOpen(true)}>
          {all.length - shown.length} more
        </Button>
      )}
    </section>
  )
}

/** Remedies for several snags, tried one after the other and shown before they are taken. */
function MendAll({ code, children }: { code: string | null; children: ReactNode }) {
  const { view, changes } = useProject()
  const [asked, setAsked] = useState<number | null>(null)
  const now = asked === view.revision
  const offer = useQuery({
    queryKey: ['remedies', view.id, view.revision, 'kind', code],
    enabled: now,
    queryFn: async ({ signal }) =>
      taken(
        await api.POST('/api/projects/{id}/remedies/kind', {
          params: { path: { id: view.id } },
          body: { expectedRevision: view.revision, code },
          signal,
        }),
      ),
  })
  if (!now) {
    return (
      <button type="button" className="text-[0.88rem] text-violet underline" onClick={() => setAsked(view.revision)}>
        {children}
      </button>
    )
  }
  if (offer.isPending) return <p className="text-dim">Trying one remedy after the other.</p>
  if (offer.isError) return <p className="text-stop">It could not be tried: the project has moved on.</p>
  const { steps, consequences } = offer.data
  if (steps.length === 0) return <p className="text-dim">No remedy mends one of them: change it by hand.</p>
  return (
    <div className="mt-1">
      <ol className="list-decimal pl-5">
        {[...new Set(steps.map((s) => s.remedy))].map((remedy) => {
          const times = steps.filter((s) => s.remedy === remedy).length
          return <li key={remedy}>{times > 1 ? `${times} × ${remedy}` : remedy}</li>
        })}
      </ol>
      {consequences.workLost.length > 0 && (
        <p className="text-[0.85rem] text-warn">▲ spoils what is made: {consequences.workLost.join(', ')}</p>
      )}
      <Effect effect={consequences} />
      <Button look="main" className="mt-1" disabled={changes.busy} onClick={() => void changes.mendAll(code)}>
        Do all of it
      </Button>
    </div>
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
      <li>{touched.length === 0 ? 'No part changes' : `Touches ${touched.length}: ${namesOf(effect, touched)}`}</li>
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

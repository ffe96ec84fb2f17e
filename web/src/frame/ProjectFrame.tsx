import { lazy, Suspense, useEffect, useMemo, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { useQuery } from '@tanstack/react-query'
import { api, RefusedError, taken } from '../api/client'
import { Button, Empty } from '../kit/controls'
import { usePreferences } from '../kit/preferences'
import { ProjectContext, useProject } from '../project/context'
import { useFocus } from '../project/useFocus'
import { useProjectChanges, useProjectQuery, useWaitingChanges, type ProjectView } from '../project/useProject'
import { bindings, type Action } from './actions'
import { ConflictDialog } from './ConflictDialog'
import { HelpDialog } from './HelpDialog'
import { HistoryDialog } from './HistoryDialog'
import { OtherwiseBar } from './OtherwiseBar'
import { SnagDrawer } from './SnagDrawer'
import { STATIONS, stationState } from './stations'
import { TallyBar } from './TallyBar'
import { useWhatIf } from './useWhatIf'
import { WhatIfBar } from './WhatIfBar'

const Finder = lazy(() => import('./Finder'))

/** What stands around every station: stations, head line, tally, snags, help. */
export function ProjectFrame() {
  const query = useProjectQuery()
  if (query.data) return <Opened view={query.data} />
  if (query.error instanceof RefusedError && query.error.problem.status === 422) return <Mend reason={query.error.message} />
  if (query.isError)
    return (
      <Wait
        text={query.error instanceof RefusedError ? query.error.message : 'The server does not answer. Is it still running?'}
      />
    )
  return <Wait text="Opening the project." />
}

/** A project whose current revision cannot be planned: its history and its file are still there. */
function Mend({ reason }: { reason: string }) {
  const { id = '' } = useParams()
  const changes = useProjectChanges()
  const history = useQuery({
    queryKey: ['history', id],
    queryFn: async () => taken(await api.GET('/api/projects/{id}/history', { params: { path: { id } } })),
  })
  const current = history.data?.find((r) => r.current)
  return (
    <main className="mx-auto max-w-3xl p-8">
      <h1 className="mb-2 text-[1.4rem]">This project cannot be planned as it is</h1>
      <p role="alert" className="mb-4 text-stop">
        {changes.problem?.detail ?? reason}
      </p>
      <p className="mb-2">Nothing is lost. Go on from another revision:</p>
      <ul className="mb-4 border border-line bg-paper">
        {history.data?.map((r) => (
          <li key={r.number} className="flex items-center gap-3 border-b border-hair px-3 py-1.5 last:border-b-0">
            <span className="w-8 text-right text-dim">{r.number}</span>
            <span className="min-w-0 flex-1 truncate">{r.label}</span>
            {r.current ? (
              <span className="text-dim">this one</span>
            ) : (
              <Button disabled={!current || changes.busy} onClick={() => current && void changes.goTo(current.number, r.number)}>
                Go on from it
              </Button>
            )}
          </li>
        ))}
      </ul>
      <div className="flex gap-5">
        <a className="text-violet underline" href={`/api/projects/${id}/project.json`} download="project.json">
          Project file
        </a>
        <Link className="text-violet underline" to="/">
          All projects
        </Link>
      </div>
    </main>
  )
}

/** Says that the server is away and that nothing is lost by it. */
function AwayBar({ id }: { id: string }) {
  const waiting = useWaitingChanges(id)
  useEffect(() => {
    if (waiting === 0) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [waiting])
  if (waiting === 0) return null
  return (
    <p role="alert" className="mb-3 border border-stop bg-paper px-3 py-2">
      <b className="text-stop">The server does not answer.</b>{' '}
      {waiting === 1 ? 'Your last change is kept here' : `Your last ${waiting} changes are kept here`} and will be sent when it is
      back. Leave this page open.
    </p>
  )
}

function Wait({ text }: { text: string }) {
  return (
    <main className="p-8">
      <Empty>{text}</Empty>
      <Link className="text-violet underline" to="/">
        All projects
      </Link>
    </main>
  )
}

function Opened({ view }: { view: ProjectView }) {
  const changes = useProjectChanges()
  const [focus, setFocus] = useFocus()
  const [snags, setSnags] = useState(false)
  const [dialog, setDialog] = useState<'find' | 'help' | 'history' | null>(null)
  const whatIf = useWhatIf(view.id)
  const navigate = useNavigate()
  const open = useMemo(() => ({ view, changes, focus, setFocus }), [view, changes, focus, setFocus])

  const { units, setUnits, theme, setTheme } = usePreferences()
  const actions: Action[] = [
    { name: 'Find or do', keys: 'f', run: () => setDialog('find') },
    { name: 'Undo', keys: 'mod+z', run: () => void changes.undo() },
    { name: 'Redo', keys: 'mod+shift+z', run: () => void changes.redo() },
    { name: 'Snags and their remedies', keys: 's', run: () => setSnags((now) => !now) },
    { name: 'History', keys: 'h', run: () => setDialog('history') },
    { name: 'Keys and notations', keys: '?', run: () => setDialog('help') },
    ...(whatIf.since === null
      ? [{ name: 'What if: try changes, then keep or drop them', run: () => whatIf.begin(view.revision) }]
      : []),
    { name: units === 'mm' ? 'Lengths in inches' : 'Lengths in millimetres', run: () => setUnits(units === 'mm' ? 'in' : 'mm') },
    { name: theme === 'light' ? 'Dark colours' : 'Light colours', run: () => setTheme(theme === 'light' ? 'dark' : 'light') },
    { name: 'The shop', run: () => void navigate('/shop') },
    { name: 'All projects', run: () => void navigate('/') },
  ]
  const keyed = [
    ...actions.flatMap((a) => (a.keys ? bindings(a.keys) : []).map((keys) => [keys, a.run] as const)),
    ...STATIONS.map((s, i) => [String(i + 1), () => void navigate(`/project/${view.id}/${s.key}`)] as const),
  ]
  useHotkeys(
    keyed.map(([keys]) => keys),
    (_, pressed) => keyed.find(([keys]) => keys === pressed.hotkey)?.[1](),
    { preventDefault: true, useKey: true },
  )

  return (
    <ProjectContext value={open}>
      <div className="grid h-full grid-cols-[9.25rem_minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto] max-[900px]:grid-cols-[4.9rem_minmax(0,1fr)]">
        <HeadLine
          view={view}
          onSnags={() => setSnags(!snags)}
          onFind={() => setDialog('find')}
          onHelp={() => setDialog('help')}
          onHistory={() => setDialog('history')}
          onWhatIf={whatIf.since === null ? () => whatIf.begin(view.revision) : null}
        />
        <Rail view={view} />
        <main className="relative min-h-0 min-w-0 overflow-auto p-3" id="station">
          <AwayBar id={view.id} />
          <OtherwiseBar view={view} />
          <ChangeProblem />
          {whatIf.since !== null && <WhatIfBar since={whatIf.since} onEnd={whatIf.end} />}
          <Outlet />
          {snags && <SnagDrawer onClose={() => setSnags(false)} />}
        </main>
        <TallyBar view={view} onSnags={() => setSnags(true)} />
      </div>
      <ConflictDialog />
      {dialog === 'find' && (
        <Suspense>
          <Finder actions={actions} onClose={() => setDialog(null)} />
        </Suspense>
      )}
      <HelpDialog open={dialog === 'help'} actions={actions} onClose={() => setDialog(null)} />
      <HistoryDialog open={dialog === 'history'} onClose={() => setDialog(null)} />
    </ProjectContext>
  )
}

function ChangeProblem() {
  const { changes } = useProject()
  const { problem, failed } = changes
  if (!failed || problem?.status === 409) return null
  return (
    <div role="alert" className="mb-3 flex items-center justify-between gap-3 border border-stop bg-paper px-3 py-2">
      <span>
        <b className="text-stop">Not changed.</b> {problem?.detail ?? 'The server does not answer; the last change is not saved.'}
      </span>
      <Button onClick={changes.clear}>Close</Button>
    </div>
  )
}

function HeadLine({
  view,
  onSnags,
  onFind,
  onHelp,
  onHistory,
  onWhatIf,
}: {
  view: ProjectView
  onSnags: () => void
  onFind: () => void
  onHelp: () => void
  onHistory: () => void
  /** Null while a trial is on. */
  onWhatIf: (() => void) | null
}) {
  const { changes } = useProject()
  const { units, setUnits, theme, setTheme } = usePreferences()
  const { stops, warns } = view.plan.tally
  return (
    <header
      data-screen-only
      className="col-span-2 flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-bench px-3 py-1.5"
    >
      <Link to="/" className="flex items-center gap-2 font-semibold" aria-label="All projects">
        <img src="/mark.svg" alt="" className="h-6 w-6" />
        <span className="max-[900px]:hidden">Anvil Plan</span>
      </Link>
      <h1 className="min-w-0 flex-1 truncate text-[1.1rem]">{view.design.name}</h1>
      <Link to="/shop" className="px-2 py-1.5 text-[0.92rem] hover:text-violet max-[900px]:hidden">
        Shop
      </Link>
      <Button look="quiet" disabled={!view.canUndo} onClick={() => void changes.undo()} aria-keyshortcuts="Control+Z">
        Undo
      </Button>
      <Button look="quiet" disabled={!view.canRedo} onClick={() => void changes.redo()} aria-keyshortcuts="Control+Shift+Z">
        Redo
      </Button>
      <Button look="quiet" disabled={onWhatIf === null} onClick={() => onWhatIf?.()}>
        What if
      </Button>
      <Button look="quiet" onClick={onHistory}>
        History {view.revision}
      </Button>
      <Button
        look="quiet"
        onClick={() => setUnits(units === 'mm' ? 'in' : 'mm')}
        aria-label={`Units: ${units}. Change to ${units === 'mm' ? 'inches' : 'millimetres'}`}
      >
        {units === 'mm' ? 'mm' : 'inch'}
      </Button>
      <Button look="quiet" onClick={() => setTheme(theme === 'light' ? 'dark' : 'light')}>
        {theme === 'light' ? 'Dark' : 'Light'}
      </Button>
      <Button look="quiet" onClick={onFind} aria-keyshortcuts="f">
        Find
      </Button>
      <Button look="quiet" onClick={onHelp} aria-label="Help">
        ?
      </Button>
      <Button onClick={onSnags} aria-label="Snags">
        <span className={stops > 0 ? 'font-semibold text-stop' : warns > 0 ? 'font-semibold text-warn' : ''}>
          {stops > 0 ? `■ ${stops} stop${stops === 1 ? '' : 's'}` : warns > 0 ? `▲ ${warns}` : 'Snags'}
        </span>
        {stops > 0 && warns > 0 && <span className="text-warn">▲ {warns}</span>}
      </Button>
    </header>
  )
}

function Rail({ view }: { view: ProjectView }) {
  const { pathname } = useLocation()
  return (
    <nav data-screen-only aria-label="Stations" className="row-span-1 overflow-y-auto border-r border-line bg-bench py-2">
      <ol>
        {STATIONS.map((s, i) => {
          const state = stationState(s.key, view.design, view.plan)
          const here = pathname.endsWith('/' + s.key)
          return (
            <li key={s.key}>
              <NavLink
                to={s.key}
                title={s.asks}
                className={`flex items-baseline gap-2 border-l-4 px-2.5 py-2 max-[900px]:flex-col max-[900px]:gap-0 max-[900px]:px-1.5 ${
                  here ? 'border-violet bg-paper font-semibold' : 'border-transparent hover:bg-paper'
                }`}
              >
                <span className="w-4 text-right font-mono text-[0.78rem] text-dim max-[900px]:hidden">{i + 1}</span>
                <span className="flex-1 max-[900px]:text-[0.82rem]">{s.name}</span>
                <StateMark word={state.word} stops={state.stops} warns={state.warns} />
              </NavLink>
            </li>
          )
        })}
      </ol>
    </nav>
  )
}

/** Shape and colour together: a square stops, a triangle warns, a tick is settled, a ring is still open. */
function StateMark({ word, stops, warns }: { word: string; stops: number; warns: number }) {
  if (stops > 0)
    return (
      <span className="text-[0.85rem] text-stop" title={`${stops} stops`}>
        ■ {stops}
      </span>
    )
  if (warns > 0)
    return (
      <span className="text-[0.85rem] text-warn" title={`${warns} warnings`}>
        ▲ {warns}
      </span>
    )
  if (word === 'tool') return null
  return word === 'settled' ? (
    <span className="text-[0.85rem] text-good" title="settled">
      ✓
    </span>
  ) : (
    <span className="text-[0.85rem] text-dim" title="open">
      ○
    </span>
  )
}

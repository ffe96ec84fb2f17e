import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Empty, Pane, Tick } from '../../kit/controls'
import { NumberField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'

const GOALS: Record<Schemas['SearchGoal'], string> = {
  volume: 'smallest volume',
  footprint: 'smallest footprint',
  flat: 'flattest',
  cables: 'shortest cables',
  rearPorts: 'ports at the rear',
}

const counted = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`

/** Looks for the smallest shells in which everything fits on the decks that were chosen, and takes one over. */
export function ShellSearchPane() {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const cache = useQueryClient()
  const [goals, setGoals] = useState<Schemas['SearchGoal'][]>(['volume', 'footprint', 'flat', 'rearPorts'])
  const [seconds, setSeconds] = useState(12)
  const key = ['search', view.id]
  const state = useQuery<Schemas['ArrangementState'] | null>({
    queryKey: key,
    queryFn: async () => {
      const now = cache.getQueryData<Schemas['ArrangementState'] | null>(key)
      return now
        ? taken(await api.GET('/api/projects/{id}/arrangements/{search}', { params: { path: { id: view.id, search: now.id } } }))
        : null
    },
    refetchInterval: (query) => (query.state.data?.running ? 300 : false),
  })
  const start = useMutation({
    mutationFn: async () =>
      taken(await api.POST('/api/projects/{id}/arrangements', { params: { path: { id: view.id } }, body: { goals, seconds } })),
    onSuccess: (started) => cache.setQueryData(key, started),
  })
  const stop = useMutation({
    mutationFn: async (search: string) =>
      taken(await api.DELETE('/api/projects/{id}/arrangements/{search}', { params: { path: { id: view.id, search } } })),
  })
  const search = state.data
  const running = search?.running ?? false
  const found = search?.result?.arrangements ?? []
  const stale = search !== null && search !== undefined && search.revision !== view.revision
  const now = view.plan.tally
  return (
    <Pane
      title="Smallest shells"
      actions={
        running && search ? (
          <Button onClick={() => stop.mutate(search.id)}>Stop</Button>
        ) : (
          <Button look="main" disabled={view.design.devices.length === 0 || goals.length === 0} onClick={() => start.mutate()}>
            Search
          </Button>
        )
      }
    >
      {view.design.devices.length === 0 && <Empty>Add hardware first: then the shell can be searched for it.</Empty>}
      <div className="grid grid-cols-2 gap-x-3 gap-y-1">
        {(Object.keys(GOALS) as Schemas['SearchGoal'][]).map((g) => (
          <Tick
            key={g}
            label={GOALS[g]}
            checked={goals.includes(g)}
            onChange={(on) => setGoals(on ? [...goals, g] : goals.filter((x) => x !== g))}
          />
        ))}
        <NumberField label="Seconds" least={1} most={120} value={seconds} onCommit={(v) => v !== null && setSeconds(v)} />
      </div>
      {start.error && (
        <p role="alert" className="mt-2 text-stop">
          {start.error instanceof RefusedError ? start.error.message : 'The server does not answer.'}
        </p>
      )}
      {running && (
        <div className="mt-3">
          <progress
            className="w-full"
            max={search?.progress?.ofSeconds ?? seconds}
            value={search?.progress?.seconds ?? 0}
            aria-label="Search"
          />
          <p role="status">
            {search?.progress
              ? `${GOALS[search.progress.goal]}: ${search.progress.bestL?.toFixed(2) ?? '–'} l so far`
              : 'looking for a first shell'}
          </p>
        </div>
      )}
      {search?.result?.why && <p className="mt-3 text-warn">{search.result.why}</p>}
      {found.length > 0 && (
        <>
          <p className="mt-3 text-dim">
            Now {length(now.widthMm)} × {length(now.depthMm)} × {length(now.heightMm)}, {now.volumeL.toFixed(2)} l. Found in{' '}
            {search?.result?.seconds.toFixed(1)} s{search?.result?.cancelled ? ', stopped' : ''}:
          </p>
          <ul>
            {found.map((a, i) => (
              <li key={i} className="border-t border-hair py-2">
                <div className="flex items-baseline justify-between gap-2">
                  <b>
                    {GOALS[a.goal]}
                    {a.proven && <span className="ml-2 font-normal text-good">proven: none is better</span>}
                  </b>
                  <span className="text-[1.35rem]">{a.volumeL.toFixed(2)} l</span>
                </div>
                <p>
                  {length(a.widthMm)} × {length(a.depthMm)} × {length(a.heightMm)}
                </p>
                <p className="text-[0.88rem] text-dim">
                  stands on {a.footprintCm2.toFixed(0)} cm²; {a.portsOpen} of {a.portsWanted} ports reach a panel, {a.portsRear}{' '}
                  ports and panel devices at the rear{a.cableMm > 0 ? `; cables ${length(a.cableMm)}` : ''};{' '}
                  {counted(a.stops, 'stop')}, {counted(a.warns, 'warning')}
                </p>
                <div className="flex justify-end">
                  <Button disabled={stale} onClick={() => search && void changes.takeArrangement(search.id, i)}>
                    Take this shell
                  </Button>
                </div>
              </li>
            ))}
          </ul>
          {stale && <p className="text-warn">The design has changed since: search again to take a shell.</p>}
        </>
      )}
      <p className="mt-2 text-[0.85rem] text-dim">
        Devices keep their decks; what is locked stays. Each shell was held to the same findings as any design.
      </p>
    </Pane>
  )
}

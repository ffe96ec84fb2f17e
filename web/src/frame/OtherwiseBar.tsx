import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken } from '../api/client'
import { useProject } from '../project/context'
import type { ProjectView } from '../project/useProject'

/** Says that this revision was made with another shop or catalog than it is planned with now, and what differs. */
export function OtherwiseBar({ view }: { view: ProjectView }) {
  const [open, setOpen] = useState(false)
  const [read, setRead] = useState(0)
  if (!view.knewOtherwise || read === view.revision) return null
  return (
    <div role="status" className="mb-3 border border-line bg-paper px-3 py-2">
      <span>Shop or catalog were otherwise when revision {view.revision} was made; it is planned with what they are now. </span>
      <button type="button" className="text-violet underline" aria-expanded={open} onClick={() => setOpen(!open)}>
        What differs
      </button>{' '}
      <button type="button" className="text-violet underline" onClick={() => setRead(view.revision)}>
        Seen
      </button>
      {open && <Differences number={view.revision} />}
    </div>
  )
}

/** What this revision was planned with then, and what it is planned with now. */
export function Differences({ number }: { number: number }) {
  const { view } = useProject()
  const differences = useQuery({
    queryKey: ['differences', view.id, number],
    queryFn: async () =>
      taken(await api.GET('/api/projects/{id}/history/{number}/differences', { params: { path: { id: view.id, number } } })),
  })
  if (differences.isError) return <p className="text-stop">It could not be compared.</p>
  if (!differences.data) return <p className="text-dim">Comparing.</p>
  return (
    <table className="w-full text-[0.85rem]" aria-label={`What differs since revision ${number}`}>
      <thead>
        <tr>
          <th>field</th>
          <th className="text-right">then</th>
          <th className="text-right">now</th>
        </tr>
      </thead>
      <tbody>
        {differences.data.differences.map((d) => (
          <tr key={d.what} className="border-t border-hair">
            <td className="py-0.5 pr-2 break-all">{d.what}</td>
            <td className="py-0.5 pr-2 text-right tabular-nums">{short(d.then)}</td>
            <td className="py-0.5 text-right tabular-nums">{short(d.now)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** A value as files have it; what is long is told by its beginning. */
function short(value: string | null): string {
  return value === null ? 'not there' : value.length > 40 ? value.slice(0, 39) + '…' : value
}

import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken } from '../api/client'
import { useProject } from '../project/context'
import type { ProjectView } from '../project/useProject'
import { Table } from '../kit/table'

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
    <Table
      label={`What differs since revision ${number}`}
      className="text-[0.85rem]"
      rows={differences.data.differences}
      rowId={(d) => d.what}
      columns={[
        { head: 'field', value: (d) => d.what, className: 'break-all' },
        { head: 'then', value: (d) => short(d.then), figure: true },
        { head: 'now', value: (d) => short(d.now), figure: true },
      ]}
    />
  )
}

/** A value as files have it; what is long is told by its beginning. */
function short(value: string | null): string {
  return value === null ? 'not there' : value.length > 40 ? value.slice(0, 39) + '…' : value
}

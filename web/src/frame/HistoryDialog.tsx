import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken, type Schemas } from '../api/client'
import { Button, Dialog } from '../kit/controls'
import { useProject } from '../project/context'
import { Differences } from './OtherwiseBar'

/** All revisions, also those kept aside after a conflict; any of them can be made current again. */
export function HistoryDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { view } = useProject()
  const history = useQuery({
    queryKey: ['history', view.id, view.revision],
    enabled: open,
    queryFn: async () => taken(await api.GET('/api/projects/{id}/history', { params: { path: { id: view.id } } })),
  })
  return (
    <Dialog open={open} onClose={onClose} title="History">
      <table className="w-full">
        <thead>
          <tr>
            <th>no</th>
            <th>change</th>
            <th>when</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {history.data?.map((r) => (
            <RevisionRow key={r.number} revision={r} />
          ))}
        </tbody>
      </table>
    </Dialog>
  )
}

function RevisionRow({ revision: r }: { revision: Schemas['RevisionLine'] }) {
  const { view, changes } = useProject()
  const [asked, setAsked] = useState(false)
  return (
    <>
      <tr className={`border-t border-hair ${r.current ? 'bg-brass-soft' : ''}`}>
        <td className="py-1 pr-2 text-right">{r.number}</td>
        <td className="py-1 pr-2">
          {r.label}
          {r.keptAside && <span className="text-warn"> (kept aside)</span>}
          {r.knewOtherwise && (
            <button
              type="button"
              className="block text-[0.85rem] text-violet underline"
              aria-expanded={asked}
              onClick={() => setAsked(!asked)}
            >
              shop or catalog were otherwise
            </button>
          )}
        </td>
        <td className="py-1 pr-2 text-[0.85rem] text-dim">{new Date(r.createdUtc).toLocaleString()}</td>
        <td className="py-1 text-right">
          {r.current ? (
            'shown'
          ) : (
            <Button look="quiet" onClick={() => void changes.goTo(view.revision, r.number)}>
              Show
            </Button>
          )}
        </td>
      </tr>
      {asked && (
        <tr>
          <td />
          <td colSpan={3} className="pb-2">
            <Differences number={r.number} />
          </td>
        </tr>
      )}
    </>
  )
}

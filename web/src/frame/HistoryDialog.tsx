import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken, type Schemas } from '../api/client'
import { Button, Dialog } from '../kit/controls'
import { useProject } from '../project/context'
import { Table } from '../kit/table'
import { Differences } from './OtherwiseBar'

/** All revisions, also those kept aside after a conflict; any of them can be made current again. */
export function HistoryDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { view, changes } = useProject()
  const [asked, setAsked] = useState<ReadonlySet<number>>(new Set())
  const history = useQuery({
    queryKey: ['history', view.id, view.revision],
    enabled: open,
    queryFn: async () => taken(await api.GET('/api/projects/{id}/history', { params: { path: { id: view.id } } })),
  })
  const ask = (number: number) =>
    setAsked((now) => new Set(now.has(number) ? [...now].filter((n) => n !== number) : [...now, number]))
  return (
    <Dialog open={open} onClose={onClose} title="History">
      <Table
        label="Revisions"
        rows={history.data ?? NONE}
        rowId={(r) => String(r.number)}
        hot={String(view.revision)}
        below={(r) => asked.has(r.number) && <Differences number={r.number} />}
        columns={[
          { head: 'no', value: (r) => r.number, figure: true },
          {
            head: 'change',
            value: (r) => r.label,
            cell: (r) => (
              <>
                {r.label}
                {r.keptAside && <span className="text-warn"> (kept aside)</span>}
                {r.knewOtherwise && (
                  <button
                    type="button"
                    className="block text-[0.85rem] text-violet underline"
                    aria-expanded={asked.has(r.number)}
                    onClick={() => ask(r.number)}
                  >
                    shop or catalog were otherwise
                  </button>
                )}
              </>
            ),
          },
          { head: 'when', value: (r) => r.createdUtc, dim: true, cell: (r) => new Date(r.createdUtc).toLocaleString() },
          {
            head: '',
            cell: (r) =>
              r.current ? (
                'shown'
              ) : (
                <Button look="quiet" onClick={() => void changes.goTo(view.revision, r.number)}>
                  Show
                </Button>
              ),
          },
        ]}
      />
    </Dialog>
  )
}

const NONE: Schemas['RevisionLine'][] = []

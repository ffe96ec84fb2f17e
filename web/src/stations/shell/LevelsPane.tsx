import { useQuery } from '@tanstack/react-query'
import { api, taken } from '../../api/client'
import { Button } from '../../kit/controls'
import { useProject } from '../../project/context'
import { Table } from '../../kit/table'

/** Swaps and half turns of the levels, each with what it does to the cables. */
export function LevelsPane() {
  const { view, changes } = useProject()
  const moves = useQuery({
    queryKey: ['levels', view.id, view.revision],
    queryFn: async () => taken(await api.GET('/api/projects/{id}/levels', { params: { path: { id: view.id } } })),
    placeholderData: (before) => before,
  })
  const name = (id: string) => view.design.trays.find((t) => t.id === id)?.name ?? id
  if (!moves.data?.length) return null
  return (
    <Table
      label="Levels swapped or turned"
      className="mt-3"
      rows={moves.data}
      rowId={(m) => `${m.levelA}|${m.levelB}`}
      columns={[
        {
          head: 'levels',
          value: (m) => (m.levelB ? `swap ${name(m.levelA)} and ${name(m.levelB)}` : `turn ${name(m.levelA)}`),
          cell: (m, shown) => (
            <>
              {shown}
              {m.short.length > 0 && <span className="block text-stop">too short: {m.short.join(', ')}</span>}
            </>
          ),
        },
        { head: 'cables', value: (m) => m.cableMm, mm: 0 },
        { head: 'change', value: (m) => m.changeMm, mm: 0, cell: (m, shown) => (m.changeMm > 0 ? '+' : '') + shown },
        {
          head: '',
          cell: (m) => (
            <Button className="whitespace-nowrap" onClick={() => void changes.moveLevel(m.levelA, m.levelB)}>
              Do it
            </Button>
          ),
        },
      ]}
    />
  )
}

import { useQuery } from '@tanstack/react-query'
import { api, taken } from '../../api/client'
import { Empty, Pane } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { Table } from '../../kit/table'

/** Empty room that is left, largest first, and what would go in. */
export function PocketsPane() {
  const { view } = useProject()
  const { length } = usePreferences()
  const pockets = useQuery({
    queryKey: ['pockets', view.id, view.revision],
    queryFn: async () => taken(await api.GET('/api/projects/{id}/pockets', { params: { path: { id: view.id } } })),
  })
  return (
    <Pane title="Free pockets">
      {pockets.isError && <p className="text-stop">The pockets could not be read.</p>}
      {pockets.data?.length === 0 && <Empty>No pocket of 15 mm or more is left.</Empty>}
      {pockets.data && pockets.data.length > 0 && (
        <Table
          label="Free rooms"
          rows={pockets.data}
          rowId={(p) => JSON.stringify(p.box)}
          columns={[
            {
              head: 'width × depth × height',
              value: (p) => (['x', 'y', 'z'] as const).map((a) => length(p.box.max[a] - p.box.min[a], 0)).join(' × '),
              figure: true,
            },
            { head: 'litres', value: (p) => p.volumeL, figure: true, cell: (p) => p.volumeL.toFixed(2) },
            {
              head: 'would fit',
              value: (p) => (p.fits.length === 0 ? 'nothing of the catalog' : p.fits.join(', ')),
              className: 'text-[0.88rem]',
            },
          ]}
        />
      )}
      <p className="mt-2 text-[0.85rem] text-dim">Bodies, plates, bars and the room that must stay free are taken off.</p>
    </Pane>
  )
}

import { api, taken, type Schemas } from '../../api/client'
import { Sheet } from '../../kit/drawing/Sheet'
import { useDrawing, type Paper } from '../../kit/drawing/useDrawing'
import { Table } from '../../kit/table'

type View = Schemas['AssemblyView']

/** A level as it is put together, seen from above, with the middle of each rail from the left outside; the server draws it. */
export function AssemblyMap({
  assembly,
  paper,
  hot,
  onHot,
}: {
  assembly: View
  paper: Paper | null
  hot: string | null
  onHot: (id: string | null) => void
}) {
  const drawing = useDrawing(['assembly', assembly.id], paper, async (id, query) =>
    taken(await api.GET('/api/projects/{id}/drawings/assembly/{view}', { params: { path: { id, view: assembly.id }, query } })),
  )
  return drawing ? (
    <Sheet
      sheet={drawing}
      label={assembly.title}
      chosen={hot}
      group={(of) => ({ onMouseEnter: () => onHot(of), onMouseLeave: () => onHot(null) })}
    />
  ) : null
}

/** The measures at which a level is set, as a table. */
export function AssemblyTable({ assembly }: { assembly: View }) {
  return (
    <Table
      label={assembly.title}
      rows={assembly.measures}
      rowId={(m) => m.what}
      columns={[
        { head: 'measure', value: (m) => m.what },
        { head: 'set to', value: (m) => m.mm, mm: true, large: true },
        { head: 'from', value: (m) => m.from, dim: true },
      ]}
    />
  )
}

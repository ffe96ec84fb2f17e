import { api, taken, type Schemas } from '../../api/client'
import { Sheet } from '../../kit/drawing/Sheet'
import { useDrawing, type Paper } from '../../kit/drawing/useDrawing'
import { usePreferences } from '../../kit/preferences'

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
  const { length } = usePreferences()
  return (
    <table className="w-full">
      <thead>
        <tr>
          <th>measure</th>
          <th className="text-right">set to</th>
          <th className="pl-3">from</th>
        </tr>
      </thead>
      <tbody>
        {assembly.measures.map((m) => (
          <tr key={m.what} className="border-t border-hair">
            <td className="py-1">{m.what}</td>
            <td className="py-1 text-right text-[1.1rem]">{length(m.mm)}</td>
            <td className="py-1 pl-3 text-dim">{m.from}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

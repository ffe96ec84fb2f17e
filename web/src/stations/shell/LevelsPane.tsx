import { useQuery } from '@tanstack/react-query'
import { api, taken } from '../../api/client'
import { Button } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'

/** Swaps and half turns of the levels, each with what it does to the cables. */
export function LevelsPane() {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const moves = useQuery({
    queryKey: ['levels', view.id, view.revision],
    queryFn: async () => taken(await api.GET('/api/projects/{id}/levels', { params: { path: { id: view.id } } })),
    placeholderData: (before) => before,
  })
  const name = (id: string) => view.design.trays.find((t) => t.id === id)?.name ?? id
  if (!moves.data?.length) return null
  return (
    <table className="mt-3 w-full">
      <thead>
        <tr>
          <th>levels</th>
          <th className="text-right">cables</th>
          <th className="text-right">change</th>
          <th />
        </tr>
      </thead>
      <tbody>
        {moves.data.map((m) => (
          <tr key={`${m.levelA}|${m.levelB}`} className="border-t border-hair">
            <td className="py-0.5 pr-2 text-[0.9rem]">
              {m.levelB ? `swap ${name(m.levelA)} and ${name(m.levelB)}` : `turn ${name(m.levelA)}`}
              {m.short.length > 0 && <span className="block text-stop">too short: {m.short.join(', ')}</span>}
            </td>
            <td className="pr-2 text-right">{length(m.cableMm, 0)}</td>
            <td className="pr-2 text-right">
              {m.changeMm > 0 ? '+' : ''}
              {length(m.changeMm, 0)}
            </td>
            <td>
              <Button className="whitespace-nowrap" onClick={() => void changes.moveLevel(m.levelA, m.levelB)}>
                Do it
              </Button>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

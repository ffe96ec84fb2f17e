import { api, taken, type Schemas } from '../../api/client'
import { Sheet } from '../../kit/drawing/Sheet'
import { useDrawing, type Paper } from '../../kit/drawing/useDrawing'
import { FigureField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'

const HOLE = 'hole/'

/** A part with everything cut into it, seen from its stated face or turned over, and what its holes and cuts are called by there. */
export const usePartDrawing = (partId: string, turned: boolean, paper: Paper | null) =>
  useDrawing(['part', partId, turned], paper, async (id, room) =>
    taken(
      await api.GET('/api/projects/{id}/drawings/part', {
        params: { path: { id }, query: { part: partId, turned, ...room } },
      }),
    ),
  )

/** The drawing with its holes: one that is pointed at is found in the table. */
export function PartDrawing({
  part,
  turned,
  drawing,
  hot,
  onHot,
}: {
  part: Schemas['Part']
  turned: boolean
  drawing: Schemas['PartDrawing']
  hot: string | null
  onHot: (id: string | null) => void
}) {
  const { length } = usePreferences()
  const { changes } = useProject()
  return (
    <Sheet
      sheet={drawing.sheet}
      label={`${part.name}, ${length(part.lengthMm)} by ${length(part.widthMm)}, seen from ${turned ? part.farSide : part.seenFrom}`}
      chosen={hot === null ? null : HOLE + hot}
      figure={(f, moved) => (
        <FigureField
          label={f.name}
          value={f.mm}
          onCommit={(mm) => void changes.putFigure(f.id, mm)}
          className={moved ? 'moved' : ''}
        />
      )}
      group={(of) => {
        const id = of.slice(HOLE.length)
        return {
          className: 'cursor-pointer',
          onMouseEnter: () => onHot(id),
          onClick: () => document.getElementById(of)?.scrollIntoView({ block: 'center' }),
        }
      }}
    />
  )
}

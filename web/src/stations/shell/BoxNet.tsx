import { api, taken } from '../../api/client'
import { useRoom } from '../../kit/drawing/room'
import { Sheet } from '../../kit/drawing/Sheet'
import { useDrawing } from '../../kit/drawing/useDrawing'
import { useProject } from '../../project/context'
import { edgeAt, placeOfEdge } from '../../project/places'
import { edgeName, type EdgeKey } from './edges'

/** The box unfolded round its front as the server draws it: edges are chosen by their lines, panels pointed at. */
export function BoxNet({ chosen, onChoose }: { chosen: EdgeKey | null; onChoose: (edge: EdgeKey) => void }) {
  const { view, focus, setFocus } = useProject()
  const { ground, paper } = useRoom()
  const drawing = useDrawing(['net'], paper, async (id, query) =>
    taken(await api.GET('/api/projects/{id}/drawings/net', { params: { path: { id }, query } })),
  )
  const group = (of: string) => {
    const edge = edgeAt(of)
    if (edge === null) return { onMouseEnter: () => setFocus(of) }
    const asked = view.design.box.edges.find((e) => e.id === edge)
    const made = view.plan.edges.find((e) => e.edge === edge)
    return {
      role: 'button',
      'aria-label': asked && made ? edgeName({ ...asked, joint: made.joint, covers: made.host }) : edge,
      'aria-pressed': chosen === edge,
      className: 'cursor-pointer',
      onClick: () => onChoose(edge),
    }
  }
  return (
    <div {...ground} className="min-h-[22rem] flex-1 lg:min-h-0 overflow-auto">
      {drawing && (
        <Sheet sheet={drawing} label="The box unfolded" chosen={[chosen && placeOfEdge(chosen), focus]} group={group} />
      )}
    </div>
  )
}

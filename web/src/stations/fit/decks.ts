import type { Schemas } from '../../api/client'
import type { Design } from '../../project/useProject'

export const FACE_NAMES: Record<Schemas['Face'], string> = {
  left: 'Left side',
  right: 'Right side',
  front: 'Front',
  back: 'Back',
  bottom: 'Bottom',
  top: 'Top',
}

const PANEL = 'panel/'

/** A deck is a panel of the enclosure, or else a tray by its id. */
export const isPanel = (deckId: string) => deckId.startsWith(PANEL)

/** A board on a wall is measured by one who stands before it; panels of a box, and project files, count from outside. */
export function countedFromFront(design: Design, deckId: string): boolean {
  return deckId === 'panel/back' && design.structures.some((s) => s.system === 'backBoard')
}

/** With a board on the wall and nothing else round the hardware, the depth is what stands on it. */
export function depthFollows(design: Design): boolean {
  return (
    design.structures.length > 0 &&
    design.structures.every((s) => s.system === 'backBoard') &&
    design.trays.length === 0 &&
    design.box.panels.every((p) => p.face === 'back' || p.hold === 'open')
  )
}

/** All that can carry hardware: trays first, then the six panels. */
export function decksOf(design: Design): { id: string; name: string }[] {
  return [
    ...design.trays.map((t) => ({ id: t.id, name: t.name })),
    ...(Object.keys(FACE_NAMES) as Schemas['Face'][]).map((f) => ({ id: `panel/${f}`, name: FACE_NAMES[f] })),
  ]
}

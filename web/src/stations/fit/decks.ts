import type { Schemas } from '../../api/client'
import type { Design } from '../../project/useProject'

export type AxisKey = 'x' | 'y' | 'z'
type Along = { axis: AxisKey; sign: 1 | -1 }

export const FACE_NAMES: Record<Schemas['Face'], string> = {
  left: 'Left side',
  right: 'Right side',
  front: 'Front',
  back: 'Back',
  bottom: 'Bottom',
  top: 'Top',
}

const PANELS: Record<Schemas['Face'], { u: Along; v: Along }> = {
  front: { u: { axis: 'x', sign: 1 }, v: { axis: 'z', sign: 1 } },
  back: { u: { axis: 'x', sign: -1 }, v: { axis: 'z', sign: 1 } },
  left: { u: { axis: 'y', sign: -1 }, v: { axis: 'z', sign: 1 } },
  right: { u: { axis: 'y', sign: 1 }, v: { axis: 'z', sign: 1 } },
  top: { u: { axis: 'x', sign: 1 }, v: { axis: 'y', sign: 1 } },
  bottom: { u: { axis: 'x', sign: 1 }, v: { axis: 'y', sign: 1 } },
}

const PLANES: Record<Schemas['TrayPlane'], { u: Along; v: Along }> = {
  level: PANELS.bottom,
  facesFront: PANELS.front,
  facesRight: PANELS.right,
}

const PANEL = 'panel/'

/** A deck is a panel of the enclosure, or else a tray by its id. */
export const isPanel = (deckId: string) => deckId.startsWith(PANEL)

/** Along which axis a deck's u and v run, as its drawing shows them. */
export function deckAxes(design: Design, deckId: string): { u: Along; v: Along } {
  return isPanel(deckId)
    ? PANELS[deckId.slice(PANEL.length) as Schemas['Face']]
    : PLANES[design.trays.find((t) => t.id === deckId)?.plane ?? 'level']
}

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

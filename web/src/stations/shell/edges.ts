import type { Schemas } from '../../api/client'
import { FACE_NAMES } from '../fit/decks'

export type EdgeKey = Schemas['EdgeId']
type Face = Schemas['Face']

export const EDGES: { key: EdgeKey; faces: [Face, Face] }[] = [
  { key: 'frontLeft', faces: ['front', 'left'] },
  { key: 'frontRight', faces: ['front', 'right'] },
  { key: 'backLeft', faces: ['back', 'left'] },
  { key: 'backRight', faces: ['back', 'right'] },
  { key: 'frontBottom', faces: ['front', 'bottom'] },
  { key: 'frontTop', faces: ['front', 'top'] },
  { key: 'backBottom', faces: ['back', 'bottom'] },
  { key: 'backTop', faces: ['back', 'top'] },
  { key: 'leftBottom', faces: ['left', 'bottom'] },
  { key: 'leftTop', faces: ['left', 'top'] },
  { key: 'rightBottom', faces: ['right', 'bottom'] },
  { key: 'rightTop', faces: ['right', 'top'] },
]

export const JOINTS: Record<Schemas['JointKind'], string> = {
  buttGlued: 'butt, glued',
  buttScrewed: 'butt, screwed to a block',
  rabbet: 'rabbet',
  groove: 'groove',
  mitre: 'mitre',
  loose: 'loose, not joined',
}

const MARKS: Record<Schemas['JointKind'], string> = {
  buttGlued: 'butt',
  buttScrewed: 'block',
  rabbet: 'rabbet',
  groove: 'groove',
  mitre: 'mitre',
  loose: 'loose',
}

export const jointMark = (joint: Schemas['JointKind']): string => MARKS[joint]

/** The edge in words: who runs over whom, and how they are joined. */
export function edgeName(edge: Schemas['Edge']): string {
  const faces = EDGES.find((e) => e.key === edge.id)?.faces ?? ['front', 'left']
  const other = faces.find((f) => f !== edge.covers) ?? faces[0]
  return edge.joint === 'mitre'
    ? `${FACE_NAMES[faces[0]]} and ${FACE_NAMES[faces[1]].toLowerCase()}, mitred`
    : `${FACE_NAMES[edge.covers]} over ${FACE_NAMES[other].toLowerCase()}, ${JOINTS[edge.joint]}`
}

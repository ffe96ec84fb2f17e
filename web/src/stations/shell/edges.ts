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

/** Joints that follow from a structure; nobody chooses them. */
type Given = 'onRail' | 'inRail' | 'bent' | 'sloped'

/** The joints that can be chosen for an edge. */
export const JOINTS: Record<Exclude<Schemas['JointKind'], Given>, string> = {
  buttGlued: 'butt, glued',
  buttScrewed: 'butt, screwed to a block',
  rabbet: 'rabbet',
  groove: 'groove',
  mitre: 'mitre',
  dowel: 'dowels',
  biscuit: 'biscuits',
  pocketScrew: 'pocket screws',
  finger: 'box joint',
  dovetail: 'through dovetails',
  halfBlind: 'half-blind dovetails',
  throughTenon: 'through tenons',
  tapped: 'screws in tapped edges',
  riveted: 'riveted to an angle',
  bolted: 'bolted to an angle',
  printedCorner: 'printed corners',
  magnets: 'magnets',
  loose: 'loose, not joined',
}

const GIVEN: Record<Given, string> = {
  onRail: 'fixed to what runs along it',
  inRail: 'in the rail',
  bent: 'one piece',
  sloped: 'cut to the slope',
}

export const jointWord = (joint: Schemas['JointKind']): string => ({ ...JOINTS, ...GIVEN })[joint]

/** The edge in words: who runs over whom, and how they are joined. */
export function edgeName(edge: Schemas['Edge']): string {
  const faces = EDGES.find((e) => e.key === edge.id)?.faces ?? ['front', 'left']
  const other = faces.find((f) => f !== edge.covers) ?? faces[0]
  return edge.joint === 'mitre'
    ? `${FACE_NAMES[faces[0]]} and ${FACE_NAMES[faces[1]].toLowerCase()}, mitred`
    : `${FACE_NAMES[edge.covers]} over ${FACE_NAMES[other].toLowerCase()}, ${jointWord(edge.joint)}`
}

import type { Schemas } from '../../api/client'

export type Structure = Schemas['Structure']
export type SystemKey = Structure['system']

/** How one decision of a structure is asked for. */
export type Asked =
  | { kind: 'length'; key: string; label: string; nullable?: string }
  | { kind: 'number'; key: string; label: string; least: number; most: number; whole?: boolean }
  | { kind: 'choice'; key: string; label: string; words: [string, string][] }
  | { kind: 'bar' | 'material' | 'tray'; key: string; label: string }
  | { kind: 'faces' | 'edges'; key: string; label: string }
  | { kind: 'flag'; key: string; label: string }

const FITS: [string, string][] = [
  ['press', 'press'],
  ['snug', 'snug'],
  ['sliding', 'sliding'],
  ['loose', 'loose'],
]

/** What each system asks, in the order in which a maker decides it. */
export const ASKED: Record<SystemKey, Asked[]> = {
  plinth: [
    { kind: 'material', key: 'materialId', label: 'Boards' },
    { kind: 'length', key: 'nominalMm', label: 'Thickness, nominal' },
    { kind: 'length', key: 'heightMm', label: 'Height' },
    { kind: 'length', key: 'setBackMm', label: 'Set back' },
    { kind: 'length', key: 'airGapMm', label: 'Gap under the back board' },
  ],
  railFrame: [
    { kind: 'bar', key: 'barId', label: 'Rail' },
    {
      kind: 'choice',
      key: 'seat',
      label: 'Panels',
      words: [
        ['over', 'over the rails, screwed'],
        ['behind', 'behind the legs of angle'],
        ['slipped', 'slipped into slots'],
      ],
    },
    { kind: 'choice', key: 'play', label: 'Play in the slot', words: FITS },
    { kind: 'length', key: 'grooveMm', label: 'Groove in solid rails' },
    { kind: 'edges', key: 'edges', label: 'Edges with a rail' },
  ],
  foldedSheet: [
    { kind: 'faces', key: 'faces', label: 'Faces, the base first' },
    { kind: 'length', key: 'radiusMm', label: 'Inside radius' },
    { kind: 'length', key: 'returnMm', label: 'Returns' },
    {
      kind: 'choice',
      key: 'join',
      label: 'Joined by',
      words: [
        ['rivets', 'blind rivets'],
        ['screwsAndNuts', 'screws and nuts'],
        ['rivetNuts', 'rivet nuts and screws'],
      ],
    },
  ],
  bentWrap: [{ kind: 'length', key: 'webMm', label: 'Web under the kerfs', nullable: 'by the wood' }],
  acrylicStack: [
    { kind: 'material', key: 'materialId', label: 'Sheet' },
    { kind: 'length', key: 'layerNominalMm', label: 'Layer, nominal' },
    { kind: 'length', key: 'layerMeasuredMm', label: 'Layer, measured', nullable: 'not yet' },
    { kind: 'length', key: 'wallMm', label: 'Wall' },
    { kind: 'length', key: 'spacerMm', label: 'Spacers' },
    {
      kind: 'choice',
      key: 'thread',
      label: 'Bolts',
      words: [
        ['M3', 'M3'],
        ['M4', 'M4'],
        ['M5', 'M5'],
      ],
    },
  ],
  backBoard: [
    { kind: 'bar', key: 'frameBarId', label: 'Frame' },
    { kind: 'length', key: 'frameInsetMm', label: 'Frame from the edge' },
    { kind: 'length', key: 'studSpacingMm', label: 'Studs apart' },
    { kind: 'length', key: 'firstStudMm', label: 'First stud from the left' },
    { kind: 'length', key: 'cableClearMm', label: 'Round a plug' },
    { kind: 'length', key: 'pads.revealMm', label: 'Reveal of the pads' },
    { kind: 'number', key: 'pads.bevelDeg', label: 'Bevel, degrees', least: 0, most: 60 },
    { kind: 'flag', key: 'pads.lit', label: 'Lit from behind' },
  ],
  levelFrame: [
    { kind: 'bar', key: 'postBarId', label: 'Posts and beams' },
    {
      kind: 'choice',
      key: 'fitting',
      label: 'Fittings',
      words: [
        ['clamp', 'clamps, posts run through'],
        ['threadedTee', 'threaded tees'],
        ['socketTee', 'solvent sockets'],
        ['bracket', 'brackets in slots'],
      ],
    },
    { kind: 'length', key: 'takeOffMm', label: 'Take-off', nullable: 'from the table' },
    { kind: 'bar', key: 'railBarId', label: 'Rails' },
  ],
  trayRack: [
    { kind: 'tray', key: 'trayId', label: 'Tray that is repeated' },
    { kind: 'number', key: 'count', label: 'Trays', least: 2, most: 60, whole: true },
    { kind: 'length', key: 'pitchMm', label: 'Pitch', nullable: 'least' },
    { kind: 'length', key: 'airMm', label: 'Air between' },
  ],
  printedBody: [
    { kind: 'faces', key: 'faces', label: 'Printed faces' },
    { kind: 'material', key: 'materialId', label: 'Filament' },
    { kind: 'length', key: 'wallMm', label: 'Wall' },
    { kind: 'length', key: 'skinMm', label: 'Skin' },
    { kind: 'number', key: 'infill', label: 'Infill, 0 to 1', least: 0, most: 1 },
    {
      kind: 'choice',
      key: 'join',
      label: 'Pieces joined by',
      words: [
        ['pins', 'pins'],
        ['screws', 'screws'],
        ['glueFlanges', 'glue flanges'],
      ],
    },
    { kind: 'flag', key: 'anchors', label: 'Anchor points on every side' },
  ],
  printedEnds: [
    { kind: 'material', key: 'materialId', label: 'Filament' },
    { kind: 'length', key: 'thicknessMm', label: 'Ends' },
    { kind: 'bar', key: 'railBarId', label: 'Bars' },
    { kind: 'length', key: 'socketMm', label: 'Sockets' },
    { kind: 'choice', key: 'fit', label: 'Fit', words: FITS },
    { kind: 'length', key: 'skinMm', label: 'Skin' },
    { kind: 'number', key: 'infill', label: 'Infill, 0 to 1', least: 0, most: 1 },
  ],
  printedFeet: [
    { kind: 'material', key: 'materialId', label: 'Filament' },
    { kind: 'length', key: 'sizeMm', label: 'Foot' },
    { kind: 'length', key: 'heightMm', label: 'Height' },
    { kind: 'length', key: 'insetMm', label: 'From the edges' },
    { kind: 'number', key: 'infill', label: 'Infill, 0 to 1', least: 0, most: 1 },
  ],
  drawerStand: [
    { kind: 'tray', key: 'trayId', label: 'Bottom of the drawer' },
    { kind: 'material', key: 'wallMaterialId', label: 'Walls' },
    { kind: 'length', key: 'wallNominalMm', label: 'Walls, nominal' },
    { kind: 'length', key: 'wallHeightMm', label: 'Height of the walls' },
    { kind: 'length', key: 'overlapMm', label: 'Front covers by' },
    {
      kind: 'choice',
      key: 'runner',
      label: 'Runners',
      words: [
        ['sideSlides', 'side slides'],
        ['woodenRunners', 'wooden runners'],
      ],
    },
    { kind: 'choice', key: 'play', label: 'Play on wooden runners', words: FITS },
  ],
}

type Bag = Record<string, unknown>

/** The value of a field; a dot reaches into a part of the structure. */
export function valueOf(structure: Structure, key: string): unknown {
  const [head = '', rest] = key.split('.')
  const value = (structure as unknown as Bag)[head]
  return rest === undefined ? value : (value as Bag | null)?.[rest]
}

/** The structure with one field changed; a part that is not there stays away. */
export function withValue(structure: Structure, key: string, value: unknown): Structure {
  const [head = '', rest] = key.split('.')
  const bag = structure as unknown as Bag
  const inner = bag[head] as Bag | null
  const next = rest === undefined ? value : inner && { ...inner, [rest]: value }
  return { ...bag, [head]: next } as unknown as Structure
}

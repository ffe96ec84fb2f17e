import type { Schemas } from '../../api/client'

type Model = Schemas['HardwareModel']

export const MOUNTS: Record<Schemas['MountStyle'], string> = {
  standoffs: 'screws into standoffs',
  tappedBody: 'screws through the deck into its own threads',
  panelNut: 'its own nut in a panel cut-out',
  panelScrews: 'screws through its flange',
  lugs: 'screws through its lugs, with nuts',
  topHatRail: 'a top-hat rail 35 mm',
}

/** An id that no model has yet. */
export function freeId(wanted: string, models: Model[]): string {
  const base =
    wanted
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 34) || 'own'
  let id = base
  for (let n = 2; models.some((m) => m.id === id); n++) id = `${base}-${n}`
  return id
}

/** A bare board to begin with. */
export function blankModel(models: Model[]): Model {
  return {
    id: freeId('own-board', models),
    name: 'Own board',
    group: 'Own models',
    mount: 'standoffs',
    widthMm: 80,
    depthMm: 50,
    heightMm: 15,
    frontMm: 0,
    underMm: 2,
    boardMm: 1.6,
    threadSize: 'M3',
    depthMaxMm: null,
    panelMinMm: null,
    panelMaxMm: null,
    holes: [],
    cutouts: [],
    ports: [],
    air: [],
    needs: [],
    provides: [],
    massG: 0,
    heatW: 0,
    currentA: 0,
    priceCents: 0,
    confidence: 'own measure',
    source: 'measured in this shop',
    blocks: [],
    keepOuts: [],
    tails: [],
    handMm: 0,
    seatInside: false,
    takes: null,
    gives: [],
    givesOneOf: false,
    inPanel: false,
    bareBoard: true,
    fan: false,
    symmetry: { turn180: true, mirrorLeftRight: true, mirrorFrontBack: true, noTrap: true },
  }
}

export function copyOf(model: Model, models: Model[]): Model {
  return {
    ...model,
    id: freeId(`own-${model.id}`, models),
    name: `${model.name}, own`,
    group: 'Own models',
    confidence: 'own measure',
  }
}

/** What turning the device over does to its pattern, in words. */
export function symmetryWords({ noTrap, turn180, mirrorLeftRight, mirrorFrontBack }: Schemas['PatternSymmetry']): string {
  if (noTrap) return 'the same whichever way it is turned'
  const kept = [
    turn180 && 'turned half round',
    mirrorLeftRight && 'seen from behind',
    mirrorFrontBack && 'turned upside down',
  ].filter(Boolean)
  return kept.length === 0
    ? 'asymmetrical: turned or seen from behind, its holes no longer match'
    : `the same only ${kept.join(' and ')}: seen otherwise its holes no longer match`
}

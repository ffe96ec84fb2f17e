/** A name and what it is the name of, in pixels of the picture. */
export type Named = { key: string; name: string; x: number; y: number; weight: number }

/** `column` is how far from its side the longest name of that side reaches, `width` how far its own does. */
export type Label = Named & { side: 'left' | 'right'; at: number; width: number; column: number }

const ROW = 20
const RIM = 14

/**
 * Names down both sides of a picture, each as near to its own height as the others let it, in the order of what they name, so that no
 * leader crosses another of its side. Where there are more than there is room for, the heaviest are told.
 */
export function placeNames(all: readonly Named[], width: number, height: number, widthOf: (name: string) => number): Label[] {
  const rows = Math.max(0, Math.floor((height - 2 * RIM) / ROW))
  const middle = width / 2
  return (['left', 'right'] as const).flatMap((side) => {
    const own = all
      .filter((n) => (n.x < middle ? 'left' : 'right') === side)
      .sort((a, b) => b.weight - a.weight)
      .slice(0, rows)
      .sort((a, b) => a.y - b.y)
    const at: number[] = []
    own.forEach((n, i) => at.push(Math.max(n.y, RIM + ROW / 2, i > 0 ? (at[i - 1] ?? 0) + ROW : 0)))
    for (let i = own.length - 1; i >= 0; i--) {
      const below = i === own.length - 1 ? height - RIM - ROW / 2 : (at[i + 1] ?? 0) - ROW
      at[i] = Math.min(at[i] ?? 0, below)
    }
    const column = Math.max(0, ...own.map((n) => widthOf(n.name)))
    return own.map((n, i) => ({ ...n, side, at: at[i] ?? 0, width: widthOf(n.name), column }))
  })
}

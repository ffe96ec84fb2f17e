import { CanvasTexture, RepeatWrapping, SRGBColorSpace, type Texture } from 'three'
import type { Schemas } from '../../api/client'

export type Stuff = Schemas['Stuff']

const SIZE = 256

/** Always the same marks: a picture does not flicker between two loads. */
function numbers(seed: number): () => number {
  let s = seed
  return () => (s = (s * 16807) % 2147483647) / 2147483647
}

/** What covers a material, along its grain: painted once, in shades of its own colour. `mm` is how much of it one tile covers. */
const COVERS: Partial<Record<Stuff, { mm: number; paint: (c: CanvasRenderingContext2D) => void }>> = {
  wood: {
    mm: 150,
    paint: (c) => {
      const next = numbers(7)
      for (let i = 0; i < 46; i++) {
        c.strokeStyle = `rgba(70,35,5,${0.05 + next() * 0.16})`
        c.lineWidth = 0.6 + next() * 2.2
        const y = next() * SIZE
        const sway = (next() - 0.5) * 10
        // a line leaves the tile as it came in
        for (const off of [-SIZE, 0, SIZE]) {
          c.beginPath()
          c.moveTo(0, y + off)
          c.bezierCurveTo(SIZE / 3, y + off + sway, (2 * SIZE) / 3, y + off - sway, SIZE, y + off)
          c.stroke()
        }
      }
    },
  },
  metal: {
    mm: 60,
    paint: (c) => {
      const next = numbers(11)
      for (let i = 0; i < 240; i++) {
        c.fillStyle = `rgba(${next() > 0.5 ? '255,255,255' : '30,40,50'},${next() * 0.09})`
        c.fillRect(0, next() * SIZE, SIZE, 1)
      }
    },
  },
  board: {
    mm: 40,
    paint: (c) => {
      const next = numbers(13)
      for (let i = 0; i < 900; i++) {
        c.fillStyle = `rgba(60,40,20,${next() * 0.14})`
        c.fillRect(next() * SIZE, next() * SIZE, 2 + next() * 3, 1)
      }
    },
  },
  print: {
    mm: 16,
    paint: (c) => {
      for (let y = 0; y < SIZE; y += 8) {
        c.fillStyle = 'rgba(20,20,20,0.14)'
        c.fillRect(0, y, SIZE, 2)
      }
    },
  },
}

const made = new Map<Stuff, Texture | null>()

/** The cover of a material, for lengths in mm; null where it has none. */
export function coverOf(stuff: Stuff): Texture | null {
  const known = made.get(stuff)
  if (known !== undefined) return known
  const cover = COVERS[stuff]
  const canvas = document.createElement('canvas')
  canvas.width = canvas.height = SIZE
  const context = cover && canvas.getContext('2d')
  if (!cover || !context) {
    made.set(stuff, null)
    return null
  }
  context.fillStyle = '#ffffff'
  context.fillRect(0, 0, SIZE, SIZE)
  cover.paint(context)
  const texture = new CanvasTexture(canvas)
  texture.wrapS = texture.wrapT = RepeatWrapping
  texture.repeat.set(1 / cover.mm, 1 / cover.mm)
  texture.colorSpace = SRGBColorSpace
  texture.anisotropy = 4
  made.set(stuff, texture)
  return texture
}

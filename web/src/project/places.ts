import type { Schemas } from '../api/client'

/** Places of a plan are named by one text each: `device/ID` and the like; a part is its id. They are read here and nowhere else. */

const DEVICE = 'device/'

export const placeOfDevice = (id: string) => DEVICE + id

/** The device that a place is; null for all else. */
export const deviceAt = (place: string | null | undefined) => (place?.startsWith(DEVICE) ? place.slice(DEVICE.length) : null)

type EdgeKey = Schemas['EdgeId']

const EDGE = 'edge/'

/** `frontLeft` is told as `edge/front-left`. */
export const placeOfEdge = (edge: EdgeKey) => EDGE + edge.replace(/[A-Z]/, (c) => '-' + c.toLowerCase())

/** The edge that a place is; null for all else. */
export const edgeAt = (place: string): EdgeKey | null =>
  place.startsWith(EDGE) ? (place.slice(EDGE.length).replace(/-(.)/, (_, c: string) => c.toUpperCase()) as EdgeKey) : null

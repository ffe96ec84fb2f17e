/** Places of a plan are named by one text each: `device/ID` and the like; a part is its id. They are read here and nowhere else. */

const DEVICE = 'device/'

export const placeOfDevice = (id: string) => DEVICE + id

/** The device that a place is; null for all else. */
export const deviceAt = (place: string | null | undefined) => (place?.startsWith(DEVICE) ? place.slice(DEVICE.length) : null)

import type { Schemas } from '../api/client'

type Mounting = Schemas['DeviceMounting']
export type Screws = { standoffMm: number | null; screwLengthMm: number | null; washerMm: number }

/** How its screws go in; the usual way where nothing is screwed. */
export const screwsOf = (mounting: Mounting): Screws =>
  mounting.by === 'sticking'
    ? { standoffMm: null, screwLengthMm: null, washerMm: 0 }
    : { standoffMm: mounting.standoffMm, screwLengthMm: mounting.screwLengthMm, washerMm: mounting.washerMm }

/** Screwed in another way; one that is stuck stays so. */
export const screwed = (device: Schemas['Device'], change: Partial<Screws>): Schemas['Device'] =>
  device.mounting.by === 'sticking' ? device : { ...device, mounting: { ...device.mounting, ...change } }

import type { Schemas } from '../../api/client'

type Opening = { at: Schemas['Uv']; widthMm: number; heightMm: number | null; cornerRadiusMm: number }

/** A rectangular opening that reaches the edge of its part: outlines hold it already. */
export const onRim = (o: Opening, lengthMm: number, widthMm: number) =>
  o.heightMm !== null &&
  o.cornerRadiusMm === 0 &&
  (o.at.u - o.widthMm / 2 <= 1e-6 ||
    o.at.v - o.heightMm / 2 <= 1e-6 ||
    o.at.u + o.widthMm / 2 >= lengthMm - 1e-6 ||
    o.at.v + o.heightMm / 2 >= widthMm - 1e-6)

/** The outline of a part from which nothing is taken at the edges. */
export const wholeOf = (lengthMm: number, widthMm: number): Schemas['SeenArea'] => ({
  rim: [
    { u: 0, v: 0 },
    { u: lengthMm, v: 0 },
    { u: lengthMm, v: widthMm },
    { u: 0, v: widthMm },
  ],
  inside: [],
})

import type { Schemas } from '../../api/client'

/** Every sheet on sale once per material and thickness. */
export function StockOptions({ catalog }: { catalog: Schemas['CatalogView'] }) {
  const seen = new Map(catalog.sheets.filter((s) => !s.forPlies).map((s) => [`${s.materialId}|${s.nominalMm}`, s]))
  return (
    <>
      {[...seen.entries()].map(([key, s]) => (
        <option key={key} value={key}>
          {catalog.materials.find((m) => m.id === s.materialId)?.name} {s.nominalMm} mm
        </option>
      ))}
    </>
  )
}

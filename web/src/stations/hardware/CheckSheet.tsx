import { useMutation } from '@tanstack/react-query'
import { api, taken, type Schemas } from '../../api/client'
import { NumberField } from '../../kit/fields'
import { mm } from '../../kit/units'

/** The model on paper at true scale, and what the printed bar says of that paper. */
export function CheckSheet({ model }: { model: Schemas['HardwareModel'] }) {
  const longest = Math.hypot(model.widthMm, model.depthMm)
  const scale = useMutation({
    mutationFn: async (measured: number) =>
      taken(
        await api.POST('/api/calc/{name}', {
          params: { path: { name: 'print_scale' } },
          body: { bar_nominal_mm: 100, bar_measured_mm: measured, dimension_mm: longest },
        }),
      ) as unknown as { error_on_dimension_mm: number; reprint_scale_pct: number },
  })
  return (
    <div className="mt-3 border-t border-hair pt-3">
      <div className="flex flex-wrap items-end gap-3">
        <a
          className="pb-2 text-violet underline"
          href={`/api/catalog/models/${model.id}/sheet.pdf`}
          download={`${model.id}-check-sheet.pdf`}
        >
          Check sheet at true scale
        </a>
        <div className="w-44">
          <NumberField
            label="Its 100 mm bar measures"
            least={50}
            most={150}
            nullable
            value={null}
            onCommit={(v) => v !== null && scale.mutate(v)}
          />
        </div>
      </div>
      {scale.data && (
        <p role="status" className="mt-1">
          {Math.abs(scale.data.error_on_dimension_mm) <= 0.2
            ? `True enough: ${mm(scale.data.error_on_dimension_mm)} mm over the whole device.`
            : `Off by ${mm(scale.data.error_on_dimension_mm)} mm over the device's diagonal: print again at ${scale.data.reprint_scale_pct.toFixed(2)} %.`}
        </p>
      )}
    </div>
  )
}

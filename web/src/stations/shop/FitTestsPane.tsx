import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, taken, type Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { Table } from '../../kit/table'

type Shop = Schemas['ShopProfile']
type Process = Schemas['ShopProcess']

const PROCESSES: Record<Process, string> = {
  saw: 'sawn to a stop',
  laser: 'cut by laser',
  router: 'routed',
  printer: 'printed',
  brake: 'folded',
  drill: 'drilled from a mark',
}

/** Processes from which a coupon can be made; a bend or a hole is tried otherwise. */
const COUPONS: Process[] = ['saw', 'laser', 'router', 'printer']

/** How true each process is here: stated, or from coupons that were tried. */
export function FitTestsPane({
  shop,
  known,
  materials,
  onChange,
}: {
  shop: Shop
  known: Schemas['ShopView']['known']
  materials: [string, string][]
  onChange: (part: Partial<Shop>) => void
}) {
  const { length } = usePreferences()
  const stated = (process: Process) => shop.tolerances.find((t) => t.process === process)?.plusMinusMm ?? null
  const lines = (Object.keys(PROCESSES) as Process[]).map((process) => ({ process, told: known[process] }))
  return (
    <Pane title="How true it comes out">
      <Table
        label="Tolerances"
        rows={lines}
        rowId={(l) => l.process}
        columns={[
          { head: 'process', value: (l) => PROCESSES[l.process] },
          {
            head: 'stated ±',
            value: (l) => stated(l.process),
            mm: true,
            className: 'w-24',
            cell: (l) => (
              <LengthField
                hideLabel
                label={`Tolerance, ${PROCESSES[l.process]}`}
                value={stated(l.process)}
                onCommit={(v) =>
                  v !== null &&
                  onChange({
                    tolerances: [
                      ...shop.tolerances.filter((t) => t.process !== l.process),
                      { process: l.process, plusMinusMm: v },
                    ],
                  })
                }
              />
            ),
          },
          {
            head: 'from coupons',
            value: (l) => l.told?.plusMinusMm ?? null,
            className: 'text-[0.92rem]',
            cell: ({ process, told }) =>
              told && told.coupons > 0 ? (
                <b className="text-brass">
                  ± {length(told.plusMinusMm, 3)} from {told.coupons}, spread {length(told.spreadMm, 3)}
                </b>
              ) : told && told.plusMinusMm !== stated(process) ? (
                <span>± {length(told.plusMinusMm, 3)}, as the tool on hand says</span>
              ) : (
                <span className="text-dim">none tried</span>
              ),
          },
        ]}
      />
      <Coupon shop={shop} materials={materials} onChange={onChange} />
    </Pane>
  )
}

function Coupon({
  shop,
  materials,
  onChange,
}: {
  shop: Shop
  materials: [string, string][]
  onChange: (part: Partial<Shop>) => void
}) {
  const { length } = usePreferences()
  const [process, setProcess] = useState<Process>('printer')
  const [materialId, setMaterial] = useState('petg')
  const [thicknessMm, setThickness] = useState(6)
  const query = { process, materialId, thicknessMm }
  const coupon = useQuery({
    queryKey: ['coupon', query, shop.coupons, shop.tolerances],
    queryFn: async () => taken(await api.GET('/api/coupon', { params: { query } })),
    placeholderData: (before) => before,
  })
  const file = (name: string) => `/api/coupon/${name}?process=${process}&materialId=${materialId}&thicknessMm=${thicknessMm}`
  const files =
    process === 'printer' ? ['comb.stl', 'tongue.stl', 'coupon.pdf'] : ['comb.dxf', 'tongue.dxf', 'comb.svg', 'coupon.pdf']
  return (
    <section className="mt-3 border-t border-line pt-2" aria-label="Fit coupon">
      <h3 className="text-[0.95rem] font-semibold">Fit coupon</h3>
      <div className="mt-1 grid grid-cols-3 gap-2">
        <Field label="Process">
          <Select value={process} onChange={(e) => setProcess(e.target.value as Process)}>
            {COUPONS.map((p) => (
              <option key={p} value={p}>
                {PROCESSES[p]}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Material">
          <Select value={materialId} onChange={(e) => setMaterial(e.target.value)}>
            {materials.map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </Field>
        <LengthField label="Thickness" value={thicknessMm} onCommit={(v) => v !== null && setThickness(v)} />
      </div>
      {coupon.data && (
        <>
          <p className="mt-2 text-[0.92rem]">
            A comb of {length(coupon.data.lengthMm, 1)} × {length(coupon.data.widthMm, 1)} and a tongue of{' '}
            {length(coupon.data.coupon.tongueMm, 1)}. Try the tongue from the left; press the first slot in which it slides by
            hand.
          </p>
          <p className="mt-1 flex flex-wrap gap-2">
            {files.map((f) => (
              <a key={f} href={file(f)} download={f} className="border border-line px-2 py-1 text-[0.88rem] hover:border-violet">
                {f}
              </a>
            ))}
          </p>
          <div className="mt-2 flex flex-wrap gap-1" role="group" aria-label="Slides at">
            {coupon.data.coupon.stepsMm
              .filter((s) => s > 0)
              .map((s) => (
                <Button
                  key={s}
                  className="min-h-11 px-3 text-[1.1rem]"
                  onClick={() => onChange({ coupons: [...shop.coupons, { process, materialId, slidesAtMm: s }] })}
                >
                  + {length(s, 2)}
                </Button>
              ))}
          </div>
        </>
      )}
      {shop.coupons.length === 0 && <Empty>No coupon tried yet.</Empty>}
      <ul className="mt-2">
        {shop.coupons.map((c, i) => (
          <li
            key={`${c.process}-${i}`}
            className="flex items-center justify-between gap-2 border-t border-hair py-0.5 text-[0.92rem]"
          >
            <span>
              {PROCESSES[c.process]}, {materials.find(([id]) => id === c.materialId)?.[1] ?? c.materialId}: slides at +{' '}
              {length(c.slidesAtMm, 2)}
            </span>
            <Button
              aria-label={`Take out coupon ${i + 1}`}
              onClick={() => onChange({ coupons: shop.coupons.filter((_, k) => k !== i) })}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
    </section>
  )
}

import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Link, useNavigate } from 'react-router'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField, NumberField, TextField } from '../../kit/fields'
import { useCatalog } from '../../project/useProject'
import { BackupPane } from './BackupPane'
import { ClampsPane } from './ClampsPane'
import { FitTestsPane } from './FitTestsPane'
import { PrintingPane } from './PrintingPane'
import { ConditionField, SalvagePane } from './SalvagePane'
import { ToolsPane } from './ToolsPane'
import { Table, type Column } from '../../kit/table'

type Shop = Schemas['ShopProfile']

const RATES: [keyof Schemas['WorkRates'], string][] = [
  ['cutMin', 'a cut'],
  ['holeMin', 'a hole'],
  ['openingMin', 'an opening'],
  ['channelMin', 'a rabbet or groove'],
  ['bevelMin', 'a mitred end'],
  ['glueMinPerJoint', 'a glued joint'],
  ['screwMin', 'a screw'],
  ['finishMinPerDm2', 'a dm² of finish'],
  ['foldSetUpMin', 'setting up to fold'],
  ['foldMin', 'a bend of sheet'],
  ['letterMin', 'a label on a panel'],
  ['capMin', 'a plug over a screw, cut flush'],
  ['tapMin', 'a thread'],
  ['pegMin', 'a dowel, pin or rivet'],
  ['insertMin', 'an insert or magnet'],
  ['fittingMin', 'a pipe fitting'],
  ['nutMin', 'a device by its nut'],
  ['stickMin', 'a device stuck on'],
  ['plugMin', 'a cable'],
  ['printMin', 'setting up a print'],
]

/** The shop's own constants; every plan is computed with them, so all plans follow a change at once. */
export function ShopStation() {
  const cache = useQueryClient()
  const catalog = useCatalog()
  const navigate = useNavigate()
  const query = useQuery({ queryKey: ['shop'], queryFn: async () => taken(await api.GET('/api/shop')) })
  const save = useMutation({
    scope: { id: 'shop' },
    mutationFn: async (change: (shop: Shop) => Shop) => {
      const now = cache.getQueryData<Schemas['ShopView']>(['shop'])
      if (!now) throw new Error('The shop profile is not loaded.')
      return taken(await api.PUT('/api/shop', { body: { version: now.version, shop: change(now.shop) } }))
    },
    onSuccess: (view) => {
      cache.setQueryData(['shop'], view)
      void cache.invalidateQueries({ queryKey: ['project'] })
    },
  })
  if (!query.data)
    return <Empty>{query.isError ? 'The server does not answer. Is it still running?' : 'Opening the shop.'}</Empty>
  const { shop } = query.data
  const set = (part: Partial<Shop>) => save.mutate((s) => ({ ...s, ...part }))
  const sheets = catalog.data?.sheets ?? []
  const material = (id: string) => catalog.data?.materials.find((m) => m.id === id)?.name ?? id
  type Rule = Schemas['FamilyRule']
  const ruleColumn = (head: string, name: string, key: 'kerfMm' | 'lengthAllowanceMm' | 'widthAllowanceMm'): Column<Rule> => ({
    head,
    value: (f) => f[key],
    mm: true,
    className: 'w-20',
    cell: (f) => (
      <LengthField
        hideLabel
        label={`${name} in ${FAMILIES[f.family]}`}
        value={f[key]}
        onCommit={(v) =>
          v !== null && set({ families: shop.families.map((x) => (x.family === f.family ? { ...x, [key]: v } : x)) })
        }
      />
    ),
  })
  const stale = save.error instanceof RefusedError && save.error.problem.status === 409
  return (
    <div className="mx-auto max-w-6xl px-5 py-5">
      <header className="mb-4 flex items-center gap-3">
        <Link to="/" aria-label="All projects">
          <img src="/mark.svg" alt="" className="h-8 w-8" />
        </Link>
        <h1 className="flex-1 text-[1.4rem]">The shop</h1>
        <Button onClick={() => void navigate(-1)}>Back</Button>
      </header>
      {save.error && (
        <div role="alert" className="mb-3 flex items-center justify-between gap-3 border border-stop bg-paper px-3 py-2">
          <span>
            <b className="text-stop">Not changed.</b> {save.error.message}
          </span>
          <Button
            onClick={() => {
              save.reset()
              if (stale) void cache.invalidateQueries({ queryKey: ['shop'] })
            }}
          >
            {stale ? 'Show the newest' : 'Close'}
          </Button>
        </div>
      )}
      <main className="grid items-start gap-3 md:grid-cols-2">
        <div className="grid gap-3">
          <Pane title="Cutting">
            <TextField label="Name of the shop" value={shop.name} onCommit={(name) => set({ name })} />
            <Table
              label="Kerf and allowances"
              className="mt-3"
              rows={shop.families}
              rowId={(f) => f.family}
              columns={[
                { head: 'material', value: (f) => FAMILIES[f.family] },
                ruleColumn('kerf', 'Kerf', 'kerfMm'),
                ruleColumn('longer by', 'Length allowance', 'lengthAllowanceMm'),
                ruleColumn('wider by', 'Width allowance', 'widthAllowanceMm'),
              ]}
            />
            <div className="mt-3 grid grid-cols-2 gap-2">
              <LengthField
                label="Trim round a sheet"
                value={shop.sheetTrimMm}
                onCommit={(v) => v !== null && set({ sheetTrimMm: v })}
              />
              <LengthField
                label="Offcuts kept from"
                value={shop.leastOffcutMm}
                onCommit={(v) => v !== null && set({ leastOffcutMm: v })}
              />
            </div>
          </Pane>
          <Pane title="Fits and rates">
            <div className="grid grid-cols-2 gap-2">
              <LengthField
                label="Groove wider by"
                value={shop.fits.grooveWidthMm}
                onCommit={(v) => v !== null && set({ fits: { ...shop.fits, grooveWidthMm: v } })}
              />
              <LengthField
                label="Groove deeper by"
                value={shop.fits.grooveDepthMm}
                onCommit={(v) => v !== null && set({ fits: { ...shop.fits, grooveDepthMm: v } })}
              />
              <LengthField
                label="Round a connector"
                value={shop.fits.portMm}
                onCommit={(v) => v !== null && set({ fits: { ...shop.fits, portMm: v } })}
              />
              <LengthField
                label="Between devices"
                value={shop.fits.bodyMm}
                onCommit={(v) => v !== null && set({ fits: { ...shop.fits, bodyMm: v } })}
              />
            </div>
            <h3 className="mt-4 mb-1 text-[0.92rem] font-semibold">Minutes for</h3>
            <div className="grid grid-cols-2 gap-2 sm:grid-cols-4 md:grid-cols-2 lg:grid-cols-4">
              {RATES.map(([key, name]) => (
                <NumberField
                  key={key}
                  label={name}
                  least={0}
                  most={600}
                  value={shop.rates[key]}
                  onCommit={(v) => v !== null && set({ rates: { ...shop.rates, [key]: v } })}
                />
              ))}
            </div>
            <div className="mt-3 grid grid-cols-2 gap-2">
              <NumberField
                label="Price of an hour"
                least={0}
                most={10_000}
                value={shop.rates.hourCents / 100}
                onCommit={(v) => v !== null && set({ rates: { ...shop.rates, hourCents: Math.round(v * 100) } })}
              />
              <Field label="Fractions in the written cut list">
                <Select value={shop.fractionDenominator} onChange={(e) => set({ fractionDenominator: Number(e.target.value) })}>
                  {[4, 8, 16, 32, 64].map((d) => (
                    <option key={d} value={d}>
                      1/{d}
                    </option>
                  ))}
                </Select>
              </Field>
              <Field label="DXF files as release">
                <Select value={shop.dxfRelease} onChange={(e) => set({ dxfRelease: e.target.value as typeof shop.dxfRelease })}>
                  <option value="r2000">2000, with units</option>
                  <option value="r12">12, for old machines</option>
                </Select>
              </Field>
            </div>
          </Pane>
          <Pane
            title="Offcuts"
            actions={
              <Button
                disabled={sheets.length === 0}
                onClick={() => {
                  const first = sheets[0]
                  const n = Math.max(0, ...shop.offcuts.map((o) => Number(o.id.replace(/\D/g, '')) || 0)) + 1
                  if (first)
                    set({
                      offcuts: [
                        ...shop.offcuts,
                        {
                          id: `offcut-${n}`,
                          materialId: first.materialId,
                          nominalMm: first.nominalMm,
                          lengthMm: 400,
                          widthMm: 300,
                          count: 1,
                          condition: 'good',
                        },
                      ],
                    })
                }}
              >
                Add
              </Button>
            }
          >
            {shop.offcuts.length === 0 && <Empty>None registered. Offcuts are used before anything is bought.</Empty>}
            {shop.offcuts.map((o) => {
              const change = (part: Partial<Schemas['Offcut']>) =>
                set({ offcuts: shop.offcuts.map((x) => (x.id === o.id ? { ...x, ...part } : x)) })
              return (
                <div key={o.id} className="mb-2 grid grid-cols-[minmax(0,1fr)_5rem_5rem_4rem_6.5rem_auto] items-end gap-2">
                  <Field label="Material">
                    <Select
                      value={`${o.materialId}|${o.nominalMm}`}
                      onChange={(e) => {
                        const [materialId = '', nominal = ''] = e.target.value.split('|')
                        change({ materialId, nominalMm: Number(nominal) })
                      }}
                    >
                      {[...new Map(sheets.map((s) => [`${s.materialId}|${s.nominalMm}`, s])).entries()].map(([key, s]) => (
                        <option key={key} value={key}>
                          {material(s.materialId)} {s.nominalMm} mm
                        </option>
                      ))}
                    </Select>
                  </Field>
                  <LengthField label="Length" value={o.lengthMm} onCommit={(v) => v !== null && change({ lengthMm: v })} />
                  <LengthField label="Width" value={o.widthMm} onCommit={(v) => v !== null && change({ widthMm: v })} />
                  <NumberField
                    label="Count"
                    whole
                    least={0}
                    most={1000}
                    value={o.count}
                    onCommit={(v) => v !== null && change({ count: v })}
                  />
                  <ConditionField value={o.condition} onChange={(condition) => change({ condition })} />
                  <Button
                    aria-label="Take out offcut"
                    onClick={() => set({ offcuts: shop.offcuts.filter((x) => x.id !== o.id) })}
                  >
                    ×
                  </Button>
                </div>
              )
            })}
          </Pane>
          <FitTestsPane
            shop={shop}
            known={query.data.known}
            materials={(catalog.data?.materials ?? []).map((m) => [m.id, m.name])}
            onChange={set}
          />
        </div>
        <div className="grid gap-3">
          <BackupPane />
          <ClampsPane shop={shop} onChange={set} />
          <PrintingPane printing={shop.printing} onChange={(printing) => set({ printing })} />
          <ToolsPane tools={shop.tools} threads={catalog.data?.threads ?? []} onChange={(tools) => set({ tools })} />
          <SalvagePane
            items={shop.salvage}
            models={(catalog.data?.hardware ?? []).map((m) => [m.id, m.name])}
            onChange={(salvage) => set({ salvage })}
          />
          <Pane title="Whole stock on hand">
            <OnHand
              label="Sheet"
              counts={shop.sheetsOnHand}
              options={sheets.map((s) => [s.id, `${material(s.materialId)} ${s.name}`])}
              onChange={(sheetsOnHand) => set({ sheetsOnHand })}
            />
            <OnHand
              label="Bar"
              counts={shop.barsOnHand}
              options={(catalog.data?.bars ?? []).map((b) => [b.id, `${material(b.materialId)} ${b.name}`])}
              onChange={(barsOnHand) => set({ barsOnHand })}
            />
          </Pane>
        </div>
      </main>
    </div>
  )
}

const FAMILIES: Record<Schemas['MaterialFamily'], string> = {
  solidWood: 'solid wood',
  plywood: 'plywood',
  mdf: 'MDF',
  aluminium: 'aluminium',
  steel: 'steel',
  acrylic: 'acrylic',
  polycarbonate: 'polycarbonate',
  rubber: 'rubber',
  vinyl: 'vinyl pipe',
  printed: 'prints',
}

function OnHand({
  label,
  counts,
  options,
  onChange,
}: {
  label: string
  counts: Schemas['StockCount'][]
  options: [string, string][]
  onChange: (counts: Schemas['StockCount'][]) => void
}) {
  const free = options.filter(([id]) => counts.every((c) => c.stockId !== id))
  return (
    <div className="mb-4">
      {counts.map((c) => (
        <div key={c.stockId} className="mb-1 grid grid-cols-[minmax(0,1fr)_5rem_auto] items-center gap-2">
          <span>{options.find(([id]) => id === c.stockId)?.[1] ?? c.stockId}</span>
          <NumberField
            hideLabel
            label={`Count of ${c.stockId}`}
            whole
            least={0}
            most={10_000}
            value={c.count}
            onCommit={(v) => v !== null && onChange(counts.map((x) => (x.stockId === c.stockId ? { ...x, count: v } : x)))}
          />
          <Button aria-label={`Take out ${c.stockId}`} onClick={() => onChange(counts.filter((x) => x.stockId !== c.stockId))}>
            ×
          </Button>
        </div>
      ))}
      <Field label={`${label} to register`}>
        <Select value="" onChange={(e) => e.target.value && onChange([...counts, { stockId: e.target.value, count: 1 }])}>
          <option value="">choose</option>
          {free.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
    </div>
  )
}

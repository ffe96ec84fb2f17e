import { useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { api, taken, type Schemas } from '../../api/client'
import { figuresOf, touchedBy } from '../../frame/effects'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { useProject } from '../../project/context'
import { EDGES, type EdgeKey } from './edges'
import { FACE_NAMES } from '../fit/decks'
import { Table } from '../../kit/table'
import { money } from '../../kit/units'

type Method = Schemas['CornerMethod']
type Corner = Schemas['WrapCorner']
type Option = Schemas['CornerOption']

const METHODS: Record<Method, string> = {
  roundedSolid: 'solid, rounded over',
  mitred: 'mitred',
  straightKerf: 'straight kerfs',
  taperedKerf: 'tapered kerfs',
  laminated: 'laminated plies',
  cornerBlock: 'corner block',
}

const nameOf = (edge: EdgeKey) => {
  const faces = EDGES.find((e) => e.key === edge)?.faces ?? ['front', 'top']
  return `${FACE_NAMES[faces[0]]} and ${FACE_NAMES[faces[1]].toLowerCase()}`
}

/** Each corner by every school, side by side: those of the wrap, and any other edge between two wooden panels. */
export function CornersPane({ edge }: { edge: EdgeKey }) {
  const { view } = useProject()
  const wrap = view.design.structures.find((s): s is Schemas['StructureBentWrap'] => s.system === 'bentWrap')
  return (
    <div className="flex flex-col gap-3">
      {wrap && <WrapCorners wrap={wrap} />}
      <OtherEdge first={edge} turned={wrap?.corners.map((c) => c.edge) ?? []} />
      <p className="text-[0.85rem] text-dim">
        Hours, skill and scrap are usual shop figures until yours replace them. The first bend of a wood is a test piece. Hot and
        steamed wood burns: gloves.
      </p>
    </div>
  )
}

/** One is chosen, another kept as plan B with what it would change. */
function WrapCorners({ wrap }: { wrap: Schemas['StructureBentWrap'] }) {
  const { view, changes } = useProject()
  const corners = useQuery({
    queryKey: ['corners', view.id, view.revision],
    queryFn: async () =>
      taken(
        await api.GET('/api/projects/{id}/structures/{structure}/corners', {
          params: { path: { id: view.id, structure: wrap.id } },
        }),
      ),
    placeholderData: (before) => before,
  })
  const set = (corner: Corner, label: string, part: Partial<Corner>) =>
    void changes.edit(label, (d) => ({
      ...d,
      structures: d.structures.map((s) =>
        s.system === 'bentWrap' ? { ...s, corners: s.corners.map((c) => (c.edge === corner.edge ? { ...c, ...part } : c)) } : s,
      ),
    }))
  return corners.data?.map(({ corner, options, planB }) => (
    <Pane key={corner.edge} title={`Corner: ${nameOf(corner.edge)}`}>
      <div className="mb-2 flex flex-wrap items-end gap-3">
        <div className="w-32">
          <LengthField
            big
            label="Outside radius"
            value={corner.radiusMm}
            onCommit={(v) => v !== null && set(corner, 'Radius', { radiusMm: v })}
          />
        </div>
        <div className="w-48">
          <Field label="Plan B">
            <Select
              value={corner.planB ?? ''}
              onChange={(e) => set(corner, 'Plan B', { planB: e.target.value === '' ? null : (e.target.value as Method) })}
            >
              <option value="">none kept</option>
              {options
                .filter((o) => o.method !== corner.method)
                .map((o) => (
                  <option key={o.method} value={o.method}>
                    {METHODS[o.method]}
                  </option>
                ))}
            </Select>
          </Field>
        </div>
        {planB && (
          <p role="note" className="min-w-0 flex-1 text-[0.9rem]">
            Plan B would change: {figuresOf(planB).join(', ') || 'no figure'}; {touchedBy(planB).length} parts touched
            {planB.findingsGained.map((f) => (
              <span key={f.id} className="block text-warn">
                brings: {f.text}
              </span>
            ))}
          </p>
        )}
      </div>
      <Schools
        options={options}
        mark={(o) => (o.method === corner.planB ? 'plan B' : null)}
        chosen={corner.method}
        take={(o) => (
          <Button disabled={!o.possible} onClick={() => set(corner, 'Corner', { method: o.method })}>
            Take
          </Button>
        )}
      />
    </Pane>
  ))
}

/** An edge that nothing bends yet: taking a school there begins a wrap, or makes the one that is there longer. */
function OtherEdge({ first, turned }: { first: EdgeKey; turned: EdgeKey[] }) {
  const { view, changes } = useProject()
  const [wanted, setWanted] = useState<EdgeKey | null>(null)
  const [radiusMm, setRadius] = useState(30)
  const free = EDGES.filter((e) => !turned.includes(e.key))
  const edge = [wanted, first, free[0]?.key].find((e) => e && !turned.includes(e)) ?? first
  const options = useQuery({
    queryKey: ['edge-corners', view.id, view.revision, edge, radiusMm],
    queryFn: async () =>
      taken(
        await api.GET('/api/projects/{id}/edges/{edge}/corners', {
          params: { path: { id: view.id, edge }, query: { radiusMm } },
        }),
      ),
    placeholderData: (before) => before,
  })
  const effect = (method: Method) => options.data?.find((o) => o.option.method === method)?.effect ?? null
  return (
    <Pane title={`Another edge: ${nameOf(edge)}`}>
      <div className="mb-2 flex flex-wrap items-end gap-3">
        <div className="w-56">
          <Field label="Edge to compare">
            <Select value={edge} onChange={(e) => setWanted(e.target.value as EdgeKey)}>
              {free.map((e) => (
                <option key={e.key} value={e.key}>
                  {nameOf(e.key)}
                </option>
              ))}
            </Select>
          </Field>
        </div>
        <div className="w-32">
          <LengthField big label="Radius to try" value={radiusMm} onCommit={(v) => v !== null && setRadius(v)} />
        </div>
      </div>
      {options.data?.length === 0 ? (
        <Empty>Both panels of this edge have to be closed and of wood.</Empty>
      ) : (
        <Schools
          options={options.data?.map((o) => o.option) ?? []}
          mark={(o) => {
            const e = effect(o.method)
            return e && `${figuresOf(e).join(', ') || 'no figure moves'}; ${touchedBy(e).length} parts touched`
          }}
          chosen={null}
          take={(o) => (
            <Button disabled={effect(o.method) === null} onClick={() => void changes.takeCorner(edge, o.method, radiusMm)}>
              Take
            </Button>
          )}
        />
      )}
    </Pane>
  )
}

/** The table of schools for one corner. */
function Schools({
  options,
  mark,
  chosen,
  take,
}: {
  options: Option[]
  mark: (option: Option) => string | null
  chosen: Method | null
  take: (option: Option) => ReactNode
}) {
  return (
    <div className="overflow-x-auto">
      <Table
        label="Schools of corners"
        rows={options}
        rowId={(o) => o.method}
        hot={chosen}
        rowClass={(o) => (o.possible ? '' : 'text-dim')}
        columns={[
          {
            head: 'school',
            value: (o) => METHODS[o.method],
            cell: (o, shown) => (
              <>
                <span className="font-semibold whitespace-nowrap">{shown}</span>
                {mark(o) && <span className="block max-w-56 text-[0.82rem]">{mark(o)}</span>}
              </>
            ),
          },
          { head: 'inside R', value: (o) => o.insideRadiusMm, mm: 1 },
          { head: 'inside lost', value: (o) => o.insideLossMm, mm: 1 },
          { head: 'hours', value: (o) => o.hours, figure: true, cell: (o) => o.hours.toFixed(1) },
          { head: 'material', value: (o) => o.materialCents / 100, figure: true, cell: (o) => money(o.materialCents) },
          { head: 'skill', value: (o) => o.skill, figure: true, cell: (o) => `${o.skill}/5` },
          { head: 'scrap', value: (o) => o.scrapRisk, figure: true, cell: (o) => `${Math.round(o.scrapRisk * 100)} %` },
          { head: 'tests', value: (o) => o.testPieces, figure: true },
          {
            head: 'what it shows, what decides it here',
            value: (o) => `${o.visible ? `${o.visible}; ` : ''}${o.possible ? '' : 'not possible: '}${o.note}`,
            className: 'min-w-44 text-[0.88rem]',
            cell: (o) => (
              <>
                {o.visible && `${o.visible}; `}
                {o.possible ? o.note : <span className="text-stop">not possible: {o.note}</span>}
              </>
            ),
          },
          { head: '', cell: (o) => (o.method === chosen ? <b>chosen</b> : take(o)) },
        ]}
      />
    </div>
  )
}

import { useState, type ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { Keys } from '../../kit/tabs'
import { Table } from '../../kit/table'
import { usePreferences } from '../../kit/preferences'
import { WhyFigure, WhySentence } from '../../kit/why'
import { useRoom, useZoom } from '../../kit/drawing/room'
import { useProject } from '../../project/context'
import { AssemblyMap, AssemblyTable } from './AssemblyMap'
import { PartDrawing, usePartDrawing } from './PartDrawing'
import { numberedHoles, type NumberedHole } from './holes'
import { screwed, screwsOf } from '../../project/mounting'
import { placeOfDevice } from '../../project/places'

/** How the choice of a part names a drawing of several. */
const VIEW = 'view/'

/** Hole map and table of a part, and the screws of the whole housing. */
export function MountsStation() {
  const { view } = useProject()
  const { parts } = view.plan
  const first = parts.find((p) => p.kind === 'tray') ?? parts[0]
  return first ? <Mounts first={first} /> : <Empty>No part yet.</Empty>
}

function Mounts({ first }: { first: Schemas['Part'] }) {
  const { view, focus, setFocus } = useProject()
  const { parts } = view.plan
  const { zoom, step, keys } = useZoom()
  const { ground, paper } = useRoom({ zoom, step })
  const [picked, setPicked] = useState<string | null>(null)
  const [turned, setTurned] = useState(false)
  const [side, setSide] = useState<'drawn' | 'screws'>('drawn')
  const pointed = focus?.startsWith('hole/') ? focus.slice('hole/'.length) : null
  const [passed, setHot] = useState<string | null>(null)
  const hot = passed ?? pointed
  const bearer = pointed === null ? undefined : parts.find((p) => p.features.some((f) => f.id === pointed))?.id
  const carrier = bearer ?? view.plan.devices.find((d) => placeOfDevice(d.id) === focus)?.partId
  const part = parts.find((p) => p.id === (picked ?? carrier ?? focus)) ?? first
  const holes = numberedHoles(part)
  const chosen = picked ?? (focus === null && view.plan.views[0] ? VIEW + view.plan.views[0].id : null)
  const assembly = view.plan.views.find((v) => VIEW + v.id === chosen)
  const drawing = usePartDrawing(part.id, turned, assembly ? null : paper)
  return (
    <div className="grid gap-3 lg:h-full lg:grid-cols-[minmax(0,1fr)_28rem]">
      <div className="flex min-h-72 min-w-0 flex-col border border-line bg-paper">
        <div className="flex flex-wrap items-end gap-3 border-b border-hair px-3 py-2">
          <div className="w-56">
            <Field label="Part">
              <Select
                value={assembly ? VIEW + assembly.id : part.id}
                onChange={(e) => {
                  setPicked(e.target.value)
                  if (!e.target.value.startsWith(VIEW)) setFocus(e.target.value)
                  setHot(null)
                }}
              >
                {view.plan.views.map((v) => (
                  <option key={v.id} value={VIEW + v.id}>
                    {v.title}
                  </option>
                ))}
                {parts.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.name}, {p.features.filter((f) => f.kind === 'hole' || f.kind === 'edgeHole').length} holes
                  </option>
                ))}
              </Select>
            </Field>
          </div>
          {assembly ? (
            <p className="flex-1 self-center">
              Rails by their middle, from the <b>left outside</b>; the shaded one is fixed
            </p>
          ) : (
            <>
              <p className="flex-1 self-center">
                Seen from <b>{turned ? part.farSide : part.seenFrom}</b>
                {turned && <span className="text-warn"> (mirrored: u is shown from the other end)</span>}
              </p>
              <Button onClick={() => setTurned(!turned)}>Turn over</Button>
            </>
          )}
          {keys}
        </div>
        <div {...ground} className="m-2 min-h-[26rem] flex-1 overflow-auto">
          {assembly ? (
            <AssemblyMap assembly={assembly} paper={paper} hot={hot} onHot={setHot} />
          ) : (
            drawing && <PartDrawing part={part} turned={turned} drawing={drawing} hot={hot} onHot={setHot} />
          )}
        </div>
      </div>
      <Pane
        title={side === 'screws' ? 'Screws' : assembly ? assembly.title : `Holes in ${part.name.toLowerCase()}`}
        actions={
          <Keys
            label="Beside the drawing"
            value={side}
            onChange={setSide}
            options={[
              ['drawn', assembly ? 'Measures' : 'Holes'],
              ['screws', 'Screws'],
            ]}
          />
        }
      >
        {side === 'screws' ? (
          <Screws />
        ) : assembly ? (
          <AssemblyTable assembly={assembly} />
        ) : (
          <>
            <HoleTable part={part} holes={holes} marks={drawing?.marks ?? {}} hot={hot} onHot={setHot} turned={turned} />
            <EdgeHoleTable part={part} hot={hot} onHot={setHot} turned={turned} />
            <MilledTable part={part} marks={drawing?.marks ?? {}} turned={turned} />
          </>
        )}
      </Pane>
    </div>
  )
}

function HoleTable({
  part,
  holes,
  marks,
  hot,
  onHot,
  turned,
}: {
  part: Schemas['Part']
  holes: NumberedHole[]
  /** What holes are called by in the drawing: one letter for each bit and setting. */
  marks: Record<string, string>
  hot: string | null
  onHot: (id: string) => void
  turned: boolean
}) {
  const { view } = useProject()
  const { length } = usePreferences()
  const point = (hole: Schemas['FeatureHole']) =>
    view.plan.mountPoints.find((m) => m.partId === part.id && `${m.deviceId}/${m.number}` === hole.id)
  if (holes.length === 0)
    return <Empty>{part.features.some((f) => f.kind === 'edgeHole') ? 'No hole in its faces.' : 'No hole in this part.'}</Empty>
  return (
    <Table
      label={`Holes in ${part.name.toLowerCase()}`}
      rows={holes}
      rowId={(h) => h.hole.id}
      domId={(h) => 'hole/' + h.hole.id}
      hot={hot}
      onPoint={(h) => onHot(h.hole.id)}
      columns={[
        { head: 'no', value: (h) => h.number, figure: true, dim: true },
        { head: 'bit', value: (h) => marks[h.hole.id], className: 'text-violet' },
        {
          head: 'u',
          value: ({ hole }) => (turned ? part.lengthMm - hole.at.u : hole.at.u),
          mm: true,
          large: true,
          cell: ({ hole }, shown) => (
            <PlaceFigure hole={hole} why={turned ? undefined : point(hole)?.whyU} name="u">
              {shown}
            </PlaceFigure>
          ),
        },
        {
          head: 'v',
          value: ({ hole }) => hole.at.v,
          mm: true,
          large: true,
          cell: ({ hole }, shown) => (
            <PlaceFigure hole={hole} why={point(hole)?.whyV} name="v">
              {shown}
            </PlaceFigure>
          ),
        },
        {
          head: 'dia',
          value: ({ hole }) => hole.diaMm,
          mm: true,
          cell: ({ hole }, shown) => (
            <WhySentence title={`diameter ${hole.diaMm} mm`} text={hole.drillWhy}>
              {shown}
            </WhySentence>
          ),
        },
        {
          head: 'depth',
          value: ({ hole }) => hole.depthMm ?? 'through',
          mm: true,
          cell: ({ hole }, shown) =>
            hole.depthMm === null ? (
              shown
            ) : (
              <WhySentence title={`depth ${hole.depthMm} mm`} text={hole.depthWhy ?? hole.drillWhy}>
                {shown}
              </WhySentence>
            ),
        },
        { head: 'for', value: ({ hole }) => purposeOf(hole, length), className: 'text-[0.88rem]' },
      ]}
    />
  )
}

/** What a hole is for, and what is done to it besides. */
function purposeOf(hole: Schemas['FeatureHole'] | Schemas['FeatureEdgeHole'], length: (mm: number) => string): string {
  return [
    hole.purpose,
    hole.thread && `tap ${hole.thread}`,
    hole.sinkDiaMm !== null && `sink ${length(hole.sinkDiaMm)}`,
    hole.counterboreDiaMm !== null &&
      `counterbore ${length(hole.counterboreDiaMm)} to ${length(hole.counterboreDeepMm ?? 0)} deep`,
  ]
    .filter(Boolean)
    .join(', ')
}

/** A position that tells its terms where there are some, its sentence otherwise. */
function PlaceFigure({
  hole,
  why,
  name,
  children,
}: {
  hole: Schemas['FeatureHole']
  why: Schemas['Why'] | undefined
  name: string
  children: ReactNode
}) {
  return why ? (
    <WhyFigure why={why}>{children}</WhyFigure>
  ) : (
    <WhySentence title={`this ${name}`} text={hole.placeWhy}>
      {children}
    </WhySentence>
  )
}

const EDGES: Record<Schemas['PartEdge'], string> = {
  uLeast: 'left end',
  uMost: 'right end',
  vLeast: 'lower edge',
  vMost: 'upper edge',
}

/** Holes and slots that start in the ends and edges, as they lie in the drawing. */
function EdgeHoleTable({
  part,
  hot,
  onHot,
  turned,
}: {
  part: Schemas['Part']
  hot: string | null
  onHot: (id: string) => void
  turned: boolean
}) {
  const { length } = usePreferences()
  const order = Object.keys(EDGES)
  const holes = part.features
    .filter((f): f is Schemas['FeatureEdgeHole'] => f.kind === 'edgeHole')
    .sort((a, b) => order.indexOf(a.edge) - order.indexOf(b.edge) || a.alongMm - b.alongMm)
  if (holes.length === 0) return null
  const across = (edge: Schemas['PartEdge']) => edge === 'vLeast' || edge === 'vMost'
  const word = (edge: Schemas['PartEdge']) =>
    EDGES[turned && edge === 'uLeast' ? 'uMost' : turned && edge === 'uMost' ? 'uLeast' : edge]
  return (
    <>
      <h2 className="mt-4 mb-1">From the ends and edges</h2>
      <Table
        label="Holes from the ends and edges"
        rows={holes}
        rowId={(h) => h.id}
        domId={(h) => 'hole/' + h.id}
        hot={hot}
        onPoint={(h) => onHot(h.id)}
        columns={[
          { head: 'where', value: (h) => word(h.edge), className: 'whitespace-nowrap' },
          {
            head: 'along',
            value: (h) => (turned && across(h.edge) ? part.lengthMm - h.alongMm : h.alongMm),
            mm: true,
            large: true,
          },
          { head: 'below face', value: (h) => (turned ? part.thicknessMm - h.fromSeenMm : h.fromSeenMm), mm: true },
          {
            head: 'dia',
            value: (h) => h.diaMm,
            mm: true,
            cell: (h, shown) => (
              <WhySentence title={`diameter ${h.diaMm} mm`} text={h.why}>
                {shown}
              </WhySentence>
            ),
          },
          { head: 'depth', value: (h) => h.depthMm, mm: true },
          {
            head: 'for',
            value: (h) => purposeOf(h, length) + (h.slotMm === null ? '' : `, slot ${length(h.slotMm)} long`),
            className: 'text-[0.88rem]',
          },
        ]}
      />
    </>
  )
}

/** What is sawn and milled: equal ones at equal steps as one line. */
function MilledTable({ part, marks, turned }: { part: Schemas['Part']; marks: Record<string, string>; turned: boolean }) {
  const { view } = useProject()
  const { length } = usePreferences()
  const rows = view.milled[part.id] ?? []
  if (rows.length === 0) return null
  type Line = (typeof rows)[number]
  const span = (r: Line, from: number, to: number, step: number | undefined) =>
    (r.diaMm !== null ? length((from + to) / 2) : `${length(from)}–${length(to)}`) + (step ? `, every ${length(step)}` : '')
  const along = (r: Line) => {
    const [from, to] = turned ? [part.lengthMm - r.max.u, part.lengthMm - r.min.u] : [r.min.u, r.max.u]
    const last = turned && r.step ? (r.count - 1) * r.step.u : 0
    return span(r, from - last, to - last, r.step?.u)
  }
  return (
    <>
      <h2 className="mt-4 mb-1">Sawn and milled</h2>
      <Table
        label="Sawn and milled"
        rows={rows}
        rowId={(r) => r.id}
        columns={[
          { head: 'no', value: (r) => marks[r.id], figure: true, className: 'text-good' },
          { head: 'what', value: (r) => (r.count > 1 ? `${r.count} × ${r.what}` : r.what) },
          { head: 'u', value: along, figure: true, wrap: true },
          { head: 'v', value: (r) => span(r, r.min.v, r.max.v, r.step?.v), figure: true, wrap: true },
          {
            head: 'depth',
            value: (r) => (r.angleDeg !== null ? `${r.angleDeg}°` : (r.depthMm ?? 'through')),
            mm: true,
            cell: (r, shown) => (
              <WhySentence title={r.what} text={r.why}>
                {shown}
              </WhySentence>
            ),
          },
          {
            head: 'for',
            value: (r) =>
              [
                r.diaMm !== null && `dia ${length(r.diaMm)}`,
                r.cornerRadiusMm > 0 && `corners r ${length(r.cornerRadiusMm)}`,
                r.purpose,
                r.restMm !== null && `${length(r.restMm)} left`,
              ]
                .filter(Boolean)
                .join(', '),
            className: 'text-[0.88rem]',
          },
        ]}
      />
    </>
  )
}

function Screws() {
  const { view, changes, setFocus } = useProject()
  const { length } = usePreferences()
  const { screws, standoffs } = view.plan
  const deviceOf = (s: (typeof screws)[number]) => view.design.devices.find((d) => d.id === s.for)
  return (
    <>
      <Table
        label="Screws"
        rows={screws}
        rowId={(s) => s.id}
        onPoint={(s) => {
          const device = deviceOf(s)
          if (device) setFocus(placeOfDevice(device.id))
        }}
        columns={[
          {
            head: 'where',
            value: (s) => s.where,
            cell: (s) => {
              const standoff = s.id.endsWith('/board') ? standoffs.find((x) => x.deviceId === s.for) : undefined
              return (
                <>
                  {s.where}
                  {standoff && <span className="text-dim">, standoffs {length(standoff.lengthMm ?? standoff.wantedMm)}</span>}
                </>
              )
            },
          },
          {
            head: 'screw',
            value: (s) => `${s.thread} ${s.head}${s.nut ? ', nut' : ''}${s.washerMm > 0 ? `, washer ${length(s.washerMm)}` : ''}`,
          },
          { head: 'count', value: (s) => s.count, figure: true },
          {
            head: 'length',
            value: (s) => s.lengthMm ?? 'none fits',
            mm: true,
            large: true,
            className: (s) => (s.verdict === 'fits' ? '' : 'text-stop'),
            cell: (s, shown) => <WhyFigure why={s.why}>{shown}</WhyFigure>,
          },
          { head: 'bites', value: (s) => s.engagementMm, mm: true },
          {
            head: 'own length',
            className: 'w-24',
            value: (s) => {
              const device = deviceOf(s)
              return device && screwsOf(device.mounting).screwLengthMm
            },
            cell: (s) => {
              const device = s.id.endsWith('/deck') ? undefined : deviceOf(s)
              return (
                device && (
                  <LengthField
                    hideLabel
                    nullable
                    label={`Own length for ${s.where}`}
                    placeholder="chosen"
                    value={screwsOf(device.mounting).screwLengthMm}
                    onCommit={(v) =>
                      void changes.edit('Screw length', (d) => ({
                        ...d,
                        devices: d.devices.map((x) => (x.id === device.id ? screwed(x, { screwLengthMm: v }) : x)),
                      }))
                    }
                  />
                )
              )
            },
          },
        ]}
      />
      <p className="mt-2 text-[0.85rem] text-dim">
        Caution: clamp before drilling, back up the exit side, cover or take out electronics near the drill.
      </p>
    </>
  )
}

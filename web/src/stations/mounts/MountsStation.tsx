import { useState, type ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { Keys } from '../../kit/tabs'
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
  if (holes.length === 0)
    return <Empty>{part.features.some((f) => f.kind === 'edgeHole') ? 'No hole in its faces.' : 'No hole in this part.'}</Empty>
  return (
    <table className="w-full">
      <thead>
        <tr>
          <th>no</th>
          <th>bit</th>
          <th className="text-right">u</th>
          <th className="text-right">v</th>
          <th className="pr-2 text-right">dia</th>
          <th className="text-right">depth</th>
          <th className="pl-2">for</th>
        </tr>
      </thead>
      <tbody>
        {holes.map(({ hole, number }) => {
          const point = view.plan.mountPoints.find((m) => m.partId === part.id && `${m.deviceId}/${m.number}` === hole.id)
          return (
            <tr
              key={hole.id}
              id={'hole/' + hole.id}
              className={`border-t border-hair ${hot === hole.id ? 'bg-brass-soft' : ''}`}
              onMouseEnter={() => onHot(hole.id)}
            >
              <td className="py-1 pr-2 text-right text-dim">{number}</td>
              <td className="py-1 pr-2 text-violet">{marks[hole.id]}</td>
              <td className="py-1 pr-2 text-right text-[1.1rem]">
                <PlaceFigure hole={hole} why={turned ? undefined : point?.whyU} name="u">
                  {length(turned ? part.lengthMm - hole.at.u : hole.at.u)}
                </PlaceFigure>
              </td>
              <td className="py-1 pr-2 text-right text-[1.1rem]">
                <PlaceFigure hole={hole} why={point?.whyV} name="v">
                  {length(hole.at.v)}
                </PlaceFigure>
              </td>
              <td className="py-1 pr-2 text-right">
                <WhySentence title={`diameter ${hole.diaMm} mm`} text={hole.drillWhy}>
                  {length(hole.diaMm)}
                </WhySentence>
              </td>
              <td className="py-1 text-right">
                {hole.depthMm === null ? (
                  'through'
                ) : (
                  <WhySentence title={`depth ${hole.depthMm} mm`} text={hole.depthWhy ?? hole.drillWhy}>
                    {length(hole.depthMm)}
                  </WhySentence>
                )}
              </td>
              <td className="py-1 pl-2 text-[0.88rem]">
                {hole.purpose}
                {hole.thread && `, tap ${hole.thread}`}
                {hole.sinkDiaMm !== null && `, sink ${length(hole.sinkDiaMm)}`}
                {hole.counterboreDiaMm !== null &&
                  `, counterbore ${length(hole.counterboreDiaMm)} to ${length(hole.counterboreDeepMm ?? 0)} deep`}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
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
      <table className="w-full">
        <thead>
          <tr>
            <th>where</th>
            <th className="text-right">along</th>
            <th className="pr-2 text-right">below face</th>
            <th className="pr-2 text-right">dia</th>
            <th className="text-right">depth</th>
            <th className="pl-2">for</th>
          </tr>
        </thead>
        <tbody>
          {holes.map((h) => (
            <tr
              key={h.id}
              id={'hole/' + h.id}
              className={`border-t border-hair ${hot === h.id ? 'bg-brass-soft' : ''}`}
              onMouseEnter={() => onHot(h.id)}
            >
              <td className="py-1 pr-2 whitespace-nowrap">{word(h.edge)}</td>
              <td className="py-1 pr-2 text-right text-[1.1rem]">
                {length(turned && across(h.edge) ? part.lengthMm - h.alongMm : h.alongMm)}
              </td>
              <td className="py-1 pr-2 text-right">{length(turned ? part.thicknessMm - h.fromSeenMm : h.fromSeenMm)}</td>
              <td className="py-1 pr-2 text-right">
                <WhySentence title={`diameter ${h.diaMm} mm`} text={h.why}>
                  {length(h.diaMm)}
                </WhySentence>
              </td>
              <td className="py-1 text-right">{length(h.depthMm)}</td>
              <td className="py-1 pl-2 text-[0.88rem]">
                {h.purpose}
                {h.thread && `, tap ${h.thread}`}
                {h.slotMm !== null && `, slot ${length(h.slotMm)} long`}
                {h.sinkDiaMm !== null && `, sink ${length(h.sinkDiaMm)}`}
                {h.counterboreDiaMm !== null &&
                  `, counterbore ${length(h.counterboreDiaMm)} to ${length(h.counterboreDeepMm ?? 0)} deep`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  )
}

/** What is sawn and milled: equal ones at equal steps as one line. */
function MilledTable({ part, marks, turned }: { part: Schemas['Part']; marks: Record<string, string>; turned: boolean }) {
  const { view } = useProject()
  const { length } = usePreferences()
  const rows = view.milled[part.id] ?? []
  if (rows.length === 0) return null
  const span = (round: boolean, from: number, to: number, step: number | undefined) =>
    (round ? length((from + to) / 2) : `${length(from)}–${length(to)}`) + (step ? `, every ${length(step)}` : '')
  return (
    <>
      <h2 className="mt-4 mb-1">Sawn and milled</h2>
      <table className="w-full">
        <thead>
          <tr>
            <th>no</th>
            <th>what</th>
            <th className="text-right">u</th>
            <th className="pr-2 text-right">v</th>
            <th className="text-right">depth</th>
            <th className="pl-2">for</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => {
            const round = r.diaMm !== null
            const [from, to] = turned ? [part.lengthMm - r.max.u, part.lengthMm - r.min.u] : [r.min.u, r.max.u]
            const last = turned && r.step ? (r.count - 1) * r.step.u : 0
            return (
              <tr key={r.id} className="border-t border-hair align-top">
                <td className="py-1 pr-2 text-right text-good">{marks[r.id]}</td>
                <td className="py-1 pr-2">
                  {r.count > 1 && `${r.count} × `}
                  {r.what}
                </td>
                <td className="py-1 pr-2 text-right">{span(round, from - last, to - last, r.step?.u)}</td>
                <td className="py-1 pr-2 text-right">{span(round, r.min.v, r.max.v, r.step?.v)}</td>
                <td className="py-1 text-right">
                  <WhySentence title={r.what} text={r.why}>
                    {r.angleDeg !== null ? `${r.angleDeg}°` : r.depthMm === null ? 'through' : length(r.depthMm)}
                  </WhySentence>
                </td>
                <td className="py-1 pl-2 text-[0.88rem]">
                  {round && `dia ${length(r.diaMm ?? 0)}, `}
                  {r.cornerRadiusMm > 0 && `corners r ${length(r.cornerRadiusMm)}, `}
                  {r.purpose}
                  {r.restMm !== null && `, ${length(r.restMm)} left`}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </>
  )
}

function Screws() {
  const { view, changes, setFocus } = useProject()
  const { length } = usePreferences()
  const { screws, standoffs } = view.plan
  return (
    <>
      <table className="w-full">
        <thead>
          <tr>
            <th>where</th>
            <th>screw</th>
            <th className="pr-2 text-right">count</th>
            <th className="pr-2 text-right">length</th>
            <th className="text-right">bites</th>
            <th className="pl-2">own length</th>
          </tr>
        </thead>
        <tbody>
          {screws.map((s) => {
            const device = view.design.devices.find((d) => d.id === s.for)
            const own = device && !s.id.endsWith('/deck')
            const standoff = device && standoffs.find((x) => x.deviceId === device.id)
            return (
              <tr key={s.id} className="border-t border-hair" onMouseEnter={() => device && setFocus(placeOfDevice(device.id))}>
                <td className="py-1 pr-2">
                  {s.where}
                  {standoff && s.id.endsWith('/board') && (
                    <span className="text-dim">, standoffs {length(standoff.lengthMm ?? standoff.wantedMm)}</span>
                  )}
                </td>
                <td className="py-1 pr-2">
                  {s.thread} {s.head}
                  {s.nut && ', nut'}
                  {s.washerMm > 0 && `, washer ${length(s.washerMm)}`}
                </td>
                <td className="py-1 pr-2 text-right">{s.count}</td>
                <td className={`py-1 pr-2 text-right text-[1.1rem] ${s.verdict === 'fits' ? '' : 'text-stop'}`}>
                  <WhyFigure why={s.why}>{s.lengthMm === null ? 'none fits' : length(s.lengthMm)}</WhyFigure>
                </td>
                <td className="py-1 pr-2 text-right">{s.engagementMm === null ? '' : length(s.engagementMm)}</td>
                <td className="w-24 py-1 pl-2">
                  {own && (
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
                  )}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <p className="mt-2 text-[0.85rem] text-dim">
        Caution: clamp before drilling, back up the exit side, cover or take out electronics near the drill.
      </p>
    </>
  )
}

import { lazy, Suspense, useState } from 'react'
import type { Schemas } from '../../api/client'
import { Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { useCatalog, useUsual } from '../../project/useProject'
import { FACE_NAMES } from '../fit/decks'
import { StockOptions } from '../fit/StockOptions'
import { Keys } from '../../kit/tabs'
import { BoxNet } from './BoxNet'
import { panelsOf } from './panels'
import { CornersPane } from './CornersPane'
import { GluePane } from './GluePane'
import { LayoutPane } from './LayoutPane'
import { MeetingsPane } from './MeetingsPane'
import { StructuresPane } from './StructuresPane'
import { EDGES, edgeName, JOINTS, jointWord, type EdgeKey } from './edges'
import { Table } from '../../kit/table'

type Look = 'net' | 'built' | 'joint' | 'corners' | 'glue' | 'meetings'

/** Three dimensions are fetched only when they are looked at. */
const SolidView = lazy(() => import('../../kit/solid/SolidView').then((m) => ({ default: m.SolidView })))

const LOOKS: [Look, string][] = [
  ['net', 'Unfolded'],
  ['built', 'Built'],
  ['joint', 'Joint layout'],
  ['corners', 'Corners'],
  ['glue', 'Glue-up'],
  ['meetings', 'Fits and loads'],
]

/** Drawings that need the whole width. */
const WIDE: Look[] = ['corners', 'glue', 'meetings']
type Side = 'edge' | 'structures'

/** Panels, the joints of the twelve edges, and the structures that build the box another way. */
export function ShellStation() {
  const { view } = useProject()
  const [picked, setEdge] = useState<EdgeKey>('frontLeft')
  const [wanted, setLook] = useState<Look | null>(null)
  const [turnedTo, setSide] = useState<Side>('edge')
  // what does not exist in this design is not offered: the net of a frame, the edges of a board
  const edges = EDGES.filter((e) => view.plan.edges.some((m) => m.edge === e.key))
  const edge = edges.some((e) => e.key === picked) ? picked : (edges[0]?.key ?? null)
  const closed = view.plan.parts.some((p) => p.closes !== null)
  const looks = LOOKS.filter(([key]) => (key === 'net' ? closed : key === 'joint' || key === 'corners' ? edge !== null : true))
  const look = looks.find(([key]) => key === wanted)?.[0] ?? (edge === null ? 'built' : 'net')
  const side = edge === null ? 'structures' : turnedTo
  const shown = <Keys label="Shown as" value={look} onChange={setLook} options={looks} />
  return (
    <div
      className={`grid gap-3 lg:h-full lg:grid-rows-[minmax(0,1fr)_auto] ${WIDE.includes(look) ? '' : 'lg:grid-cols-[minmax(0,1fr)_21rem]'}`}
    >
      <div className="flex min-h-72 min-w-0 flex-col gap-2 border border-line bg-paper p-2 lg:overflow-auto">
        {look !== 'built' && <div className="max-w-2xl">{shown}</div>}
        {look === 'net' && <BoxNet chosen={edge} onChoose={setEdge} />}
        {look === 'built' && (
          <Suspense fallback={shown}>
            <SolidView lead={shown} />
          </Suspense>
        )}
        {look === 'joint' && edge !== null && <LayoutPane edge={edge} />}
        {look === 'corners' && edge !== null && <CornersPane edge={edge} />}
        {look === 'glue' && <GluePane />}
        {look === 'meetings' && <MeetingsPane />}
      </div>
      <div className={`row-span-2 flex min-h-0 flex-col gap-3 lg:overflow-auto ${WIDE.includes(look) ? 'hidden' : ''}`}>
        {edge !== null && (
          <Keys
            label="Beside the drawing"
            value={side}
            onChange={setSide}
            options={[
              ['edge', 'Edges'],
              ['structures', 'Structures'],
            ]}
          />
        )}
        {side === 'structures' && <StructuresPane />}
        {side === 'edge' && edge !== null && (
          <>
            <EdgePane id={edge} edges={edges} onChoose={setEdge} />
            <FeetPane />
            <Pane title="All edges">
              <ul>
                {edges.map((e) => (
                  <EdgeLine key={e.key} id={e.key} chosen={e.key === edge} onChoose={setEdge} />
                ))}
              </ul>
            </Pane>
          </>
        )}
      </div>
      {(look === 'net' || (look === 'built' && edge === null)) && <PanelsPane />}
    </div>
  )
}

function EdgeLine({ id, chosen, onChoose }: { id: EdgeKey; chosen: boolean; onChoose: (id: EdgeKey) => void }) {
  const { view } = useProject()
  const asked = view.design.box.edges.find((e) => e.id === id)
  const made = view.plan.edges.find((e) => e.edge === id)
  if (!asked || !made) return null
  // what a structure makes otherwise is told as it is made
  const edge = { ...asked, joint: made.joint, covers: made.host }
  return (
    <li>
      <button
        type="button"
        aria-current={chosen}
        className={`w-full px-1 py-1 text-left text-[0.92rem] ${chosen ? 'bg-brass-soft' : 'hover:bg-violet-soft'}`}
        onClick={() => onChoose(id)}
      >
        {edgeName(edge)}
      </button>
    </li>
  )
}

function EdgePane({ id, edges, onChoose }: { id: EdgeKey; edges: typeof EDGES; onChoose: (id: EdgeKey) => void }) {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const catalog = useCatalog()
  const edge = view.design.box.edges.find((e) => e.id === id)
  const made = view.plan.edges.find((e) => e.edge === id)
  const faces = EDGES.find((e) => e.key === id)?.faces ?? []
  if (!edge) return null
  const set = (label: string, part: Partial<Schemas['Edge']>) =>
    void changes.edit(label, (d) => ({
      ...d,
      box: { ...d.box, edges: d.box.edges.map((e) => (e.id === id ? { ...e, ...part } : e)) },
    }))
  return (
    <Pane title="Edge">
      <div className="grid grid-cols-2 gap-2">
        <Field label="Edge">
          <Select value={id} onChange={(e) => onChoose(e.target.value as EdgeKey)}>
            {edges.map((e) => (
              <option key={e.key} value={e.key}>
                {FACE_NAMES[e.faces[0]]} and {FACE_NAMES[e.faces[1]].toLowerCase()}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Joint">
          <Select
            value={edge.joint}
            onChange={(e) => {
              const joint = e.target.value as Schemas['JointKind']
              set('Joint', {
                joint,
                depthMm: null,
                blockBarId:
                  joint === 'buttScrewed' ? (edge.blockBarId ?? 'beech-20x20') : joint === 'magnets' ? null : edge.blockBarId,
              })
            }}
          >
            {Object.entries(JOINTS).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </Field>
        {edge.joint !== 'mitre' && (
          <Field label="Runs over the other">
            <Select value={edge.covers} onChange={(e) => set('Which covers', { covers: e.target.value as Schemas['Face'] })}>
              {faces.map((f) => (
                <option key={f} value={f}>
                  {FACE_NAMES[f]}
                </option>
              ))}
            </Select>
          </Field>
        )}
        {(edge.joint === 'rabbet' || edge.joint === 'groove') && (
          <LengthField
            label="Enters by"
            nullable
            placeholder={`half: ${length(made?.entryMm ?? 0)}`}
            value={edge.depthMm}
            onCommit={(v) => set('Entry', { depthMm: v })}
          />
        )}
        {edge.joint === 'mitre' && (
          <Tick label="Splined" checked={edge.splined} onChange={(splined) => set('Spline', { splined })} />
        )}
        {edge.joint === 'buttScrewed' && edge.blockBarId && (
          <Tick label="Heads under wood plugs" checked={edge.plugged} onChange={(plugged) => set('Plugs', { plugged })} />
        )}
        {(edge.joint === 'buttScrewed' || edge.joint === 'magnets') && (
          <Field label="Block">
            <Select
              value={edge.blockBarId ?? ''}
              onChange={(e) => set('Block', { blockBarId: e.target.value === '' ? null : e.target.value })}
            >
              <option value="">{edge.joint === 'magnets' ? 'none: in the end' : 'none'}</option>
              {catalog.data?.bars.map((b) => (
                <option key={b.id} value={b.id}>
                  {catalog.data.materials.find((m) => m.id === b.materialId)?.name} {b.name}
                </option>
              ))}
            </Select>
          </Field>
        )}
      </div>
      <p className="mt-2 text-[0.92rem]">
        {edgeName(edge)}
        {made && made.joint !== edge.joint && `; here ${jointWord(made.joint)}, as a structure has it`}
        {made && `; ${length(made.lengthMm)} long`}
        {made && made.entryMm > 0 && `, enters ${length(made.entryMm)}`}.
      </p>
    </Pane>
  )
}

function FeetPane() {
  const { view, changes } = useProject()
  const { feet } = view.design.box
  const usual = useUsual()
  const set = (label: string, value: Schemas['Feet'] | null) =>
    void changes.edit(label, (d) => ({ ...d, box: { ...d.box, feet: value } }))
  return (
    <Pane
      title="Feet"
      actions={
        <Tick
          label="four feet"
          checked={feet !== null}
          onChange={(on) => set(on ? 'Add feet' : 'Take off feet', on && usual ? usual.feet : null)}
        />
      }
    >
      {feet ? (
        <div className="grid grid-cols-3 gap-2">
          <LengthField label="Dia" value={feet.diaMm} onCommit={(v) => v !== null && set('Feet', { ...feet, diaMm: v })} />
          <LengthField
            label="Height"
            value={feet.heightMm}
            onCommit={(v) => v !== null && set('Feet', { ...feet, heightMm: v })}
          />
          <LengthField label="Inset" value={feet.insetMm} onCommit={(v) => v !== null && set('Feet', { ...feet, insetMm: v })} />
        </div>
      ) : (
        <p className="text-dim">
          {view.design.structures.some((x) => x.system === 'printedFeet' || x.system === 'plinth')
            ? 'It stands on what a structure sets under it.'
            : 'It stands on its bottom.'}
        </p>
      )}
    </Pane>
  )
}

function PanelsPane() {
  const { view, changes, focus, setFocus } = useProject()
  const { length } = usePreferences()
  const catalog = useCatalog()
  const set = (face: Schemas['Face'], label: string, part: Partial<Schemas['Panel']>) =>
    void changes.edit(label, (d) => ({
      ...d,
      box: { ...d.box, panels: d.box.panels.map((p) => (p.face === face ? { ...p, ...part } : p)) },
    }))
  const partOf = (p: Schemas['Panel']) => view.plan.parts.find((x) => x.closes === p.face)
  const stockOf = (p: Schemas['Panel']) => catalog.data?.materials.find((m) => m.id === p.materialId)
  const panels = view.design.box.panels.filter((p) => p.hold !== 'open')
  const open = view.design.box.panels.filter((p) => p.hold === 'open')
  const close = open.length > 0 && (
    <Select
      aria-label="Close a face"
      value=""
      onChange={(e) => set(e.target.value as Schemas['Face'], 'Close a face', { hold: 'fixed' })}
    >
      <option value="">close a face…</option>
      {open.map((p) => (
        <option key={p.face} value={p.face}>
          {FACE_NAMES[p.face]}
        </option>
      ))}
    </Select>
  )
  if (panels.length === 0)
    return (
      <Pane title="Panels" actions={close}>
        <p className="text-dim">No panel: every face is open.</p>
      </Pane>
    )
  return (
    <Pane title="Panels" actions={close}>
      <Table
        label="Panels"
        className="overflow-x-auto"
        rows={panels}
        rowId={(p) => p.face}
        hot={panels.find((p) => partOf(p)?.id === focus)?.face}
        onPoint={(p) => {
          const part = partOf(p)
          if (part) setFocus(part.id)
        }}
        columns={[
          { head: 'panel', value: (p) => FACE_NAMES[p.face], className: 'whitespace-nowrap' },
          {
            head: 'material',
            value: (p) => stockOf(p)?.name,
            cell: (p) => (
              <Select
                className="min-w-42"
                aria-label={`Material of ${FACE_NAMES[p.face]}`}
                value={`${p.materialId}|${p.nominalMm}`}
                onChange={(e) => {
                  const [materialId = '', nominal = ''] = e.target.value.split('|')
                  set(p.face, 'Panel material', { materialId, nominalMm: Number(nominal), measuredMm: null })
                }}
              >
                {catalog.data && <StockOptions catalog={catalog.data} />}
              </Select>
            ),
          },
          {
            head: 'measured',
            value: (p) => p.measuredMm,
            mm: true,
            className: 'w-18',
            cell: (p) => (
              <LengthField
                hideLabel
                label={`Measured thickness of ${FACE_NAMES[p.face]}`}
                nullable
                placeholder={length(partOf(p)?.thicknessMm ?? 0)}
                value={p.measuredMm}
                onCommit={(v) => set(p.face, 'Measured thickness', { measuredMm: v })}
              />
            ),
          },
          {
            head: 'let in',
            value: (p) => p.insetMm,
            mm: true,
            className: 'w-18',
            cell: (p) => (
              <LengthField
                hideLabel
                label={`Inset of ${FACE_NAMES[p.face]}`}
                value={p.insetMm}
                onCommit={(v) => v !== null && set(p.face, 'Inset', { insetMm: v })}
              />
            ),
          },
          {
            head: 'grain',
            value: (p) => p.grain,
            cell: (p) =>
              stockOf(p)?.hasGrain ? (
                <Select
                  className="min-w-20"
                  aria-label={`Grain of ${FACE_NAMES[p.face]}`}
                  value={p.grain}
                  onChange={(e) => set(p.face, 'Grain', { grain: e.target.value as Schemas['GrainRun'] })}
                >
                  <option value="alongU">level</option>
                  <option value="alongV">upright</option>
                </Select>
              ) : (
                <span className="text-dim">none</span>
              ),
          },
          {
            head: 'held',
            value: (p) => p.hold,
            cell: (p) => (
              <Select
                className="min-w-26"
                aria-label={`Hold of ${FACE_NAMES[p.face]}`}
                value={p.hold === 'hinged' ? `hinged-${p.hingeAt}` : p.hold}
                onChange={(e) => {
                  const [hold, hingeAt] = e.target.value.split('-') as [Schemas['PanelHold'], Schemas['Face']?]
                  set(p.face, 'Hold', { hold, hingeAt: hingeAt ?? null })
                }}
              >
                <option value="fixed">fixed</option>
                <option value="removable">comes off</option>
                <option value="open">left open</option>
                {(Object.keys(FACE_NAMES) as Schemas['Face'][])
                  .filter((f) => EDGES.some((e) => e.faces.includes(f) && e.faces.includes(p.face)) && f !== p.face)
                  .map((f) => (
                    <option key={f} value={`hinged-${f}`}>
                      door, hinged {f}
                    </option>
                  ))}
              </Select>
            ),
          },
          {
            head: 'fit',
            value: (p) => p.fit,
            cell: (p) =>
              p.hold === 'fixed' ? (
                stockOf(p)?.family === 'solidWood' && (
                  <Tick label="floats" checked={p.floats} onChange={(floats) => set(p.face, 'Floating panel', { floats })} />
                )
              ) : (
                <Select
                  className="min-w-22"
                  aria-label={`Fit of ${FACE_NAMES[p.face]}`}
                  value={p.fit ?? ''}
                  onChange={(e) =>
                    set(p.face, 'Fit', { fit: e.target.value === '' ? null : (e.target.value as Schemas['FitClass']) })
                  }
                >
                  <option value="">to size</option>
                  <option value="press">press</option>
                  <option value="snug">snug</option>
                  <option value="sliding">sliding</option>
                  <option value="loose">loose</option>
                </Select>
              ),
          },
          {
            head: 'finished size',
            value: (p) =>
              panelsOf(view.plan, p.face)
                .map((x) => `${length(x.lengthMm)} × ${length(x.widthMm)}`)
                .join(', '),
            figure: true,
            cell: (p) =>
              panelsOf(view.plan, p.face).map((x) => (
                <div key={x.id}>
                  {length(x.lengthMm)} × {length(x.widthMm)}
                </div>
              )),
          },
        ]}
      />
    </Pane>
  )
}

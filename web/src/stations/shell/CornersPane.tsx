import { useQuery } from '@tanstack/react-query'
import { api, taken, type Schemas } from '../../api/client'
import { figuresOf } from '../../frame/effects'
import { Button, Empty, Field, Pane, Select } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { EDGES } from './edges'
import { FACE_NAMES } from '../fit/decks'

type Method = Schemas['CornerMethod']
type Corner = Schemas['WrapCorner']

const METHODS: Record<Method, string> = {
  roundedSolid: 'solid, rounded over',
  mitred: 'mitred',
  straightKerf: 'straight kerfs',
  taperedKerf: 'tapered kerfs',
  laminated: 'laminated plies',
  cornerBlock: 'corner block',
}

/** Each corner of the wrap by every school, side by side; one is chosen, another kept as plan B with what it would change. */
export function CornersPane() {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const wrap = view.design.structures.find((s): s is Schemas['StructureBentWrap'] => s.system === 'bentWrap')
  const corners = useQuery({
    queryKey: ['corners', view.id, view.revision],
    enabled: wrap !== undefined,
    queryFn: async () =>
      taken(
        await api.GET('/api/projects/{id}/structures/{structure}/corners', {
          params: { path: { id: view.id, structure: wrap?.id ?? '' } },
        }),
      ),
    placeholderData: (before) => before,
  })
  if (!wrap) return <Empty>Corners are compared when a bent wrap is among the structures.</Empty>
  const set = (corner: Corner, label: string, part: Partial<Corner>) =>
    void changes.edit(label, (d) => ({
      ...d,
      structures: d.structures.map((s) =>
        s.system === 'bentWrap' ? { ...s, corners: s.corners.map((c) => (c.edge === corner.edge ? { ...c, ...part } : c)) } : s,
      ),
    }))
  return (
    <div className="flex flex-col gap-3">
      {corners.data?.map(({ corner, options, planB }) => {
        const faces = EDGES.find((e) => e.key === corner.edge)?.faces ?? ['front', 'top']
        const name = `${FACE_NAMES[faces[0]]} and ${FACE_NAMES[faces[1]].toLowerCase()}`
        return (
          <Pane key={corner.edge} title={`Corner: ${name}`}>
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
                  Plan B would change: {figuresOf(planB).join(', ') || 'no figure'};{' '}
                  {planB.partsAdded.length + planB.partsRemoved.length + planB.partsChanged.length} parts touched
                  {planB.findingsGained.map((f) => (
                    <span key={f.id} className="block text-warn">
                      brings: {f.text}
                    </span>
                  ))}
                </p>
              )}
            </div>
            <div className="overflow-x-auto">
              <table className="w-full min-w-[44rem]">
                <thead>
                  <tr>
                    <th>school</th>
                    <th className="pr-3 text-right">inside R</th>
                    <th className="pr-3 text-right">inside lost</th>
                    <th className="pr-3 text-right">hours</th>
                    <th className="pr-3 text-right">material</th>
                    <th className="pr-3 text-right">skill</th>
                    <th className="pr-3 text-right">scrap</th>
                    <th className="pr-3 text-right">tests</th>
                    <th className="pl-3">what it shows, what decides it here</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {options.map((o) => {
                    const chosen = o.method === corner.method
                    return (
                      <tr
                        key={o.method}
                        aria-current={chosen}
                        className={`border-t border-hair align-top ${chosen ? 'bg-brass-soft' : ''} ${o.possible ? '' : 'text-dim'}`}
                      >
                        <td className="py-1 pr-2 font-semibold whitespace-nowrap">
                          {METHODS[o.method]}
                          {o.method === corner.planB && <span className="block text-[0.82rem] font-normal">plan B</span>}
                        </td>
                        <td className="py-1 pr-3 text-right whitespace-nowrap">{length(o.insideRadiusMm, 1)}</td>
                        <td className="py-1 pr-3 text-right whitespace-nowrap">{length(o.insideLossMm, 1)}</td>
                        <td className="py-1 pr-3 text-right whitespace-nowrap">{o.hours.toFixed(1)}</td>
                        <td className="py-1 pr-3 text-right whitespace-nowrap">{(o.materialCents / 100).toFixed(2)}</td>
                        <td className="py-1 pr-3 text-right whitespace-nowrap">{o.skill}/5</td>
                        <td className="py-1 pr-3 text-right whitespace-nowrap">{Math.round(o.scrapRisk * 100)} %</td>
                        <td className="py-1 pr-3 text-right whitespace-nowrap">{o.testPieces}</td>
                        <td className="py-1 pl-3 text-[0.88rem]">
                          {o.visible && `${o.visible}; `}
                          {o.possible ? o.note : <span className="text-stop">not possible: {o.note}</span>}
                        </td>
                        <td className="py-1 pl-2">
                          {chosen ? (
                            <b>chosen</b>
                          ) : (
                            <Button disabled={!o.possible} onClick={() => set(corner, 'Corner', { method: o.method })}>
                              Take
                            </Button>
                          )}
                        </td>
                      </tr>
                    )
                  })}
                </tbody>
              </table>
            </div>
          </Pane>
        )
      })}
      <p className="text-[0.85rem] text-dim">
        Hours, skill and scrap are usual shop figures until yours replace them. The first bend of a wood is a test piece.
      </p>
    </div>
  )
}

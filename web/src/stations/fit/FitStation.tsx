import { useSearchParams } from 'react-router'
import { lazy, Suspense, useState } from 'react'
import type { Schemas } from '../../api/client'
import { Field, Pane, Select } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { Keys } from '../../kit/tabs'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { depthFollows } from './decks'
import { DecksPane } from './DecksPane'
import { LinksPane } from './LinksPane'
import { MockUpPane } from './MockUpPane'
import type { ViewKey } from './SectionDrawing'
import { PlaceEditor } from './PlaceEditor'
import { PocketsPane } from './PocketsPane'
import { OtherViews, SectionsPane, throughs, VIEWS } from './SectionsPane'
import { ShellSearchPane } from './ShellSearchPane'
import { deviceAt } from '../../project/places'

const SolidView = lazy(() => import('../../kit/solid/SolidView').then((m) => ({ default: m.SolidView })))

/** One of a rack's equal devices stands for the one that they all follow. */
const templateOf = (id: string) => id.split('@')[0] ?? id

type Look = 'views' | 'solid' | 'mockUp'
type Side = 'views' | 'decks' | 'cables' | 'shells' | 'pockets'

/** Where everything stands: views, solid model or mock-up, beside chains, decks, cables and the search for a shell. */
export function FitStation() {
  const { view, changes, focus } = useProject()
  const change = (id: string, label: string, how: (d: Schemas['Device']) => Schemas['Device']) =>
    void changes.edit(label, (x) => ({ ...x, devices: x.devices.map((d) => (d.id === templateOf(id) ? how(d) : d)) }))
  const round = (v: number) => Math.round(v * 1000) / 1000
  const move = (id: string, du: number, dv: number) =>
    change(id, 'Move a device', (d) => ({ ...d, uMm: round(d.uMm + du), vMm: round(d.vMm + dv) }))
  const turn = (id: string) => change(id, 'Turn a device', (d) => ({ ...d, quarterTurns: (d.quarterTurns + 1) % 4 }))
  const [look, setLook] = useState<Look>('views')
  const [side, setSide] = useState<Side>('views')
  const chosen = deviceAt(focus)
  const device = chosen === null ? undefined : view.design.devices.find((d) => d.id === templateOf(chosen))
  const [search, setSearch] = useSearchParams()
  const [picked, setPicked] = useState<string | null>(null)
  const main = VIEWS.find((v) => v === search.get('view')) ?? 'front'
  const open = (which: ViewKey) =>
    setSearch(
      (now) => {
        now.set('view', which)
        return now
      },
      { replace: true },
    )
  const through = throughs(view)
  const cut = through.some(([k]) => k === chosen) ? chosen : (picked ?? through[0]?.[0] ?? null)
  const shown = (
    <Keys
      label="Shown as"
      value={look}
      onChange={setLook}
      options={[
        ['views', 'Section'],
        ['solid', 'Solid'],
        ['mockUp', 'Mock-up'],
      ]}
    />
  )
  return (
    <div className="grid gap-3 lg:h-full lg:grid-cols-[minmax(0,1fr)_23rem]">
      <div className="flex min-h-[26rem] min-w-0 flex-col gap-2 border border-line bg-paper p-3">
        {look === 'views' ? (
          <SectionsPane lead={shown} main={main} cut={cut} onCut={setPicked} onMove={move} onTurn={turn} />
        ) : (
          look === 'mockUp' && <div className="max-w-sm">{shown}</div>
        )}
        {look === 'solid' && (
          <Suspense fallback={shown}>
            <SolidView lead={shown} />
          </Suspense>
        )}
        {look === 'mockUp' && <MockUpPane />}
      </div>
      <div className="flex min-h-0 flex-col gap-3 lg:overflow-auto">
        {device && <PlaceEditor key={device.id} device={device} onChange={(label, how) => change(device.id, label, how)} />}
        <Keys
          label="Beside the drawing"
          value={side}
          onChange={setSide}
          options={[
            ['views', 'Views'],
            ['decks', 'Decks'],
            ['cables', 'Cables'],
            ['shells', 'Shells'],
            ['pockets', 'Pockets'],
          ]}
        />
        {side === 'views' && (
          <Pane title="The other views">
            {look === 'views' && <OtherViews main={main} onOpen={open} cut={cut} onMove={move} onTurn={turn} />}
            <BoxSize />
          </Pane>
        )}
        {side === 'decks' && <DecksPane />}
        {side === 'cables' && <LinksPane />}
        {side === 'shells' && <ShellSearchPane />}
        {side === 'pockets' && <PocketsPane />}
      </div>
    </div>
  )
}

function BoxSize() {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const { box } = view.design
  const set = (label: string, part: Partial<Schemas['PanelBox']>) =>
    void changes.edit(label, (d) => ({ ...d, box: { ...d.box, ...part } }))
  return (
    <div className="grid grid-cols-2 gap-2">
      <LengthField label="Width" value={box.widthMm} onCommit={(v) => v !== null && set('Width', { widthMm: v })} />
      {depthFollows(view.design) ? (
        <Field label="Depth">
          <p className="py-1.5">
            {length(view.plan.outer.max.y - view.plan.outer.min.y)}
            <span className="ml-2 text-muted">as the hardware asks</span>
          </p>
        </Field>
      ) : (
        <LengthField label="Depth" value={box.depthMm} onCommit={(v) => v !== null && set('Depth', { depthMm: v })} />
      )}
      <LengthField label="Height" value={box.heightMm} onCommit={(v) => v !== null && set('Height', { heightMm: v })} />
      <Field label="These are">
        <Select
          value={box.basis}
          onChange={(e) => {
            const basis = e.target.value as Schemas['SizeBasis']
            const { outer, inner } = view.plan
            const of = (k: 'x' | 'y' | 'z') =>
              Math.round((basis === 'outer' ? outer.max[k] - outer.min[k] : inner.max[k] - inner.min[k]) * 1e6) / 1e6
            set('Sizes meant', { basis, widthMm: of('x'), depthMm: of('y'), heightMm: of('z') })
          }}
        >
          <option value="outer">outside</option>
          <option value="inner">inside</option>
        </Select>
      </Field>
    </div>
  )
}

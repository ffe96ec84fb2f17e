import { useState, type ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Select } from '../../kit/controls'
import { useZoom } from '../../kit/drawing/room'
import { Keys } from '../../kit/tabs'
import { useProject } from '../../project/context'
import { placeOfDevice } from '../../project/places'
import type { ProjectView } from '../../project/useProject'
import { SectionDrawing, VIEW_NAMES, type ViewKey } from './SectionDrawing'

export const VIEWS = Object.keys(VIEW_NAMES) as ViewKey[]
const CHAIN = 'chain/'

/** What a section can be laid through, key and name: what has chains first. */
export const throughs = ({ plan }: ProjectView): [string, string][] => {
  const chained = new Set(plan.chains.map((c) => c.through))
  const devices = [...plan.devices].sort((a, b) => Number(chained.has(b.id)) - Number(chained.has(a.id)))
  return devices.length > 0 ? devices.map((d) => [d.id, d.name]) : [['box', 'the middle']]
}

type Cut = {
  cut: string | null
  onMove: (id: string, du: number, dv: number) => void
  onTurn: (id: string) => void
}

/** A section with its chains to be typed into. */
export function SectionsPane({
  lead,
  main,
  cut,
  onCut,
  onMove,
  onTurn,
}: {
  lead: ReactNode
  main: ViewKey
  onCut: (through: string) => void
} & Cut) {
  const { view, changes, setFocus } = useProject()
  const [policy, setPolicy] = useState<Schemas['ChainPolicy']>('useSlack')
  const { zoom, step, keys } = useZoom()
  const onFigure = (figure: Schemas['Figure'], mm: number) => {
    if (!figure.id.startsWith(CHAIN)) return void changes.putFigure(figure.id, mm)
    const at = figure.id.lastIndexOf('/')
    void changes.setLayer(figure.id.slice(CHAIN.length, at), Number(figure.id.slice(at + 1)), mm, policy)
  }
  return (
    <>
      <div className="flex flex-wrap items-end gap-x-3 gap-y-1">
        {lead}
        <div className="w-44">
          <Select
            aria-label="Cut through"
            value={cut ?? ''}
            onChange={(e) => {
              onCut(e.target.value)
              if (view.plan.devices.some((x) => x.id === e.target.value)) setFocus(placeOfDevice(e.target.value))
            }}
          >
            {throughs(view).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </div>
        <Keys
          label="When a layer changes"
          value={policy}
          onChange={setPolicy}
          options={[
            ['useSlack', 'air gives way'],
            ['changeBox', 'box changes'],
          ]}
        />
      </div>
      <figure className="flex min-h-[24rem] min-w-0 flex-1 flex-col">
        <SectionDrawing
          key={main}
          view={main}
          through={cut}
          chains
          zoom={zoom}
          step={step}
          onFigure={onFigure}
          onMove={onMove}
          onTurn={onTurn}
        />
      </figure>
      <div className="flex items-center gap-2">
        <p className="flex-1 text-[0.82rem] text-dim">
          Violet frames: type into them. Drag devices, or choose one and use the arrow keys. Dashed: before the cut.
        </p>
        {keys}
      </div>
    </>
  )
}

/** The two views beside the large one, to be made the large one. */
export function OtherViews({ main, onOpen, cut, onMove, onTurn }: { main: ViewKey; onOpen: (view: ViewKey) => void } & Cut) {
  return (
    <>
      {VIEWS.filter((v) => v !== main).map((v) => (
        <figure key={v} className="mb-2 flex h-56 min-w-0 flex-col">
          <SectionDrawing view={v} through={cut} chains={false} onMove={onMove} onTurn={onTurn} />
          <figcaption>
            <Button look="quiet" className="!min-h-7 w-full text-violet" onClick={() => onOpen(v)}>
              {VIEW_NAMES[v]}: make it the large one
            </Button>
          </figcaption>
        </figure>
      ))}
    </>
  )
}

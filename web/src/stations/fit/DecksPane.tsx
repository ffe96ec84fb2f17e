import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Empty, Field, Pane, Select, Tick } from '../../kit/controls'
import { LengthField, NumberField, TextField } from '../../kit/fields'
import { useProject } from '../../project/context'
import { useCatalog, useUsual } from '../../project/useProject'
import { StockOptions } from './StockOptions'

const FROM: Record<Schemas['TrayPlane'], string> = {
  level: 'Underside above the floor',
  facesFront: 'Far face from the back',
  facesRight: 'Far face from the left',
}

const OUTS: Record<Schemas['TrayPlane'], Schemas['Face'][]> = {
  level: ['front', 'back', 'left', 'right'],
  facesFront: ['left', 'right', 'top'],
  facesRight: ['front', 'back', 'top'],
}

/** The plates that carry hardware: how they lie, what carries them, whether they slide. */
export function DecksPane() {
  const { view, changes } = useProject()
  const catalog = useCatalog()
  const { trays } = view.design
  const set = (id: string, label: string, part: Partial<Schemas['Tray']>) =>
    void changes.edit(label, (d) => ({ ...d, trays: d.trays.map((t) => (t.id === id ? { ...t, ...part } : t)) }))
  const usual = useUsual()
  const add = () =>
    usual &&
    void changes.edit('Add a tray', (d) => {
      let n = d.trays.length + 1
      while (d.trays.some((t) => t.id === `tray-${n}`) || d.devices.some((x) => x.id === `tray-${n}`)) n++
      return {
        ...d,
        trays: [...d.trays, { ...usual.tray, id: `tray-${n}`, name: `Tray ${n}` }],
      }
    })
  return (
    <Pane
      title="Trays and plates"
      actions={
        <Button disabled={!usual} onClick={add}>
          Add a tray
        </Button>
      }
    >
      {trays.length === 0 && <Empty>No tray. Hardware can also stand on the bottom or hang on any panel.</Empty>}
      {trays.map((t) => (
        <div key={t.id} className="mb-3 grid grid-cols-2 gap-2 border-b border-hair pb-3 last:mb-0 last:border-b-0 last:pb-0">
          <TextField label="Name" value={t.name} onCommit={(name) => set(t.id, 'Rename tray', { name })} />
          <Field label="Lies">
            <Select
              value={t.plane}
              onChange={(e) => set(t.id, 'Tray plane', { plane: e.target.value as Schemas['TrayPlane'], drawer: null })}
            >
              <option value="level">level</option>
              <option value="facesFront">upright, facing the front</option>
              <option value="facesRight">upright, facing the right</option>
            </Select>
          </Field>
          <LengthField
            label={FROM[t.plane]}
            value={t.undersideMm}
            onCommit={(v) => v !== null && set(t.id, 'Tray height', { undersideMm: v })}
          />
          <Field label="Material">
            <Select
              value={`${t.materialId}|${t.nominalMm}`}
              onChange={(e) => {
                const [materialId = '', nominal = ''] = e.target.value.split('|')
                set(t.id, 'Tray material', { materialId, nominalMm: Number(nominal), measuredMm: null })
              }}
            >
              {catalog.data && <StockOptions catalog={catalog.data} />}
            </Select>
          </Field>
          <LengthField
            label="Measured thickness"
            nullable
            placeholder="as sold"
            value={t.measuredMm}
            onCommit={(v) => set(t.id, 'Tray thickness', { measuredMm: v })}
          />
          <Field label="Carried by">
            <Select
              value={t.support === 'rails' ? (t.railBarId ?? '') : t.support}
              onChange={(e) => {
                const value = e.target.value
                if (value === 'flanges') {
                  const folded = t.flanges ?? usual?.flanges
                  return folded && set(t.id, 'Tray support', { support: value, flanges: atWalls(folded), drawer: null })
                }
                set(
                  t.id,
                  'Tray support',
                  value === 'none' ||
                    value === 'posts' ||
                    value === 'hung' ||
                    value === 'housed' ||
                    value === 'onBars' ||
                    value === 'structure'
                    ? { support: value }
                    : { support: 'rails', railBarId: value },
                )
              }}
            >
              <option value="none">nothing</option>
              <option value="posts">four posts behind it</option>
              <option value="hung">four posts ahead of it, hung</option>
              <option value="housed">grooves in the walls</option>
              <option value="flanges">its own sides, folded</option>
              {view.design.structures.some((x) => x.system === 'levelFrame' || x.system === 'railFrame') && (
                <option value="onBars">the bars of the frame, no plate</option>
              )}
              {view.design.structures.some((x) => 'trayId' in x) && (
                <option value="structure">the structure that it belongs to</option>
              )}
              {catalog.data?.bars.map((b) => (
                <option key={b.id} value={b.id}>
                  rails, {catalog.data.materials.find((m) => m.id === b.materialId)?.name} {b.name}
                </option>
              ))}
            </Select>
          </Field>
          <LengthField
            label="Gap to the walls"
            value={t.gapMm}
            onCommit={(v) => v !== null && set(t.id, 'Tray gap', { gapMm: v })}
          />
          {t.support === 'housed' && (
            <LengthField
              label="Enters each wall by"
              nullable
              placeholder="a third"
              value={t.housingMm}
              onCommit={(v) => set(t.id, 'Housing', { housingMm: v })}
            />
          )}
          <FlangesFields tray={t} onChange={(label, part) => set(t.id, label, part)} />
          <Field label="Bars under its free edges">
            <Select
              value={t.stiffenerBarId ?? ''}
              onChange={(e) => set(t.id, 'Stiffener', { stiffenerBarId: e.target.value === '' ? null : e.target.value })}
            >
              <option value="">none</option>
              {catalog.data?.bars.map((b) => (
                <option key={b.id} value={b.id}>
                  {catalog.data.materials.find((m) => m.id === b.materialId)?.name} {b.name}
                </option>
              ))}
            </Select>
          </Field>
          <Field label="Slides out">
            <Select
              value={t.drawer?.out ?? ''}
              onChange={(e) => {
                const out = e.target.value as Schemas['Face'] | ''
                set(t.id, 'Drawer', { drawer: out === '' ? null : { out, travelMm: t.drawer?.travelMm ?? 150 } })
              }}
            >
              <option value="">no</option>
              {OUTS[t.plane].map((f) => (
                <option key={f} value={f}>
                  by the {f}
                </option>
              ))}
            </Select>
          </Field>
          {t.drawer ? (
            <LengthField
              label="Travel"
              value={t.drawer.travelMm}
              onCommit={(v) => v !== null && t.drawer && set(t.id, 'Travel', { drawer: { ...t.drawer, travelMm: v } })}
            />
          ) : (
            <span />
          )}
          <div className="col-span-2">
            <DrilledField holes={t.drilled} onChange={(drilled) => set(t.id, 'Holes that are there', { drilled })} />
          </div>
          <div className="col-span-2 flex items-center justify-between">
            <Tick label="Stays here in a search" checked={t.locked} onChange={(locked) => set(t.id, 'Lock tray', { locked })} />
            <Button
              disabled={view.design.devices.some((d) => d.deckId === t.id)}
              title={view.design.devices.some((d) => d.deckId === t.id) ? 'Devices stand on it' : undefined}
              onClick={() => void changes.edit('Take out a tray', (d) => ({ ...d, trays: d.trays.filter((x) => x.id !== t.id) }))}
            >
              Take out
            </Button>
          </div>
        </div>
      ))}
    </Pane>
  )
}

/** Flanges that can carry a tray: those beside the walls are among them. */
const atWalls = (flanges: Schemas['TrayFlanges']): Schemas['TrayFlanges'] => ({
  ...flanges,
  edges: flanges.edges === 'free' ? 'all' : flanges.edges,
})

/** Which edges of a sheet are folded over, and how. */
function FlangesFields({
  tray,
  onChange,
}: {
  tray: Schemas['Tray']
  onChange: (label: string, part: Partial<Schemas['Tray']>) => void
}) {
  const { flanges } = tray
  const usual = useUsual()
  const folded = flanges ?? usual?.flanges
  const set = (label: string, part: Partial<Schemas['TrayFlanges']>) =>
    flanges && onChange(label, { flanges: { ...flanges, ...part } })
  return (
    <>
      <Field label="Edges folded over">
        <Select
          value={flanges?.edges ?? ''}
          onChange={(e) => {
            const edges = e.target.value as Schemas['FlangedEdges'] | ''
            if (edges === '') onChange('Flat tray', { flanges: null, ...(tray.support === 'flanges' ? { support: 'none' } : {}) })
            else if (folded) onChange('Folded edges', { flanges: { ...folded, edges } })
          }}
        >
          <option value="">none, a flat plate</option>
          <option value="walls">the two beside the walls</option>
          <option value="free">the two free ones</option>
          <option value="all">all four</option>
        </Select>
      </Field>
      {flanges && (
        <>
          <Field label="Turned">
            <Select
              value={flanges.behind ? 'behind' : 'ahead'}
              onChange={(e) => set('Turn of the edges', { behind: e.target.value === 'behind' })}
            >
              <option value="ahead">{tray.plane === 'level' ? 'up' : 'to the near side'}</option>
              <option value="behind">{tray.plane === 'level' ? 'down' : 'to the far side'}</option>
            </Select>
          </Field>
          <NumberField
            label="Bent by, degrees (90 is upright, less leans out)"
            least={10}
            most={170}
            value={flanges.turnDeg}
            onCommit={(v) => v !== null && set('Angle of the edges', { turnDeg: v })}
          />
          <LengthField
            label="Height of the sides, outside"
            value={flanges.heightMm}
            onCommit={(v) => v !== null && set('Height of the sides', { heightMm: v })}
          />
          <LengthField
            label="Inside radius"
            value={flanges.radiusMm}
            onCommit={(v) => v !== null && set('Inside radius', { radiusMm: v })}
          />
          {tray.support === 'flanges' && (
            <Field label="To walls of sheet by">
              <Select value={flanges.join} onChange={(e) => set('Joined by', { join: e.target.value as Schemas['SheetJoin'] })}>
                <option value="rivets">blind rivets</option>
                <option value="screwsAndNuts">screws and nuts</option>
                <option value="rivetNuts">rivet nuts and screws</option>
              </Select>
            </Field>
          )}
        </>
      )}
    </>
  )
}

/** Holes that a plate already has, one to a line: u, v, diameter in mm. */
function DrilledField({
  holes,
  onChange,
}: {
  holes: Schemas['DrilledHole'][]
  onChange: (holes: Schemas['DrilledHole'][]) => void
}) {
  const [error, setError] = useState<string | null>(null)
  return (
    <details>
      <summary className="cursor-pointer text-[0.85rem] text-dim">
        {holes.length === 0 ? 'Holes that are there: none' : `Holes that are there: ${holes.length}`}
      </summary>
      <TextField
        label="u, v, diameter in mm, a line for each"
        lines={4}
        value={holes.map((h) => `${h.uMm}, ${h.vMm}, ${h.diaMm}`).join('\n')}
        onCommit={(text) => {
          const lines = text.split('\n').filter((l) => l.trim() !== '')
          const read = lines.map((l) =>
            l
              .split(/[,;\s]+/)
              .filter(Boolean)
              .map(Number),
          )
          const bad = read.findIndex((r) => r.length !== 3 || r.some((v) => !Number.isFinite(v)))
          if (bad >= 0) return setError(`Line ${bad + 1} is "${lines[bad]}": it must be three numbers, u, v and diameter.`)
          setError(null)
          onChange(read.map(([uMm = 0, vMm = 0, diaMm = 0]) => ({ uMm, vMm, diaMm })))
        }}
      />
      {error && (
        <p role="alert" className="text-[0.85rem] text-stop">
          {error}
        </p>
      )}
    </details>
  )
}

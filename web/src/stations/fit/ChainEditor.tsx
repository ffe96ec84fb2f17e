import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Field, Select } from '../../kit/controls'
import { LengthField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { deviceAt } from '../../project/places'

const AXES: Record<Schemas['Axis'], string> = { x: 'left to right', y: 'front to back', z: 'bottom to top' }
const KINDS: Record<Schemas['LayerKind'], string> = { fixed: 'fixed', derived: 'derived', slack: 'air' }
const FILLS: Record<Schemas['LayerKind'], string> = { fixed: 'var(--line)', derived: 'var(--violet-soft)', slack: 'var(--paper)' }

/** Sections through the enclosure, layer after layer, each with its thickness to be changed in place. */
export function ChainEditor() {
  const { view, changes, focus } = useProject()
  const { length } = usePreferences()
  const [axis, setAxis] = useState<Schemas['Axis']>('z')
  const [picked, setPicked] = useState<string | null>(null)
  const [policy, setPolicy] = useState<Schemas['ChainPolicy']>('useSlack')
  const { chains } = view.plan
  const through = [...new Map(chains.map((c) => [c.through, c.title.replace(/^[XYZ] through /, '')])).entries()]
  const chosen = deviceAt(focus)
  const wanted = chosen && through.some(([k]) => k === chosen) ? chosen : picked
  const chain = chains.find((c) => c.axis === axis && c.through === wanted) ?? chains.find((c) => c.axis === axis)
  if (!chain) return null
  return (
    <div>
      <div className="mb-2 grid grid-cols-2 gap-2">
        <Field label="Chain through">
          <Select
            value={chain.through}
            onChange={(e) => setPicked(e.target.value)}
            disabled={wanted === chosen && chosen !== null}
          >
            {through.map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Running">
          <Select value={axis} onChange={(e) => setAxis(e.target.value as Schemas['Axis'])}>
            {Object.entries(AXES).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </Select>
        </Field>
      </div>
      <ChainBar chain={chain} />
      <table className="w-full">
        <thead>
          <tr>
            <th>layer</th>
            <th>kind</th>
            <th className="text-right">thickness</th>
          </tr>
        </thead>
        <tbody>
          {chain.layers.map((l, i) => (
            <tr key={`${chain.id}-${i}`} className="border-t border-hair">
              <td className="py-0.5 pr-2">{l.what}</td>
              <td className="py-0.5 pr-2 text-[0.85rem] text-dim">{KINDS[l.kind]}</td>
              <td className="w-28 py-0.5 text-right">
                {l.handle ? (
                  <LengthField
                    key={`${view.revision}-${i}`}
                    hideLabel
                    label={`${l.what}, layer ${i + 1}`}
                    value={l.thicknessMm}
                    onCommit={(v) =>
                      v !== null && void changes.setLayer(chain.id, i, v, l.handle === 'box' ? 'changeBox' : policy)
                    }
                  />
                ) : (
                  <span className="pr-2">{length(l.thicknessMm)}</span>
                )}
              </td>
            </tr>
          ))}
          <tr className="border-t-2 border-line font-semibold">
            <td className="py-1">Total</td>
            <td className="py-1 text-[0.85rem] font-normal text-dim">air {length(chain.slackMm ?? 0)}</td>
            <td className="py-1 pr-2 text-right text-[1.15rem]">{length(chain.totalMm)}</td>
          </tr>
        </tbody>
      </table>
      <fieldset className="mt-2 text-[0.92rem]">
        <legend className="text-[0.82rem] text-dim">When a layer changes</legend>
        <label className="mr-4">
          <input
            type="radio"
            className="accent-violet"
            name="policy"
            checked={policy === 'useSlack'}
            onChange={() => setPolicy('useSlack')}
          />{' '}
          the air gives way
        </label>
        <label>
          <input
            type="radio"
            className="accent-violet"
            name="policy"
            checked={policy === 'changeBox'}
            onChange={() => setPolicy('changeBox')}
          />{' '}
          the box changes
        </label>
      </fieldset>
    </div>
  )
}

function ChainBar({ chain }: { chain: Schemas['Chain'] }) {
  const height = 16
  return (
    <svg viewBox={`0 0 ${chain.totalMm} ${height}`} preserveAspectRatio="none" className="mb-2 h-8 w-full" aria-hidden>
      {chain.layers.map((l, i) => (
        <rect
          key={i}
          x={l.fromMm}
          width={l.thicknessMm}
          height={height}
          fill={FILLS[l.kind]}
          stroke="var(--dim)"
          vectorEffect="non-scaling-stroke"
        >
          <title>{l.what}</title>
        </rect>
      ))}
    </svg>
  )
}

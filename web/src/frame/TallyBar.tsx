import { useEffect, useState } from 'react'
import type { Schemas } from '../api/client'
import { usePreferences } from '../kit/preferences'
import { mass, money } from '../kit/units'
import type { ProjectView } from '../project/useProject'
import { namesOf } from './effects'

const SECONDS_SHOWN = 8

/** The figures that are always there; after each edit it shows for some seconds what moved, and again on demand. */
export function TallyBar({ view, onSnags }: { view: ProjectView; onSnags: () => void }) {
  const { length, unitName } = usePreferences()
  const [fresh, setFresh] = useState(0)
  const [asked, setAsked] = useState(false)
  const [shownFor, setShownFor] = useState(view.revision)
  if (shownFor !== view.revision) {
    setShownFor(view.revision)
    setFresh(view.consequences ? view.revision : 0)
  }
  useEffect(() => {
    if (fresh === 0) return
    const timer = setTimeout(() => setFresh(0), SECONDS_SHOWN * 1000)
    return () => clearTimeout(timer)
  }, [fresh])

  const t = view.plan.tally
  const effects = view.consequences
  const shift = (key: string) => (fresh === 0 && !asked ? undefined : effects?.shifts.find((s) => s.key === key))
  const size = ['widthMm', 'depthMm', 'heightMm'].map(shift).find(Boolean)
  return (
    <footer
      data-screen-only
      aria-label="Tally"
      className="relative col-span-2 flex flex-wrap items-end gap-x-5 gap-y-1 border-t border-line bg-bench px-3 py-1.5"
    >
      {(fresh > 0 || asked) && effects && <Moved effects={effects} />}
      <Figure
        name={`Outside ${unitName}`}
        value={`${length(t.widthMm, 1)} × ${length(t.depthMm, 1)} × ${length(t.heightMm, 1)}`}
        shift={size && { ...size, key: 'size' }}
      />
      <Figure name="Volume l" value={t.volumeL.toFixed(2)} shift={shift('volumeL')} digits={2} />
      <Figure name="Filled" value={`${(t.filledShare * 100).toFixed(0)} %`} />
      <Figure name="Mass" value={mass(t.massG)} shift={shift('massG')} digits={0} unit="g" />
      <Figure name="Parts" value={String(t.parts)} shift={shift('parts')} />
      <Figure name="Holes" value={String(t.holes)} shift={shift('holes')} />
      <Figure name="Sheet use" value={`${(t.sheetUse * 100).toFixed(0)} %`} />
      <Figure name="Cost" value={money(t.costCents)} shift={shift('costCents')} scale={0.01} digits={2} />
      <Figure name="Hours" value={t.hours.toFixed(1)} shift={shift('hours')} digits={1} />
      <Figure name="Heat W" value={t.heatW.toFixed(0)} shift={shift('heatW')} />
      <button
        type="button"
        className="ml-auto text-left leading-tight hover:text-violet"
        onClick={onSnags}
        aria-label="Show snags"
      >
        <span className="block text-[0.76rem] text-dim">Snags</span>
        <span className="text-[1.05rem]">
          <span className={t.stops > 0 ? 'text-stop' : ''}>■ {t.stops}</span>{' '}
          <span className={t.warns > 0 ? 'text-warn' : ''}>▲ {t.warns}</span> <span className="text-dim">· {t.notes}</span>
        </span>
      </button>
      {effects && (
        <button type="button" className="text-[0.82rem] text-violet underline" onClick={() => setAsked(!asked)}>
          {asked ? 'Hide' : 'What moved'}
        </button>
      )}
    </footer>
  )
}

function Figure({
  name,
  value,
  shift,
  digits = 0,
  scale = 1,
  unit = '',
}: {
  name: string
  value: string
  shift?: Schemas['TallyShift'] | undefined
  digits?: number
  scale?: number
  unit?: string
}) {
  const by = shift ? (shift.to - shift.from) * scale : 0
  return (
    <div className="leading-tight">
      <span className="block text-[0.76rem] text-dim">{name}</span>
      <span className="text-[1.05rem] whitespace-nowrap">
        {value}
        {shift && (
          <span className="ml-1 bg-brass-soft px-1 text-[0.85rem] text-brass">
            {by > 0 ? '+' : '−'}
            {Math.abs(by).toFixed(digits)}
            {unit}
          </span>
        )}
      </span>
    </div>
  )
}

function Moved({ effects }: { effects: Schemas['Consequences'] }) {
  const { partsChanged, partsAdded, partsRemoved, workLost, findingsGained, findingsLost } = effects
  const lines = [
    partsChanged.length > 0 && `Changed: ${namesOf(effects, partsChanged)}`,
    partsAdded.length > 0 && `New: ${namesOf(effects, partsAdded)}`,
    partsRemoved.length > 0 && `Gone: ${namesOf(effects, partsRemoved)}`,
    workLost.length > 0 && `Worked on already, and otherwise now: ${workLost.join(', ')}`,
    ...findingsGained.map((f) => `New snag: ${f.text}`),
    ...findingsLost.map((f) => `Mended: ${f.text}`),
  ].filter((l): l is string => typeof l === 'string')
  if (lines.length === 0) return null
  return (
    <ul
      role="status"
      className="absolute right-3 bottom-full z-20 mb-1 max-h-40 w-[min(44rem,90vw)] overflow-auto border border-brass bg-paper px-3 py-2 text-[0.88rem]"
    >
      {lines.map((l) => (
        <li key={l}>{l}</li>
      ))}
    </ul>
  )
}

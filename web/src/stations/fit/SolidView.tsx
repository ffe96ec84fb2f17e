import { useEffect, useMemo, useRef, useState } from 'react'
import { Field, Select } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'
import { Keys } from '../../kit/tabs'
import { useProject } from '../../project/context'
import { createScene, type SolidScene } from './scene'
import { sizeOf, solidsOf } from './solids'

type Look = 'solid' | 'transparent' | 'exploded'

/** The enclosure as solids to be turned by the pointer. Every name and size in it stands in a list as well. */
export function SolidView() {
  const { view, focus, setFocus } = useProject()
  const { length, theme } = usePreferences()
  const holder = useRef<HTMLDivElement>(null)
  const scene = useRef<SolidScene | null>(null)
  const [look, setLook] = useState<Look>('transparent')
  const [hovered, setHovered] = useState<string | null>(null)
  const [drawnBy, setDrawnBy] = useState<string>('')
  const solids = useMemo(() => solidsOf(view), [view])
  const listed = solids.filter((s, i) => solids.findIndex((x) => x.key === s.key) === i)
  const told = listed.find((s) => s.key === (hovered ?? focus))

  useEffect(() => {
    if (!holder.current) return
    const made = createScene(holder.current, setHovered, setFocus)
    scene.current = made
    setDrawnBy(made.renderer)
    return () => {
      made.dispose()
      scene.current = null
    }
  }, [setFocus])
  useEffect(() => scene.current?.show(solids), [solids, theme])
  useEffect(() => scene.current?.look(look), [look, solids, theme])
  useEffect(() => scene.current?.choose(focus), [focus, solids, theme])

  return (
    <div className="flex min-h-0 flex-1 flex-col gap-2">
      <div className="flex flex-wrap items-end gap-3">
        <Keys
          label="Solid view"
          value={look}
          onChange={setLook}
          options={[
            ['solid', 'Closed'],
            ['transparent', 'See through'],
            ['exploded', 'Pulled apart'],
          ]}
        />
        <div className="w-56">
          <Field label="Part or device">
            <Select value={focus ?? ''} onChange={(e) => setFocus(e.target.value || null)}>
              <option value="">none</option>
              {listed.map((s) => (
                <option key={s.key} value={s.key}>
                  {s.name}
                </option>
              ))}
            </Select>
          </Field>
        </div>
        <p role="status" className="min-h-9 text-[1.1rem]">
          {told ? (
            <>
              {told.name}:{' '}
              {sizeOf(told)
                .map((v) => length(v))
                .join(' × ')}
            </>
          ) : (
            <span className="text-[0.9rem] text-dim">Turn it by dragging, wheel to come nearer, click to choose.</span>
          )}
        </p>
      </div>
      <div
        ref={holder}
        role="img"
        aria-label={`Solid view of ${view.plan.name}, ${listed.length} parts and devices; all are in the list above`}
        data-renderer={drawnBy}
        className="min-h-72 flex-1 overflow-hidden border border-hair"
      />
    </div>
  )
}

import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Button, Empty, Pane } from '../../kit/controls'
import { LengthField, NumberField, TextField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import { useProject } from '../../project/context'
import { Table } from '../../kit/table'

const AXES: Record<Schemas['Axis'], string> = { x: 'width', y: 'depth', z: 'height' }

/** An object whose shape is taken and scaled down, while the hardware keeps its size. */
export function LikenessPane({ pages }: { pages: ReactNode }) {
  const { view, changes } = useProject()
  const { length } = usePreferences()
  const { likeness } = view.design.brief
  const check = view.plan.likeness
  const set = (value: Schemas['Likeness'] | null) =>
    void changes.edit('Likeness', (d) => ({ ...d, brief: { ...d.brief, likeness: value } }))
  return (
    <Pane title="Likeness" actions={pages}>
      {!likeness || !check ? (
        <>
          <Empty>An existing object can lend its shape: give its true size and how many times smaller it is to be.</Empty>
          <Button
            look="main"
            onClick={() => set({ name: 'the object', widthMm: 2000, depthMm: 1500, heightMm: 1500, factor: 5 })}
          >
            Take an object
          </Button>
        </>
      ) : (
        <>
          <div className="grid max-w-3xl grid-cols-2 gap-3 sm:grid-cols-5">
            <TextField label="Object" value={likeness.name} onCommit={(name) => set({ ...likeness, name })} />
            <LengthField
              label="Its width"
              value={likeness.widthMm}
              onCommit={(v) => v !== null && set({ ...likeness, widthMm: v })}
            />
            <LengthField
              label="Its depth"
              value={likeness.depthMm}
              onCommit={(v) => v !== null && set({ ...likeness, depthMm: v })}
            />
            <LengthField
              label="Its height"
              value={likeness.heightMm}
              onCommit={(v) => v !== null && set({ ...likeness, heightMm: v })}
            />
            <NumberField
              label="Times smaller"
              least={0.01}
              most={1000}
              value={likeness.factor}
              onCommit={(v) => v !== null && set({ ...likeness, factor: v })}
            />
          </div>
          <p className="mt-4 text-[1.5rem]">
            {length(check.widthMm)} × {length(check.depthMm)} × {length(check.heightMm)}
          </p>
          <p className="text-dim">
            {check.largestFactor === null
              ? 'No hardware yet: any factor works.'
              : `As everything is stacked now, it works up to ${check.largestFactor.toFixed(2)} times smaller.`}
          </p>
          {check.misses.length > 0 && (
            <Table
              label="What no longer fits"
              className="mt-3 max-w-3xl"
              rows={check.misses}
              rowId={(m) => m.through + m.axis}
              columns={[
                { head: 'no longer fits', value: (m) => m.name },
                { head: 'in', value: (m) => AXES[m.axis] },
                { head: 'needs', value: (m) => m.needMm, mm: true },
                { head: 'has', value: (m) => m.hasMm, mm: true },
                { head: 'lacks', value: (m) => m.shortMm, mm: true, className: 'text-warn' },
              ]}
            />
          )}
          <div className="mt-4">
            <Button onClick={() => set(null)}>No likeness</Button>
          </div>
        </>
      )}
    </Pane>
  )
}

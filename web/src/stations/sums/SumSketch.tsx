import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useRef } from 'react'
import { api, taken } from '../../api/client'
import { Sheet } from '../../kit/drawing/Sheet'
import { useSize } from '../../kit/drawing/useSize'
import { FigureField } from '../../kit/fields'
import { usePreferences } from '../../kit/preferences'
import type { Sum } from './SumsStation'

export type Values = Record<string, unknown>

/** The sum's drawing with its numbers in place, made by the server; given lengths are typed where they stand, results are in brass. */
export function SumSketch({ sum, inputs, onType }: { sum: Sum; inputs: Values; onType: (key: string, mm: number) => void }) {
  const room = useRef<HTMLDivElement>(null)
  const size = useSize(room)
  const { units } = usePreferences()
  const drawing = useQuery({
    queryKey: ['sum-drawing', sum.name, inputs, size, units],
    enabled: size !== null,
    queryFn: async () =>
      taken(
        await api.POST('/api/calc/{name}/drawing', {
          params: {
            path: { name: sum.name },
            query: { width: size?.widthMm ?? 0, height: size?.heightMm ?? 0, unit: units },
          },
          body: inputs as never,
        }),
      ),
    placeholderData: keepPreviousData,
  })
  return (
    <figure>
      <div ref={room} className="aspect-[12/7] w-full">
        {drawing.data && (
          <Sheet
            sheet={drawing.data}
            label={`Sketch: ${sum.title}`}
            chosen={null}
            group={() => undefined}
            figure={(f, moved) => (
              <FigureField
                label={`${f.name}, in the sketch`}
                value={f.mm}
                onCommit={(mm) => onType(f.id, mm)}
                className={moved ? 'moved' : ''}
              />
            )}
          />
        )}
      </div>
      <figcaption className="text-[0.82rem] text-dim">Not to scale. Results in brass.</figcaption>
    </figure>
  )
}

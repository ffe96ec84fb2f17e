import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useId, useMemo, useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Select } from '../../kit/controls'
import { useCatalog } from '../../project/useProject'

export type Wanted = Schemas['HardwareCount'][]

/**
 * A list of hardware as one writes it; under it what each line was taken for, to be put right where it may mean several.
 * @param onRead Gets the models with their counts, or null while a line means nothing that the catalog has.
 */
export function HardwareLines({ onRead }: { onRead: (wanted: Wanted | null) => void }) {
  const id = useId()
  const catalog = useCatalog()
  const [text, setText] = useState('')
  const [asked, setAsked] = useState('')
  const [chosen, setChosen] = useState<Record<string, string>>({})
  useEffect(() => {
    const still = window.setTimeout(() => setAsked(text.trim()), 300)
    return () => window.clearTimeout(still)
  }, [text])
  const read = useQuery({
    queryKey: ['hardware-list', asked],
    enabled: asked !== '',
    queryFn: async () => taken(await api.POST('/api/catalog/list', { body: { text: asked } })),
    placeholderData: keepPreviousData,
    retry: false,
  })
  const lines = useMemo(() => (asked === '' ? [] : (read.data ?? [])), [asked, read.data])
  const current = asked === text.trim() && (asked === '' || (read.isSuccess && !read.isPlaceholderData))
  useEffect(() => {
    const models = lines.map((l) => ({ modelId: chosen[l.written] ?? l.candidates[0] ?? '', count: l.count }))
    onRead(current && models.every((m) => m.modelId !== '') ? models : null)
  }, [lines, chosen, current, onRead])
  const name = (model: string) => catalog.data?.hardware.find((m) => m.id === model)?.name ?? model
  return (
    <div className="mb-3">
      <label htmlFor={id} className="block text-[0.9rem] text-dim">
        Hardware that goes in, a line for each
      </label>
      <textarea
        id={id}
        rows={Math.min(8, Math.max(3, text.split('\n').length))}
        className="w-full rounded-sm border border-line bg-bench px-2 py-1"
        placeholder={'2 x fan 80\nsingle-board 85 x 56\npower button 16'}
        value={text}
        onChange={(e) => setText(e.target.value)}
      />
      {read.error instanceof RefusedError && (
        <p role="alert" className="text-stop">
          {read.error.message}
        </p>
      )}
      <ul aria-label="What was read">
        {lines.map((l, i) => (
          <li key={`${i} ${l.written}`} className="flex items-center gap-2 border-t border-hair py-0.5 text-[0.92rem]">
            <span className="w-8 text-right tabular-nums">{l.count} ×</span>
            {l.candidates.length === 0 ? (
              <span className="flex-1 text-stop">“{l.written}” is nothing that the catalog has</span>
            ) : l.candidates.length === 1 ? (
              <span className="flex-1">{name(l.candidates[0] ?? '')}</span>
            ) : (
              <Select
                className="flex-1"
                aria-label={`Model for ${l.written}`}
                value={chosen[l.written] ?? l.candidates[0]}
                onChange={(e) => setChosen({ ...chosen, [l.written]: e.target.value })}
              >
                {l.candidates.map((c) => (
                  <option key={c} value={c}>
                    {name(c)}
                  </option>
                ))}
              </Select>
            )}
          </li>
        ))}
      </ul>
    </div>
  )
}

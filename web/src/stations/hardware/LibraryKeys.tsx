import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { api, RefusedError, taken } from '../../api/client'
import { Button } from '../../kit/controls'
import { ModelsDiffer } from './ModelsDiffer'

/** Own models out as a library file, and a library in: all of it or nothing, and none that is here changed. */
export function LibraryKeys() {
  const file = useRef<HTMLInputElement>(null)
  const cache = useQueryClient()
  const [text, setText] = useState('')
  const read = useMutation({
    mutationFn: async ({ text, models }: { text: string; models: 'ask' | 'both' | 'ours' }) =>
      taken(await api.POST('/api/catalog/models/library', { body: { text, models } })),
    onSuccess: (view) => {
      cache.setQueryData(['catalog'], view)
      void cache.invalidateQueries({ queryKey: ['project'] })
    },
  })
  const problem = read.error instanceof RefusedError ? read.error.problem : null
  return (
    <div className="mb-3 border-b border-hair pb-3">
      <input
        ref={file}
        type="file"
        accept=".json"
        className="sr-only"
        aria-label="Model library file"
        tabIndex={-1}
        onChange={async (e) => {
          const chosen = e.target.files?.[0]
          e.target.value = ''
          if (!chosen) return
          const now = await chosen.text()
          setText(now)
          read.mutate({ text: now, models: 'ask' })
        }}
      />
      <div className="flex gap-2">
        <Button onClick={() => file.current?.click()}>Library in</Button>
        <a
          className="inline-flex min-h-9 items-center rounded-sm border border-line px-3 text-[0.92rem] hover:border-violet"
          href="/api/catalog/models/library.json"
          download="models.json"
        >
          Library out
        </a>
      </div>
      {read.error && !problem?.differs && (
        <p role="alert" className="mt-1 text-stop">
          Nothing taken. {problem ? read.error.message : 'The server does not answer.'}
        </p>
      )}
      {read.isSuccess && (
        <p role="status" className="mt-1">
          The library is in the catalog.
        </p>
      )}
      <ModelsDiffer
        differs={problem?.differs ?? null}
        onBoth={() => read.mutate({ text, models: 'both' })}
        onOurs={() => read.mutate({ text, models: 'ours' })}
        onLeave={read.reset}
      />
    </div>
  )
}

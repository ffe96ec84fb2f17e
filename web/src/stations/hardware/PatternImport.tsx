import { useMutation } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button } from '../../kit/controls'

/** A hole pattern from a DXF or CSV file; the unit is asked for when the file does not say it. */
export function PatternImport({ onTake }: { onTake: (pattern: Schemas['ImportedPattern']) => void }) {
  const file = useRef<HTMLInputElement>(null)
  const [text, setText] = useState<string | null>(null)
  const read = useMutation({
    mutationFn: async ({ text, unit }: { text: string; unit: string | null }) =>
      taken(await api.POST('/api/catalog/pattern', { body: { text, unit } })),
    onSuccess: onTake,
  })
  const unclear = read.error instanceof RefusedError && read.error.problem.field === 'unit'
  return (
    <div className="mt-4 border-t border-hair pt-3">
      <input
        ref={file}
        type="file"
        accept=".dxf,.csv"
        className="sr-only"
        aria-label="Pattern file"
        tabIndex={-1}
        onChange={async (e) => {
          const chosen = e.target.files?.[0]
          e.target.value = ''
          if (!chosen) return
          const now = await chosen.text()
          setText(now)
          read.mutate({ text: now, unit: null })
        }}
      />
      <Button onClick={() => file.current?.click()}>Take the pattern from a DXF or CSV file</Button>
      {read.error && (
        <p role="alert" className="mt-1 text-stop">
          {read.error.message}
        </p>
      )}
      {unclear && text !== null && (
        <p className="mt-1 flex gap-2">
          <Button onClick={() => read.mutate({ text, unit: 'mm' })}>It is in millimetres</Button>
          <Button onClick={() => read.mutate({ text, unit: 'in' })}>It is in inches</Button>
        </p>
      )}
      {read.data && (
        <p className="mt-1 text-[0.9rem]">
          {read.data.holes.length} holes found, numbered from the left
          {read.data.fromOutline ? '; body taken from the outline' : ''}.
        </p>
      )}
    </div>
  )
}

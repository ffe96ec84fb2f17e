import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, RefusedError, taken, type Problem, type Schemas } from '../../api/client'
import { Button } from '../../kit/controls'
import { ModelsDiffer } from '../hardware/ModelsDiffer'

/** Begins a project by name, or brings one in from a file; models in it that differ from the shop's are asked about. */
export function NewProject() {
  const [name, setName] = useState('')
  const [chosen, setChosen] = useState<File | null>(null)
  const file = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const cache = useQueryClient()
  const go = (view: Schemas['ProjectView']) => {
    cache.setQueryData(['project', view.id], view)
    void cache.invalidateQueries({ queryKey: ['projects'] })
    void cache.invalidateQueries({ queryKey: ['catalog'] })
    void navigate(`/project/${view.id}/brief`)
  }
  const create = useMutation({
    mutationFn: async () => taken(await api.POST('/api/projects', { body: { name } })),
    onSuccess: go,
  })
  const bring = useMutation({
    mutationFn: async ({ from, models }: { from: File; models: 'ask' | 'both' | 'ours' }) => {
      // the bytes as they are: the server says when they are no text
      const answer = await fetch(`/api/projects/import?models=${models}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: from,
      })
      const body = (await answer.json()) as unknown
      if (!answer.ok) throw new RefusedError(body as Problem)
      return body as Schemas['ProjectView']
    },
    onSuccess: go,
  })
  const differs = bring.error instanceof RefusedError ? (bring.error.problem.differs ?? null) : null
  const again = (models: 'both' | 'ours') => chosen && bring.mutate({ from: chosen, models })
  const error = create.error ?? (differs ? null : bring.error)
  return (
    <section aria-label="New project" className="h-fit border border-line bg-paper p-4">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          create.mutate()
        }}
      >
        <label className="block">
          <span className="block text-[0.9rem] text-dim">Name of the new housing</span>
          <input
            className="mb-2 min-h-10 w-full rounded-sm border border-line bg-bench px-2"
            value={name}
            maxLength={120}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <Button look="main" type="submit" disabled={create.isPending || name.trim() === ''}>
          Begin
        </Button>
      </form>
      <hr className="my-4 border-hair" />
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        className="sr-only"
        aria-label="Project file"
        tabIndex={-1}
        onChange={(e) => {
          const from = e.target.files?.[0]
          e.target.value = ''
          if (!from) return
          setChosen(from)
          bring.mutate({ from, models: 'ask' })
        }}
      />
      <Button onClick={() => file.current?.click()}>Bring in a project file</Button>
      {error && (
        <p role="alert" className="mt-3 break-words text-stop">
          {error instanceof RefusedError ? error.message : 'The file could not be read.'}
        </p>
      )}
      <ModelsDiffer differs={differs} onBoth={() => again('both')} onOurs={() => again('ours')} onLeave={bring.reset} />
    </section>
  )
}

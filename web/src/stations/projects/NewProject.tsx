import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, RefusedError, taken, type Problem, type Schemas } from '../../api/client'
import { Button } from '../../kit/controls'
import { SolidPicture } from '../../kit/drawing/SolidPicture'
import { useNotice } from '../../kit/notices'
import { usePreferences } from '../../kit/preferences'
import { HardwareLines, type Wanted } from './HardwareLines'
import { ModelsDiffer } from '../hardware/ModelsDiffer'

/** Begins a project by name, or brings one in from a file; models in it that differ from the shop's are asked about. */
export function NewProject() {
  const [name, setName] = useState('')
  const [system, setSystem] = useState<string | null>(null)
  const [hardware, setHardware] = useState<Wanted | null>([])
  const [chosen, setChosen] = useState<File | null>(null)
  const notice = useNotice()
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
    mutationFn: async () => taken(await api.POST('/api/projects', { body: { name, system, hardware } })),
    onSuccess: (view) => {
      const left = (hardware ?? []).reduce((n, h) => n + h.count, 0) - view.design.devices.length
      if (left > 0) notice(`${left} of the hardware found no place: the notes of the brief say which and why.`)
      go(view)
    },
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
  const take = (from: File) => {
    setChosen(from)
    bring.mutate({ from, models: 'ask' })
  }
  useDroppedFile(take)
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
        <Beginnings chosen={system} onChoose={setSystem} />
        <HardwareLines onRead={setHardware} />
        <Button look="main" type="submit" disabled={create.isPending || name.trim() === '' || hardware === null}>
          {create.isPending && hardware?.length ? 'Finding a place for each…' : 'Begin'}
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
          take(from)
        }}
      />
      <Button onClick={() => file.current?.click()}>Bring in a project file</Button>
      <p className="mt-1 text-[0.85rem] text-dim">Or drop it anywhere on this page.</p>
      {error && (
        <p role="alert" className="mt-3 break-words text-stop">
          {error instanceof RefusedError ? error.message : 'The file could not be read.'}
        </p>
      )}
      <ModelsDiffer differs={differs} onBoth={() => again('both')} onOurs={() => again('ours')} onLeave={bring.reset} />
    </section>
  )
}

/** A file let fall anywhere on the page. */
function useDroppedFile(take: (file: File) => void) {
  const latest = useRef(take)
  useEffect(() => {
    latest.current = take
  })
  useEffect(() => {
    const over = (event: DragEvent) => event.preventDefault()
    const drop = (event: DragEvent) => {
      event.preventDefault()
      const from = event.dataTransfer?.files[0]
      if (from) latest.current(from)
    }
    window.addEventListener('dragover', over)
    window.addEventListener('drop', drop)
    return () => {
      window.removeEventListener('dragover', over)
      window.removeEventListener('drop', drop)
    }
  }, [])
}

/** What it may begin with, each as it would stand. */
function Beginnings({ chosen, onChoose }: { chosen: string | null; onChoose: (system: string | null) => void }) {
  const { length, unitName } = usePreferences()
  const beginnings = useQuery({
    queryKey: ['beginnings'],
    queryFn: async () => taken(await api.GET('/api/projects/beginnings')),
    staleTime: Infinity,
  })
  if (!beginnings.data) return null
  return (
    <fieldset className="mb-3">
      <legend className="text-[0.9rem] text-dim">Begins as, {unitName}</legend>
      <div className="grid max-h-[21rem] grid-cols-2 gap-1 overflow-y-auto">
        {beginnings.data.map((b) => (
          <label
            key={b.system ?? 'box'}
            title={b.about}
            className="relative cursor-pointer border border-hair p-1 has-[:checked]:border-brass has-[:checked]:bg-brass-soft has-[:focus-visible]:outline-2 has-[:focus-visible]:outline-violet"
          >
            <input
              type="radio"
              name="system"
              className="absolute opacity-0"
              checked={chosen === b.system}
              onChange={() => onChoose(b.system)}
            />
            <span className="thumb block h-20">
              <SolidPicture picture={b.picture} title="" />
            </span>
            <span className="block text-[0.9rem] leading-tight font-semibold">{b.name}</span>
            <span className="block text-[0.8rem] text-dim">
              {length(b.outerMm.x, 0)} × {length(b.outerMm.y, 0)} × {length(b.outerMm.z, 0)}
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}

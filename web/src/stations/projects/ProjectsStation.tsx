import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Empty } from '../../kit/controls'
import { usePreferences } from '../../kit/preferences'

/** All projects: open one, begin one, bring one in from a file. */
export function ProjectsStation() {
  const { theme, setTheme } = usePreferences()
  const projects = useQuery({ queryKey: ['projects'], queryFn: async () => taken(await api.GET('/api/projects')) })
  return (
    <div className="mx-auto max-w-5xl px-5 py-6">
      <header className="mb-6 flex items-center gap-3">
        <img src="/mark.svg" alt="" className="h-9 w-9" />
        <h1 className="flex-1 text-[1.6rem]">Anvil Plan</h1>
        <Link to="/shop" className="px-3 py-1.5 hover:text-violet">
          The shop
        </Link>
        <Button look="quiet" onClick={() => setTheme(theme === 'light' ? 'dark' : 'light')}>
          {theme === 'light' ? 'Dark' : 'Light'}
        </Button>
      </header>
      <main className="grid gap-6 md:grid-cols-[minmax(0,1fr)_19rem]">
        <section aria-label="Projects" className="border border-line bg-paper">
          <h2 className="border-b border-hair px-4 py-2">Projects</h2>
          {projects.isError && <p className="p-4 text-stop">The server does not answer. Is it still running?</p>}
          {projects.data?.length === 0 && (
            <div className="px-4">
              <Empty>No project yet. Name a housing on the right: it starts as a closed plywood box that you can change.</Empty>
            </div>
          )}
          <ul>
            {projects.data?.map((p) => (
              <li key={p.id} className="border-b border-hair last:border-b-0">
                <Link to={`/project/${p.id}/brief`} className="flex items-baseline gap-3 px-4 py-3 hover:bg-violet-soft">
                  <span className="flex-1 text-[1.1rem]">{p.name}</span>
                  <span className="text-dim">revision {p.revision}</span>
                  <span className="text-[0.85rem] text-dim">{new Date(p.changedUtc).toLocaleDateString()}</span>
                </Link>
              </li>
            ))}
          </ul>
        </section>
        <NewProject />
      </main>
    </div>
  )
}

function NewProject() {
  const [name, setName] = useState('')
  const file = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const cache = useQueryClient()
  const go = (view: Schemas['ProjectView']) => {
    cache.setQueryData(['project', view.id], view)
    void cache.invalidateQueries({ queryKey: ['projects'] })
    void navigate(`/project/${view.id}/brief`)
  }
  const create = useMutation({
    mutationFn: async () => taken(await api.POST('/api/projects', { body: { name } })),
    onSuccess: go,
  })
  const bring = useMutation({
    mutationFn: async (chosen: File) => {
      const answer = await fetch('/api/projects/import', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json' },
        body: await chosen.text(),
      })
      const body = (await answer.json()) as unknown
      if (!answer.ok) throw new RefusedError(body as object)
      return body as Schemas['ProjectView']
    },
    onSuccess: go,
  })
  const error = create.error ?? bring.error
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
          const chosen = e.target.files?.[0]
          if (chosen) bring.mutate(chosen)
          e.target.value = ''
        }}
      />
      <Button onClick={() => file.current?.click()}>Bring in a project file</Button>
      {error && (
        <p role="alert" className="mt-3 text-stop">
          {error instanceof RefusedError ? error.message : 'The file could not be read.'}
        </p>
      )}
    </section>
  )
}

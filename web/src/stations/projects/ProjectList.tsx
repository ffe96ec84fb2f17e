import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, RefusedError, taken, type Schemas } from '../../api/client'
import { Button, Empty } from '../../kit/controls'
import { ProjectCard } from './ProjectCard'

type Line = Schemas['ProjectLine']

const day = (utc: string) => new Date(utc).toLocaleDateString()

/** After it the list and the deleted ones are both as the server has them. */
function useListChange<T>(send: (of: T) => Promise<Line[]>) {
  const cache = useQueryClient()
  return useMutation({
    mutationFn: send,
    onSuccess: (lines) => {
      cache.setQueryData(['projects'], lines)
      void cache.invalidateQueries({ queryKey: ['projects', 'deleted'] })
    },
    // what another window did meanwhile is shown
    onError: () => cache.invalidateQueries({ queryKey: ['projects'] }),
  })
}

function useBringBack() {
  return useListChange(async (id: string) => taken(await api.POST('/api/projects/{id}/bring-back', { params: { path: { id } } })))
}

/** From so many projects on, one is looked for by its name. */
const SEARCHED = 6

/** The projects of the shop, each to open, rename, copy or delete. */
export function ProjectList({ projects }: { projects: Line[] }) {
  const navigate = useNavigate()
  const cache = useQueryClient()
  const [gone, setGone] = useState<Line | null>(null)
  const back = useBringBack()
  const remove = useListChange(async (p: Line) =>
    taken(await api.DELETE('/api/projects/{id}', { params: { path: { id: p.id }, query: { expectedRevision: p.revision } } })),
  )
  const copy = useMutation({
    mutationFn: async (p: Line) =>
      taken(
        await api.POST('/api/projects/{id}/copy', {
          params: { path: { id: p.id } },
          body: { name: `${p.name.slice(0, 110)}, copy` },
        }),
      ),
    onSuccess: (view) => {
      cache.setQueryData(['project', view.id], view)
      void cache.invalidateQueries({ queryKey: ['projects'] })
      void navigate(`/project/${view.id}/brief`)
    },
  })
  const rename = useMutation({
    mutationFn: async ({ project, name }: { project: Line; name: string }) =>
      taken(
        await api.POST('/api/projects/{id}/name', {
          params: { path: { id: project.id } },
          body: { expectedRevision: project.revision, name },
        }),
      ),
    onSuccess: (view) => cache.setQueryData(['project', view.id], view),
    onSettled: () => cache.invalidateQueries({ queryKey: ['projects'] }),
  })
  const [wanted, setWanted] = useState('')
  const found = projects.filter((p) => p.name.toLowerCase().includes(wanted.trim().toLowerCase()))
  const error = remove.error ?? copy.error ?? rename.error ?? back.error
  return (
    <>
      {gone && (
        <p role="status" className="flex items-center justify-between gap-3 border-b border-hair bg-brass-soft px-4 py-2">
          <span className="min-w-0 truncate">
            <bdi>{gone.name}</bdi> was deleted.
          </span>
          <Button
            onClick={() => {
              back.mutate(gone.id)
              setGone(null)
            }}
          >
            Undo
          </Button>
        </p>
      )}
      {error && (
        <p role="alert" className="border-b border-hair px-4 py-2 text-stop">
          {error instanceof RefusedError ? error.message : 'The server does not answer; nothing was changed.'}
        </p>
      )}
      {projects.length === 0 && (
        <div className="px-4">
          <Empty>No project yet. Name a housing on the right: it starts as a closed plywood box that you can change.</Empty>
        </div>
      )}
      {projects.length > SEARCHED && (
        <label className="block px-4 py-2">
          <span className="sr-only">Find a project</span>
          <input
            type="search"
            placeholder="Find a project"
            className="min-h-10 w-full rounded-sm border border-line bg-bench px-2"
            value={wanted}
            onChange={(e) => setWanted(e.target.value)}
          />
        </label>
      )}
      {projects.length > 0 && found.length === 0 && (
        <div className="px-4">
          <Empty>No project is called like that.</Empty>
        </div>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(17rem,100%),1fr))] gap-3 p-3">
        {found.map((p) => (
          <ProjectCard
            key={p.id}
            project={p}
            busy={copy.isPending || remove.isPending || rename.isPending}
            onRename={(name) => rename.mutate({ project: p, name })}
            onCopy={() => copy.mutate(p)}
            onDelete={() => remove.mutate(p, { onSuccess: () => setGone(p) })}
          />
        ))}
      </ul>
    </>
  )
}

/** What was deleted stays whole and can be brought back. */
export function DeletedProjects() {
  const deleted = useQuery({
    queryKey: ['projects', 'deleted'],
    queryFn: async () => taken(await api.GET('/api/projects/deleted')),
  })
  const back = useBringBack()
  if (!deleted.data || deleted.data.length === 0) return null
  return (
    <details className="mt-4 border border-line bg-paper">
      <summary className="cursor-pointer px-4 py-2">Deleted: {deleted.data.length}</summary>
      <ul aria-label="Deleted projects">
        {deleted.data.map((p) => (
          <li key={p.id} className="flex items-center gap-3 border-t border-hair px-4 py-2">
            <span className="min-w-0 flex-1 truncate" title={p.name}>
              <bdi>{p.name}</bdi>
            </span>
            <span className="text-[0.85rem] text-dim">{day(p.deletedUtc)}</span>
            <Button disabled={back.isPending} aria-label={`Bring back ${p.name}`} onClick={() => back.mutate(p.id)}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  )
}

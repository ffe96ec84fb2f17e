import { useMutation, useMutationState, useQuery, useQueryClient } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { api, RefusedError, taken, type Schemas } from '../api/client'

export type Design = Schemas['Design']
export type Plan = Schemas['BuildPlan']
export type ProjectView = Schemas['ProjectView']

const key = (id: string) => ['project', id] as const

/** The open project of this address, from the query cache. */
export function useProjectQuery() {
  const { id = '' } = useParams()
  return useQuery({
    queryKey: key(id),
    queryFn: async () => taken(await api.GET('/api/projects/{id}', { params: { path: { id } } })),
    // a server that is away is asked again until it is back; what it refuses, it refuses again
    refetchInterval: (query) => (query.state.status === 'error' && !(query.state.error instanceof RefusedError) ? 2000 : false),
  })
}

/** Changes that wait because the server does not answer; they are sent, in their order, once it does. */
export function useWaitingChanges(id: string) {
  const waiting = useMutationState({
    filters: { mutationKey: ['change', id], status: 'pending' },
    select: (mutation) => mutation.state.failureCount,
  })
  return waiting.some((failures) => failures > 0) ? waiting.length : 0
}

/** Every change of the open project; each answer of the server becomes the project that all stations show. */
export function useProjectChanges() {
  const { id = '' } = useParams()
  const cache = useQueryClient()
  const current = () => cache.getQueryData<ProjectView>(key(id))
  const mutation = useMutation({
    mutationKey: ['change', id],
    scope: { id: `change-${id}` },
    mutationFn: (send: (now: ProjectView) => Promise<ProjectView>) => {
      const now = current()
      if (!now) throw new Error('The project is not loaded.')
      return send(now)
    },
    // a change that the server refuses is told; one that does not reach it is kept and sent again
    retry: (_, error) => !(error instanceof RefusedError),
    retryDelay: 1500,
    networkMode: 'always',
    onSuccess: (view) => cache.setQueryData(key(id), view),
  })
  const path = { path: { id } }
  const run = (send: (now: ProjectView) => Promise<ProjectView>) => mutation.mutateAsync(send).catch(() => undefined)
  return {
    busy: mutation.isPending,
    problem: mutation.error instanceof RefusedError ? mutation.error.problem : null,
    failed: mutation.error,
    clear: mutation.reset,
    edit: (label: string, change: (design: Design) => Design) =>
      run(async (now) =>
        taken(
          await api.PUT('/api/projects/{id}/design', {
            params: path,
            body: { expectedRevision: now.revision, label, design: change(now.design) },
          }),
        ),
      ),
    addDevice: (modelId: string, deckId: string) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/devices', {
            params: path,
            body: { expectedRevision: now.revision, modelId, deckId },
          }),
        ),
      ),
    moveDevice: (deviceId: string, deckId: string) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/devices/deck', {
            params: path,
            body: { expectedRevision: now.revision, deviceId, deckId },
          }),
        ),
      ),
    setLayer: (chainId: string, layer: number, thicknessMm: number, policy: Schemas['ChainPolicy']) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/chain', {
            params: path,
            body: { expectedRevision: now.revision, chainId, layer, thicknessMm, policy },
          }),
        ),
      ),
    addStructure: (system: string) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/structures', { params: path, body: { expectedRevision: now.revision, system } }),
        ),
      ),
    removeStructure: (structure: string) =>
      run(async (now) =>
        taken(
          await api.DELETE('/api/projects/{id}/structures/{structure}', {
            params: { path: { ...path.path, structure }, query: { expectedRevision: now.revision } },
          }),
        ),
      ),
    moveLevel: (levelA: string, levelB: string | null) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/levels', { params: path, body: { expectedRevision: now.revision, levelA, levelB } }),
        ),
      ),
    putFigure: (figure: string, value: number) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/figures', {
            params: path,
            body: { expectedRevision: now.revision, id: figure, value },
          }),
        ),
      ),
    takeCorner: (edge: Schemas['EdgeId'], method: Schemas['CornerMethod'], radiusMm: number) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/edges/{edge}/corner', {
            params: { path: { id, edge } },
            body: { expectedRevision: now.revision, method, radiusMm },
          }),
        ),
      ),
    takeArrangement: (search: string, index: number) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/arrangements/{search}/take', {
            params: { path: { id, search } },
            body: { expectedRevision: now.revision, index },
          }),
        ),
      ),
    takeMockUp: (readings: { key: string; measuredMm: number }[]) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/mock-up/take', { params: path, body: { expectedRevision: now.revision, readings } }),
        ),
      ),
    undo: () =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/undo', { params: path, body: { expectedRevision: now.revision, number: null } }),
        ),
      ),
    redo: () =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/redo', { params: path, body: { expectedRevision: now.revision, number: null } }),
        ),
      ),
    goTo: (expectedRevision: number, number: number) =>
      run(async () => taken(await api.POST('/api/projects/{id}/revision', { params: path, body: { expectedRevision, number } }))),
    applyRemedy: (findingId: string, remedyId: string) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/remedies/apply', {
            params: path,
            body: { expectedRevision: now.revision, findingId, remedyId },
          }),
        ),
      ),
    mendAll: (code: string | null) =>
      run(async (now) =>
        taken(
          await api.POST('/api/projects/{id}/remedies/kind/apply', {
            params: path,
            body: { expectedRevision: now.revision, code },
          }),
        ),
      ),
    reload: () => cache.invalidateQueries({ queryKey: key(id) }),
  }
}

export type Changes = ReturnType<typeof useProjectChanges>

/** What a decision is until the maker takes another; undefined until the server has said it. */
export const useUsual = () =>
  useQuery({ queryKey: ['usual'], queryFn: async () => taken(await api.GET('/api/usual')), staleTime: Infinity }).data

export function useCatalog() {
  return useQuery({ queryKey: ['catalog'], queryFn: async () => taken(await api.GET('/api/catalog')), staleTime: Infinity })
}
